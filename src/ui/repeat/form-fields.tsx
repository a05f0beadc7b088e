'use client';

import type { ShiftForm } from '@/core/patterns/form';
import { retimed } from '@/core/plan/shift-edits';
import type { Shift } from '@/core/plan/types';
import { readSpan, readTimeWithin, writeTypedSpan } from '@/core/time/read-time';
import { type HourFormat, writeTime } from '@/core/time/write';
import { ReadInput } from '../kit/inputs';

/** A form with nothing said but its times and role. */
export function freshForm(from: number, to: number, role: string | null): ShiftForm {
  return {
    from,
    to,
    role,
    break: null,
    label: null,
    note: null,
    moreBreaks: [],
    duties: [],
    station: null,
    tasks: [],
    once: { label: false, note: false, station: false },
    template: null,
  };
}

/** A form with other times; breaks and duties stay inside it. */
export function formAt(form: ShiftForm, span: { readonly from: number; readonly to: number }): ShiftForm {
  const shift = { ...form, detail: { ...form, pattern: null } } as unknown as Shift;
  const patch = retimed(shift, span);
  return {
    ...form,
    ...span,
    break: patch.break === undefined ? form.break : patch.break,
    moreBreaks: patch.detail?.moreBreaks ?? form.moreBreaks,
    duties: patch.detail?.duties ?? form.duties,
  };
}

/** The times of a form, typed as `9-17`. */
export function TimesInput({
  form,
  onChange,
  hourFormat,
  label,
  className = 'w-[110px]',
}: {
  readonly form: ShiftForm;
  readonly onChange: (form: ShiftForm) => void;
  readonly hourFormat: HourFormat;
  readonly label: string;
  readonly className?: string;
}) {
  return (
    <ReadInput
      className={className}
      label={label}
      value={form}
      write={({ from, to }) => writeTypedSpan(from, to, hourFormat)}
      read={(text) => {
        const read = readSpan(text);
        if (!read.ok) return { wrong: `${read.problem.message}.` };
        return { value: formAt(form, { from: read.value.from, to: read.value.to }) };
      }}
      onChange={onChange}
    />
  );
}

/** The breaks of a form in minutes, `30` or `15+15`, each fixed with `30@12:00`; empty: by the rule. */
export function BreaksInput({
  form,
  onChange,
  hourFormat,
  label,
}: {
  readonly form: ShiftForm;
  readonly onChange: (form: ShiftForm) => void;
  readonly hourFormat: HourFormat;
  readonly label: string;
}) {
  return (
    <ReadInput
      className="w-[110px]"
      label={label}
      placeholder="by the rule"
      value={form}
      write={(value) =>
        (value.break ? [value.break, ...value.moreBreaks] : [])
          .map(
            ({ minutes, at, paid }) =>
              `${minutes}${at === null ? '' : `@${writeTime(at, hourFormat)}`}${paid ? ' paid' : ''}`,
          )
          .join(' + ')
      }
      read={(text) => readBreaks(text, form)}
      onChange={onChange}
    />
  );
}

/** Reads breaks as {@link BreaksInput} writes them. */
export function readBreaks(text: string, form: ShiftForm): { value: ShiftForm } | { wrong: string } {
  const parts = text
    .split('+')
    .map((part) => part.trim())
    .filter(Boolean);
  const breaks: NonNullable<ShiftForm['break']>[] = [];
  for (const part of parts) {
    const match = /^(\d{1,3})\s*(?:min)?\s*(?:@\s*([\d:.apm ]+?))?\s*(paid)?$/i.exec(part);
    if (!match) return { wrong: 'Type 30, 15 + 15 or 30@12:00, with paid after it if it is.' };
    const minutes = Number(match[1]);
    const at = match[2] === undefined ? null : readTimeWithin(match[2], form, '12');
    if (match[2] !== undefined && at === null) return { wrong: `${match[2].trim()} lies outside the shift.` };
    if (minutes > form.to - form.from || (at !== null && at + minutes > form.to))
      return { wrong: 'A break ends before its shift does.' };
    breaks.push({ minutes, at, paid: match[3] !== undefined });
  }
  const [first, ...moreBreaks] = breaks;
  return { value: { ...form, break: first ?? null, moreBreaks } };
}

/** The duties of a form, `Delivery 14:00-14:45, Cash 16-16:30`. */
export function DutiesInput({
  form,
  onChange,
  hourFormat,
  label,
}: {
  readonly form: ShiftForm;
  readonly onChange: (form: ShiftForm) => void;
  readonly hourFormat: HourFormat;
  readonly label: string;
}) {
  return (
    <ReadInput
      className="w-full"
      label={label}
      placeholder="Delivery 14:00-14:45"
      value={form}
      write={({ duties }) =>
        duties.map(({ name, from, to }) => `${name} ${writeTypedSpan(from, to, hourFormat)}`).join(', ')
      }
      read={(text) => readDuties(text, form)}
      onChange={onChange}
    />
  );
}

/** Reads duties as {@link DutiesInput} writes them. */
export function readDuties(text: string, form: ShiftForm): { value: ShiftForm } | { wrong: string } {
  const duties: ShiftForm['duties'][number][] = [];
  for (const part of text.split(',').map((one) => one.trim())) {
    if (part === '') continue;
    const match = /^(.*?)\s+(\S+\s*(?:-|–)\s*\S+)$/.exec(part);
    const read = match && readSpan(match[2], [form]);
    if (!match || !read?.ok) return { wrong: `“${part}”: type a name and times, as Delivery 14:00-14:45.` };
    const shift = read.value.from < form.from ? 1440 : 0;
    const [from, to] = [read.value.from + shift, read.value.to + shift];
    if (from < form.from || to > form.to) return { wrong: `${match[1]} lies outside the shift.` };
    duties.push({ name: match[1], from, to, once: false });
  }
  return { value: { ...form, duties } };
}
