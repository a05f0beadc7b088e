import type { ShiftPatch } from '../plan/change';
import { NO_DETAIL, type Break, type Duty, type Once, type Shift } from '../plan/types';

/** A shift as a pattern or a template has it: everything but who and on which date. */
export interface ShiftForm {
  readonly from: number;
  readonly to: number;
  readonly role: string | null;
  readonly break: Break | null;
  readonly label: string | null;
  readonly note: string | null;
  readonly moreBreaks: readonly Break[];
  readonly duties: readonly Duty[];
  readonly station: string | null;
  readonly tasks: readonly string[];
  readonly once: Once;
  readonly template: string | null;
}

/** A shift that is kept under a name, and placed by typing its short one. */
export interface ShiftTemplate {
  readonly id: string;
  readonly name: string;
  readonly short: string;
  readonly form: ShiftForm;
}

/** What a form says, as fields of a shift. */
export function fieldsOf(form: ShiftForm): Pick<
  Shift,
  'from' | 'to' | 'role' | 'break' | 'label' | 'note'
> & {
  readonly detail: NonNullable<Shift['detail']>;
} {
  const { from, to, role, break: pause, label, note } = form;
  const { moreBreaks, duties, station, tasks, once, template } = form;
  return {
    from,
    to,
    role,
    break: pause,
    label,
    note,
    detail: { ...NO_DETAIL, moreBreaks, duties, station, tasks, once, template },
  };
}

/** The form of a shift: what a pattern or a template would keep of it. */
export function formOf(shift: Shift): ShiftForm {
  const { from, to, role, break: pause, label, note } = shift;
  const { moreBreaks, duties, station, tasks, once, template } = shift.detail ?? NO_DETAIL;
  return { from, to, role, break: pause, label, note, moreBreaks, duties, station, tasks, once, template };
}

/** The fields of `after` that `before` has otherwise; null: none. `fixed` stays as the scheduler set it. */
export function differing(before: Shift, after: Shift): ShiftPatch | null {
  const patch: Record<string, unknown> = {};
  for (const key of ['person', 'role', 'date', 'from', 'to', 'break', 'note', 'label', 'detail'] as const)
    if (JSON.stringify(before[key] ?? null) !== JSON.stringify(after[key] ?? null)) patch[key] = after[key];
  return Object.keys(patch).length > 0 ? (patch as ShiftPatch) : null;
}
