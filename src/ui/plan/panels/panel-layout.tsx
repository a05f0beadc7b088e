import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { useController } from '../state/controller';
import { Button } from '../../kit/button';

/** The frame of what stands beside the canvas. Esc closes it; the focus goes in when it opens. */
export function PanelLayout({
  title,
  note,
  children,
  foot,
  onKey,
  isWide = false,
}: {
  readonly title: React.ReactNode;
  readonly note?: React.ReactNode;
  readonly children: React.ReactNode;
  readonly foot?: React.ReactNode;
  /** Whether it shows more than a form. */
  readonly isWide?: boolean;
  /** Keys of its own; true where one was used. */
  readonly onKey?: (event: React.KeyboardEvent) => boolean;
}) {
  const controller = useController();
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    const first = box.current?.querySelector<HTMLElement>('[data-first]');
    (first ?? box.current)?.focus({ preventScroll: true });
  }, []);
  return (
    <aside
      ref={box}
      id="panel"
      tabIndex={-1}
      aria-labelledby="panel-title"
      className={clsx(
        'border-rule bg-sheet flex shrink-0 flex-col border-l outline-none',
        isWide ? 'w-[400px] max-w-full' : 'w-[320px] max-[1100px]:w-[280px]',
      )}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.preventDefault();
          controller.open(null);
        } else if (onKey?.(event)) event.preventDefault();
      }}
    >
      <header className="border-rule flex items-start justify-between gap-2 border-b px-3.5 py-2.5">
        <div className="min-w-0">
          <h2 id="panel-title" className="font-serif text-lg font-semibold">
            {title}
          </h2>
          {note && <p className="text-muted mt-0.5 text-sm leading-4">{note}</p>}
        </div>
        <Button kind="small" title="Esc" onClick={() => controller.open(null)}>
          Close
        </Button>
      </header>
      <div className={clsx('min-h-0 flex-1 overflow-y-auto', isWide ? 'p-4' : 'px-3.5 py-3')}>{children}</div>
      {foot && <footer className="border-rule shrink-0 border-t px-3.5 py-2.5">{foot}</footer>}
    </aside>
  );
}

/** Puts the focus on the panel, where the button that had it is gone after its deed. */
export function focusPanel(): void {
  setTimeout(() => document.getElementById('panel')?.focus({ preventScroll: true }), 0);
}

/** What an action would do, and the button that does it. */
export function Outcome({
  text,
  refused,
  children,
}: {
  readonly text: string;
  readonly refused: boolean;
  readonly children?: React.ReactNode;
}) {
  return (
    <>
      <p role="status" className={`text-sm leading-[17px] ${refused ? 'text-gap font-semibold' : ''}`}>
        {text}
      </p>
      {children && <div className="mt-2 flex flex-wrap gap-2">{children}</div>}
    </>
  );
}
