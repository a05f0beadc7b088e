'use client';

import {
  autoUpdate,
  flip,
  offset,
  shift,
  useDismiss,
  useFloating,
  useFocus,
  useHover,
  useInteractions,
  useRole,
} from '@floating-ui/react';
import { Floating } from './floating';
import { cloneElement, useState } from 'react';

/** A word about a control, shown while it is pointed at or has the focus. */
export function Tooltip({
  text,
  children,
}: {
  readonly text: string;
  readonly children: React.ReactElement<Record<string, unknown>>;
}) {
  const [isOpen, setOpen] = useState(false);
  const { refs, floatingStyles, context, elements } = useFloating({
    open: isOpen,
    onOpenChange: setOpen,
    whileElementsMounted: autoUpdate,
    middleware: [offset(6), flip(), shift({ padding: 8 })],
  });
  const { getReferenceProps, getFloatingProps } = useInteractions([
    useHover(context, { delay: { open: 350, close: 0 }, move: false }),
    useFocus(context),
    useDismiss(context),
    useRole(context, { role: 'tooltip' }),
  ]);
  return (
    <>
      {cloneElement(children, getReferenceProps({ ref: refs.setReference, ...children.props }))}
      {isOpen && (
        <Floating beside={elements.domReference}>
          <div
            ref={refs.setFloating}
            style={floatingStyles}
            {...getFloatingProps()}
            className="border-ink bg-ink text-sheet z-50 max-w-72 rounded-[3px] px-2 py-1 text-sm"
          >
            {text}
          </div>
        </Floating>
      )}
    </>
  );
}
