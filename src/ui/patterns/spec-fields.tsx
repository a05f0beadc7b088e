'use client';

import type { ShiftSpec } from '@/core/plan/shift-spec';
import { parseBreaks, parseDuties, formatBreaks, formatDuties } from '@/core/plan/parse-shift-parts';
import { withTimes } from '@/core/plan/shift-edits';
import type { Shift } from '@/core/plan/types';
import { parseSpan, formatTypedSpan } from '@/core/time/parse-time';
import { asSentence } from '@/core/sentence';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/format';
import { ParsedInput } from '../kit/inputs/parsed-input';

/** A form with nothing said but its times and role. */
export function freshForm(from: number, to: number, role: string | null): ShiftSpec {
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
    oneOff: { label: false, note: false, station: false },
    template: null,
  };
}

/** A form with other times; breaks and duties stay inside it. */
export function formAt(form: ShiftSpec, span: { readonly from: number; readonly to: number }): ShiftSpec {
  const shift = { ...form, detail: { ...form, pattern: null } } as unknown as Shift;
  const patch = withTimes(shift, span);
  return {
    ...form,
    ...span,
    break: patch.break === undefined ? form.break : patch.break,
    moreBreaks: patch.detail?.moreBreaks ?? form.moreBreaks,
    duties: patch.detail?.duties ?? form.duties,
  };
}

interface FieldProps {
  readonly form: ShiftSpec;
  readonly onChange: (form: ShiftSpec) => void;
  readonly hourFormat: HourFormat;
  readonly label: string;
}

/** The times of a form, typed as `9-17`. */
export function TimesInput({
  form,
  onChange,
  hourFormat,
  label,
  openHours = [],
  className = 'w-[110px]',
}: FieldProps & { readonly openHours?: readonly Span[]; readonly className?: string }) {
  return (
    <ParsedInput
      className={className}
      label={label}
      value={form}
      format={({ from, to }) => formatTypedSpan(from, to, hourFormat, openHours)}
      parse={(text) => {
        const read = parseSpan(text, openHours, hourFormat);
        if (!read.ok) return { wrong: asSentence(read.problem.message) };
        return { value: formAt(form, { from: read.value.from, to: read.value.to }) };
      }}
      onChange={onChange}
    />
  );
}

/** The breaks of a form in minutes; empty: by the rule. */
export function BreaksInput({ form, onChange, hourFormat, label }: FieldProps) {
  return (
    <ParsedInput
      className="w-[110px]"
      label={label}
      placeholder="by the rule"
      value={form}
      format={(value) => formatBreaks(value, hourFormat)}
      parse={(text) => parseBreaks(text, form)}
      onChange={onChange}
    />
  );
}

/** The duties of a form with their times. */
export function DutiesInput({ form, onChange, hourFormat, label }: FieldProps) {
  return (
    <ParsedInput
      className="w-full"
      label={label}
      placeholder="Delivery 14:00-14:45"
      value={form}
      format={(value) => formatDuties(value, hourFormat)}
      parse={(text) => parseDuties(text, form)}
      onChange={onChange}
    />
  );
}
