'use client';

import {
  FloatingFocusManager,
  autoUpdate,
  flip,
  offset,
  shift,
  useClick,
  useDismiss,
  useFloating,
  useInteractions,
  useListNavigation,
  useRole,
  useTypeahead,
} from '@floating-ui/react';
import { Floating } from './floating';
import { Check } from 'lucide-react';
import { useRef, useState } from 'react';
import { type ButtonKind, buttonClass } from './button';

export type MenuItem = {
  readonly name: string;
  readonly disabled?: boolean;
  /** Of several of which one holds: whether it is this one. */
  readonly isChosen?: boolean;
} & (
  | { readonly run: () => void; readonly href?: undefined }
  /** A file or page that it leads to. */
  | { readonly href: string; readonly run?: undefined }
);

/** A button that opens a list of things to do. Arrows and first letters go through it, Enter does one. */
export function Menu({
  label,
  name,
  items,
  kind = 'plain',
}: {
  readonly label: string;
  /** What it is called where the label says too little. */
  readonly name?: string;
  readonly items: readonly MenuItem[];
  readonly kind?: ButtonKind;
}) {
  const [isOpen, setOpen] = useState(false);
  const [active, setActive] = useState<number | null>(null);
  const parts = useRef<(HTMLElement | null)[]>([]);
  const names = useRef<(string | null)[]>([]);
  const { refs, floatingStyles, context, elements } = useFloating({
    open: isOpen,
    onOpenChange: setOpen,
    placement: 'bottom-start',
    whileElementsMounted: autoUpdate,
    middleware: [offset(4), flip(), shift({ padding: 8 })],
  });
  const { getReferenceProps, getFloatingProps, getItemProps } = useInteractions([
    useClick(context),
    useDismiss(context),
    useRole(context, { role: 'menu' }),
    useListNavigation(context, {
      listRef: parts,
      activeIndex: active,
      onNavigate: setActive,
      loop: true,
    }),
    useTypeahead(context, { listRef: names, activeIndex: active, onMatch: isOpen ? setActive : undefined }),
  ]);
  return (
    <>
      <button
        ref={refs.setReference}
        type="button"
        aria-label={name}
        title={name}
        className={buttonClass(kind)}
        {...getReferenceProps()}
      >
        {label}
      </button>
      {isOpen && (
        <Floating beside={elements.domReference}>
          <FloatingFocusManager context={context} modal={false}>
            <ul
              ref={refs.setFloating}
              style={floatingStyles}
              {...getFloatingProps()}
              className="menu text-base border-ink bg-sheet z-40 max-h-80 min-w-40 flex-nowrap overflow-y-auto rounded-[3px] border p-1"
            >
              {items.map(({ name, run, href, disabled, isChosen }, i) => {
                const part = {
                  ref: (element: HTMLElement | null) => {
                    parts.current[i] = element;
                    names.current[i] = name;
                  },
                  role: isChosen === undefined ? 'menuitem' : 'menuitemradio',
                  'aria-checked': isChosen,
                  tabIndex: active === i ? 0 : -1,
                  ...getItemProps({
                    onClick: () => {
                      setOpen(false);
                      run?.();
                    },
                  }),
                };
                return (
                  <li key={name} role="none" className={disabled ? 'menu-disabled' : undefined}>
                    {href === undefined ? (
                      <button type="button" disabled={disabled} {...part}>
                        {name}
                        {isChosen && <Check size={14} aria-hidden />}
                      </button>
                    ) : (
                      <a href={href} {...part}>
                        {name}
                      </a>
                    )}
                  </li>
                );
              })}
            </ul>
          </FloatingFocusManager>
        </Floating>
      )}
    </>
  );
}
