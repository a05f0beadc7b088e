'use client';

import { useId, useState } from 'react';
import { parseDate, formatDate } from '@/core/time/day';
import type { Day } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import { parseDecimal, parseHours, parseLength, formatHoursOfDay } from '@/core/time/parse-hours';
import { type HourFormat, bareHours } from '@/core/time/format';

/** A label over what it names, with a word of explanation if needed. */
export function Field({
  label,
  hint,
  children,
  className = '',
}: {
  readonly label: string;
  readonly hint?: string;
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  return (
    <label className={`flex flex-col gap-0.5 ${className}`}>
      <span className="text-muted text-[11.5px]">{label}</span>
      {children}
      {hint && <span className="text-muted text-[11.5px]">{hint}</span>}
    </label>
  );
}

interface ReadProps<T> {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly write: (value: T) => string;
  /** What is meant, or in words what is wrong. */
  readonly read: (text: string) => { readonly value: T } | { readonly wrong: string };
  readonly label?: string;
  readonly placeholder?: string;
  readonly className?: string;
  readonly type?: 'text' | 'date';
  readonly inputMode?: 'decimal' | 'numeric';
  readonly disabled?: boolean;
}

/** A field that is read when it is left or Enter is pressed. What cannot be read stays, with the reason under it. */
export function ReadInput<T>({ value, onChange, write, read, label, className = '', ...rest }: ReadProps<T>) {
  const written = write(value);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const id = useId();
  const take = () => {
    if (typed === null) return;
    const meant = read(typed);
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
        aria-invalid={wrong !== null || undefined}
        aria-describedby={wrong ? id : undefined}
        className={`input ${className}`}
        value={typed ?? written}
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
      {wrong && (
        <span id={id} role="alert" className="text-gap mt-0.5 max-w-[260px] text-[11.5px]">
          {wrong}
        </span>
      )}
    </span>
  );
}

type Common<T> = Omit<ReadProps<T>, 'read' | 'write'>;

/** A length of time in hours; empty where there may be none. */
export function LengthInput(props: Common<number | null> & { readonly unit?: string }) {
  const { unit = 'h', ...rest } = props;
  return (
    <span className="inline-flex items-baseline gap-1">
      <ReadInput
        className="w-[74px] text-right"
        inputMode="decimal"
        {...rest}
        write={(value) => (value === null ? '' : bareHours(value))}
        read={(text) => {
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
    <ReadInput
      className="w-[96px] text-right"
      inputMode="decimal"
      {...rest}
      write={(value) =>
        value === null ? '' : Number.isInteger(value) ? String(value) : value.toFixed(decimals)
      }
      read={(text) => {
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
    <ReadInput<number>
      className="w-[64px] text-right"
      inputMode="numeric"
      {...rest}
      write={(value: number) => String(value)}
      read={(text): { value: number } | { wrong: string } => {
        const n = Number(text.trim());
        return /^\d+$/.test(text.trim()) && n >= least && n <= most
          ? { value: n }
          : { wrong: `Type a whole number from ${least} to ${most}.` };
      }}
    />
  );
}

/** A date; empty where there may be none. */
export function DateInput({
  value,
  onChange,
  label,
  className = '',
}: Pick<Common<Day | null>, 'value' | 'onChange' | 'label' | 'className'>) {
  return (
    <input
      type="date"
      aria-label={label}
      className={`input ${className}`}
      value={value === null ? '' : formatDate(value)}
      onChange={(event) => onChange(event.target.value === '' ? null : parseDate(event.target.value))}
    />
  );
}

/** Opening hours of one day, typed as `7-23:30`. */
export function HoursInput(props: Common<readonly Span[]> & { readonly hourFormat: HourFormat }) {
  const { hourFormat, ...rest } = props;
  return (
    <ReadInput
      className="w-[170px]"
      {...rest}
      write={(spans) => formatHoursOfDay(spans, hourFormat)}
      read={(text) => {
        const hours = parseHours(text);
        if (hours.ok) return { value: hours.value };
        const { message } = hours.problem;
        return { wrong: `${message.charAt(0).toUpperCase()}${message.slice(1)}.` };
      }}
    />
  );
}

/** A line of text; what is only spaces is nothing. */
export function TextInput({
  value,
  onChange,
  label,
  className = '',
  ...rest
}: {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly label?: string;
  readonly className?: string;
  readonly placeholder?: string;
  readonly list?: string;
  readonly autoFocus?: boolean;
  readonly type?: string;
  readonly maxLength?: number;
}) {
  return (
    <input
      type="text"
      {...rest}
      aria-label={label}
      className={`input ${className}`}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

/** One of a few. */
export function Select<T extends string | number>({
  value,
  onChange,
  options,
  label,
  className = '',
}: {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly (readonly [T, string])[];
  readonly label?: string;
  readonly className?: string;
}) {
  return (
    <select
      aria-label={label}
      className={`input ${className}`}
      value={value}
      onChange={({ target }) => onChange(options.find(([key]) => String(key) === target.value)![0])}
    >
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** A box to tick. */
export function Checkbox({
  checked,
  onChange,
  children,
}: {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: React.ReactNode;
}) {
  return (
    <label className="inline-flex min-h-6 items-center gap-1.5">
      <input
        type="checkbox"
        className="accent-[var(--sea)]"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {children}
    </label>
  );
}
