'use client';

import { asSentence } from '@/core/sentence';
import clsx from 'clsx';
import { useState } from 'react';
import type { Span } from '@/core/time/span';
import { formatHoursOfDay, parseDecimal, parseHours, parseLength } from '@/core/time/parse-hours';
import { type HourFormat, bareHours } from '@/core/time/format';
import { useFault } from './faults';
import { sized } from './sized';

interface ParsedProps<T> {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly format: (value: T) => string;
  /** What is meant, or in words what is wrong. */
  readonly parse: (text: string) => { readonly value: T } | { readonly wrong: string };
  readonly label?: string;
  /** Name of the field in its form, by which faults find it. */
  readonly name?: string;
  readonly placeholder?: string;
  readonly className?: string;
  readonly type?: 'text' | 'date';
  readonly inputMode?: 'decimal' | 'numeric';
  readonly disabled?: boolean;
}

/** A field that is read when it is left or Enter is pressed. What cannot be read stays, with the reason under it. */
export function ParsedInput<T>({
  value,
  onChange,
  format,
  parse,
  label,
  className,
  ...rest
}: ParsedProps<T>) {
  const formatted = format(value);
  const [typed, setTyped] = useState<string | null>(null);
  const [unread, setWrong] = useState<string | null>(null);
  const { wrong, aria, words } = useFault(rest.name, unread);
  const take = () => {
    if (typed === null) return;
    const meant = parse(typed);
    if ('wrong' in meant) return setWrong(meant.wrong);
    setWrong(null);
    setTyped(null);
    onChange(meant.value);
  };
  return (
    <span className="inline-flex flex-col">
      <input
        {...rest}
        aria-label={label}
        {...aria}
        className={clsx('input px-2', wrong && 'input-error', sized(className, 'w-full max-w-44'))}
        value={typed ?? formatted}
        spellCheck={false}
        autoComplete="off"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') {
            setTyped(null);
            setWrong(null);
          }
        }}
      />
      {words}
    </span>
  );
}

type Common<T> = Omit<ParsedProps<T>, 'parse' | 'format'>;

/** A length of time in hours; empty where there may be none. */
export function LengthInput(props: Common<number | null> & { readonly unit?: string }) {
  const { unit = 'h', ...rest } = props;
  return (
    <span className="inline-flex items-baseline gap-1">
      <ParsedInput
        className="w-[74px] text-right"
        inputMode="decimal"
        {...rest}
        format={(value) => (value === null ? '' : bareHours(value))}
        parse={(text) => {
          if (text.trim() === '') return { value: null };
          const minutes = parseLength(text);
          return minutes === null ? { wrong: 'Type hours as 38, 37.5 or 37:30.' } : { value: minutes };
        }}
      />
      <span className="text-muted">{unit}</span>
    </span>
  );
}

/** An amount of money or another decimal; empty where there may be none. */
export function AmountInput(props: Common<number | null> & { readonly decimals?: number }) {
  const { decimals = 2, ...rest } = props;
  return (
    <ParsedInput
      className="w-[96px] text-right"
      inputMode="decimal"
      {...rest}
      format={(value) =>
        value === null ? '' : Number.isInteger(value) ? String(value) : value.toFixed(decimals)
      }
      parse={(text) => {
        if (text.trim() === '') return { value: null };
        const amount = parseDecimal(text);
        return amount === null || amount < 0 ? { wrong: 'Type an amount as 14.50.' } : { value: amount };
      }}
    />
  );
}

/** A whole number from `least` on. */
export function CountInput(props: Common<number> & { readonly least?: number; readonly most?: number }) {
  const { least = 0, most = 10_000, ...rest } = props;
  return (
    <ParsedInput<number>
      className="w-[64px] text-right"
      inputMode="numeric"
      {...rest}
      format={(value: number) => String(value)}
      parse={(text): { value: number } | { wrong: string } => {
        const n = Number(text.trim());
        return /^\d+$/.test(text.trim()) && n >= least && n <= most
          ? { value: n }
          : { wrong: `Type a whole number from ${least} to ${most}.` };
      }}
    />
  );
}

/** Opening hours of one day, typed as `7-23:30`. */
export function HoursInput(props: Common<readonly Span[]> & { readonly hourFormat: HourFormat }) {
  const { hourFormat, ...rest } = props;
  return (
    <ParsedInput
      className="w-[170px]"
      {...rest}
      format={(spans) => formatHoursOfDay(spans, hourFormat)}
      parse={(text) => {
        const hours = parseHours(text, hourFormat);
        if (hours.ok) return { value: hours.value };
        const { message } = hours.problem;
        return { wrong: asSentence(message) };
      }}
    />
  );
}
