'use client';

import {
  autoUpdate,
  flip,
  offset,
  size,
  useDismiss,
  useFloating,
  useInteractions,
  useListNavigation,
  useRole,
} from '@floating-ui/react';
import { Floating } from '../floating';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import { useFault } from './faults';
import { sized } from './sized';

export interface Suggestion<T> {
  readonly value: T;
  readonly name: string;
  readonly note?: string;
}

interface Props<T> {
  readonly text: string;
  readonly onText: (text: string) => void;
  /** What is offered for the text as it stands. */
  readonly offers: readonly Suggestion<T>[];
  readonly onPick: (offer: Suggestion<T>) => void;
  /** The field is left, or Enter pressed with nothing offered marked. */
  readonly onLeave: () => void;
  readonly onCancel?: () => void;
  readonly label?: string;
  /** Name of the field in its form, by which faults find it. */
  readonly name?: string;
  /** What the field itself finds wrong, as a sentence. */
  readonly fault?: string | null;
  readonly placeholder?: string;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly inputMode?: 'text' | 'numeric';
  readonly nothing?: string;
  readonly 'data-first'?: true;
  /** Whether it has the mark of a list to choose from. */
  readonly isChoice?: boolean;
}

/** A line of text with a list under it that narrows as one types. Arrows go through it, Enter or a press picks. */
export function Suggest<T>({
  text,
  onText,
  offers,
  onPick,
  onLeave,
  onCancel,
  label,
  fault = null,
  className,
  nothing,
  isChoice = false,
  ...rest
}: Props<T>) {
  const { wrong, aria, words } = useFault(rest.name, fault);
  const [isOpen, setOpen] = useState(false);
  const [active, setActive] = useState<number | null>(null);
  const parts = useRef<(HTMLElement | null)[]>([]);
  const { refs, floatingStyles, context, elements } = useFloating<HTMLInputElement>({
    open: isOpen,
    onOpenChange: setOpen,
    placement: 'bottom-start',
    whileElementsMounted: autoUpdate,
    middleware: [
      offset(3),
      flip(),
      size({
        apply({ availableHeight, elements: { floating } }) {
          floating.style.maxHeight = `${Math.min(availableHeight - 8, 260)}px`;
        },
      }),
    ],
  });
  const { getReferenceProps, getFloatingProps, getItemProps } = useInteractions([
    useDismiss(context),
    useRole(context, { role: 'listbox' }),
    useListNavigation(context, {
      listRef: parts,
      activeIndex: active,
      onNavigate: setActive,
      virtual: true,
      loop: true,
    }),
  ]);
  const pick = (offer: Suggestion<T>) => {
    setOpen(false);
    setActive(null);
    onPick(offer);
  };
  return (
    <>
      <input
        type="text"
        autoComplete="off"
        spellCheck={false}
        {...rest}
        className={clsx(
          isChoice ? 'select ps-2' : 'input px-2',
          wrong && (isChoice ? 'select-error' : 'input-error'),
          sized(className, 'w-full max-w-44'),
        )}
        {...getReferenceProps({
          ref: refs.setReference,
          value: text,
          'aria-label': label,
          'aria-autocomplete': 'list',
          ...aria,
          onFocus: (event: React.FocusEvent<HTMLInputElement>) => event.target.select(),
          onClick: () => setOpen(true),
          onChange: (event: React.ChangeEvent<HTMLInputElement>) => {
            onText(event.target.value);
            setOpen(true);
            setActive(null);
          },
          onBlur: () => {
            setOpen(false);
            onLeave();
          },
          onKeyDown: (event: React.KeyboardEvent) => {
            if (event.key === 'Enter') {
              const marked = isOpen && active !== null ? offers[active] : undefined;
              if (marked) {
                event.preventDefault();
                pick(marked);
              } else {
                setOpen(false);
                onLeave();
              }
            } else if (event.key === 'Escape' && !isOpen) onCancel?.();
            // What is around it stays open: only the list closes.
            else if (event.key === 'Escape') event.stopPropagation();
          },
        })}
      />
      {words}
      {isOpen && (offers.length > 0 || nothing) && (
        <Floating beside={elements.domReference}>
          <ul
            ref={refs.setFloating}
            style={floatingStyles}
            {...getFloatingProps()}
            className="menu border-ink bg-sheet z-50 min-w-24 flex-nowrap overflow-y-auto rounded-[3px] border p-1"
          >
            {offers.length === 0 && <li className="text-muted px-2 py-1">{nothing}</li>}
            {offers.map((offer, i) => (
              <li key={i} role="none">
                <button
                  ref={(part) => {
                    parts.current[i] = part;
                  }}
                  type="button"
                  role="option"
                  tabIndex={-1}
                  aria-selected={active === i}
                  className={clsx('justify-between gap-4 px-2 py-0.5', active === i && 'menu-active')}
                  {...getItemProps({
                    // Before the field is left, so that it is not read as it stands.
                    onMouseDown: (event: React.MouseEvent) => event.preventDefault(),
                    onClick: () => pick(offer),
                  })}
                >
                  <span>{offer.name}</span>
                  {offer.note && <span className="text-muted text-xs">{offer.note}</span>}
                </button>
              </li>
            ))}
          </ul>
        </Floating>
      )}
    </>
  );
}
