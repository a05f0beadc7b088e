'use client';

import {
  FloatingFocusManager,
  FloatingPortal,
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
import { useRef, useState } from 'react';
import { type ButtonKind, buttonClass } from './button';

export interface MenuItem {
  readonly name: string;
  readonly run: () => void;
  readonly disabled?: boolean;
}

/** A button that opens a list of things to do. Arrows and first letters go through it, Enter does one. */
export function Menu({
  label,
  items,
  kind = 'plain',
}: {
  readonly label: string;
  readonly items: readonly MenuItem[];
  readonly kind?: ButtonKind;
}) {
  const [isOpen, setOpen] = useState(false);
  const [active, setActive] = useState<number | null>(null);
  const parts = useRef<(HTMLElement | null)[]>([]);
  const names = useRef<(string | null)[]>([]);
  const { refs, floatingStyles, context } = useFloating({
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
      <button ref={refs.setReference} type="button" className={buttonClass(kind)} {...getReferenceProps()}>
        {label}
      </button>
      {isOpen && (
        <FloatingPortal>
          <FloatingFocusManager context={context} modal={false}>
            <ul
              ref={refs.setFloating}
              style={floatingStyles}
              {...getFloatingProps()}
              className="menu text-base border-ink bg-sheet z-40 max-h-80 min-w-40 flex-nowrap overflow-y-auto rounded-[3px] border p-1"
            >
              {items.map(({ name, run, disabled }, i) => (
                <li key={name} role="none" className={disabled ? 'menu-disabled' : undefined}>
                  <button
                    ref={(part) => {
                      parts.current[i] = part;
                      names.current[i] = name;
                    }}
                    type="button"
                    role="menuitem"
                    disabled={disabled}
                    tabIndex={active === i ? 0 : -1}
                    {...getItemProps({
                      onClick: () => {
                        setOpen(false);
                        run();
                      },
                    })}
                  >
                    {name}
                  </button>
                </li>
              ))}
            </ul>
          </FloatingFocusManager>
        </FloatingPortal>
      )}
    </>
  );
}
