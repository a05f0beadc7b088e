'use client';

import clsx from 'clsx';
import { useEffect, useId, useRef } from 'react';
import { Button } from './button';

/**
 * Something that stands over the page until it is closed: by its button, Esc, or a press beside it. What had the focus
 * has it again afterwards.
 */
export function Dialog({
  title,
  onClose,
  tools,
  children,
  className,
}: {
  readonly title: string;
  readonly onClose: () => void;
  /** Controls beside the title. */
  readonly tools?: React.ReactNode;
  readonly children: React.ReactNode;
  /** Of the box: its width. */
  readonly className?: string;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  const id = useId();
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog ref={dialog} className="modal" aria-labelledby={id} onClose={onClose}>
      <div className={clsx('modal-box border-ink max-w-[94vw] border p-0', className)}>
        <div className="border-rule bg-sheet sticky top-0 z-10 flex flex-wrap items-center gap-3 border-b px-5 py-3">
          <h2 id={id} className="mr-auto font-serif text-xl font-semibold">
            {title}
          </h2>
          {tools}
          <Button onClick={() => dialog.current?.close()}>Close</Button>
        </div>
        <div className="p-5">{children}</div>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1} aria-label="Close" />
      </form>
    </dialog>
  );
}
