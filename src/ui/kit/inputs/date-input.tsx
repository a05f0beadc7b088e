'use client';

import { asSentence } from '@/core/sentence';
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
  useRole,
} from '@floating-ui/react';
import { Floating } from '../floating';
import clsx from 'clsx';
import { CalendarDays } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import type { Day } from '@/core/time/day';
import { formatTypedDate, parseTypedDate } from '@/core/time/typed-date';
import { useDateHabits } from './date-habits';
import { useFault } from './faults';
import { sized } from './sized';

const Calendar = dynamic(() => import('./calendar'), { ssr: false });

/**
 * A date, typed in the site's order or picked from a month; null where there may be none. What is no date stays as
 * typed, with the reason under it.
 */
export function DateInput({
  value,
  onChange,
  label,
  name,
  isNeeded = false,
  className,
  disabled,
}: {
  readonly value: Day | null;
  readonly onChange: (day: Day | null) => void;
  readonly label?: string;
  /** Name of the field in its form, by which faults find it. */
  readonly name?: string;
  readonly isNeeded?: boolean;
  readonly className?: string;
  readonly disabled?: boolean;
}) {
  const { order, weekStart } = useDateHabits();
  const [typed, setTyped] = useState<string | null>(null);
  const [unread, setWrong] = useState<string | null>(null);
  const { wrong, aria, words } = useFault(name, unread);
  const before = useRef(value);
  const [isOpen, setOpen] = useState(false);
  const { refs, floatingStyles, context, elements } = useFloating({
    open: isOpen,
    onOpenChange: setOpen,
    placement: 'bottom-end',
    whileElementsMounted: autoUpdate,
    middleware: [offset(4), flip(), shift({ padding: 8 })],
  });
  const { getReferenceProps, getFloatingProps } = useInteractions([
    useClick(context),
    useDismiss(context),
    useRole(context, { role: 'dialog' }),
  ]);
  const settle = (day: Day | null) => {
    setTyped(null);
    setWrong(null);
    if (day !== value) onChange(day);
  };
  const leave = () => {
    if (typed === null) return;
    if (typed.trim() === '') {
      if (isNeeded) setWrong('A date is needed.');
      else settle(null);
      return;
    }
    const read = parseTypedDate(typed.trim(), order);
    if (read.ok) settle(read.value);
    else setWrong(asSentence(read.message));
  };
  return (
    <span className="inline-flex flex-col">
      <span className={clsx('input ps-2 pe-0.5', wrong && 'input-error', sized(className, 'w-[132px]'))}>
        <input
          type="text"
          inputMode="numeric"
          autoComplete="off"
          spellCheck={false}
          disabled={disabled}
          aria-label={label}
          name={name}
          {...aria}
          onFocus={() => (before.current = value)}
          placeholder={order === 'day' ? 'd/m/yyyy' : 'm/d/yyyy'}
          value={typed ?? (value === null ? '' : formatTypedDate(value, order))}
          onChange={({ target: { value: text } }) => {
            setTyped(text);
            // A date with its whole year counts at once; others wait until the field is left.
            const read = /\d{4}/.test(text) ? parseTypedDate(text.trim(), order) : null;
            if (read?.ok && read.value !== value) onChange(read.value);
            if (read?.ok) setWrong(null);
          }}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === 'Enter') leave();
            else if (event.key === 'Escape') {
              settle(before.current);
            } else if (event.key === 'ArrowDown' && event.altKey) setOpen(true);
          }}
        />
        <button
          ref={refs.setReference}
          type="button"
          disabled={disabled}
          className="btn btn-ghost btn-xs btn-square"
          aria-label="Open the month"
          {...getReferenceProps()}
        >
          <CalendarDays size={14} aria-hidden />
        </button>
      </span>
      {words}
      {isOpen && (
        <Floating beside={elements.domReference}>
          <FloatingFocusManager context={context} modal={false}>
            <div
              ref={refs.setFloating}
              style={floatingStyles}
              {...getFloatingProps()}
              aria-label="Month"
              className="border-ink bg-sheet z-50 rounded-[3px] border"
            >
              <Calendar
                value={value}
                weekStart={weekStart}
                onPick={(day) => {
                  setOpen(false);
                  settle(day);
                }}
              />
            </div>
          </FloatingFocusManager>
        </Floating>
      )}
    </span>
  );
}
