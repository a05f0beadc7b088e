'use client';

import type { ShiftForm } from '@/core/plan/shift-spec';
import { readBreaks, readDuties, writeBreaks, writeDuties } from '@/core/plan/parse-shift-parts';
import { retimed } from '@/core/plan/shift-edits';
import type { Shift } from '@/core/plan/types';
import { readSpan, writeTypedSpan } from '@/core/time/parse-time';
import type { HourFormat } from '@/core/time/format';
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

interface FieldProps {
  readonly form: ShiftForm;
  readonly onChange: (form: ShiftForm) => void;
  readonly hourFormat: HourFormat;
  readonly label: string;
}

/** The times of a form, typed as `9-17`. */
export function TimesInput({
  form,
  onChange,
  hourFormat,
  label,
  className = 'w-[110px]',
}: FieldProps & { readonly className?: string }) {
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

/** The breaks of a form in minutes; empty: by the rule. */
export function BreaksInput({ form, onChange, hourFormat, label }: FieldProps) {
  return (
    <ReadInput
      className="w-[110px]"
      label={label}
      placeholder="by the rule"
      value={form}
      write={(value) => writeBreaks(value, hourFormat)}
      read={(text) => readBreaks(text, form)}
      onChange={onChange}
    />
  );
}

/** The duties of a form with their times. */
export function DutiesInput({ form, onChange, hourFormat, label }: FieldProps) {
  return (
    <ReadInput
      className="w-full"
      label={label}
      placeholder="Delivery 14:00-14:45"
      value={form}
      write={(value) => writeDuties(value, hourFormat)}
      read={(text) => readDuties(text, form)}
      onChange={onChange}
    />
  );
}
