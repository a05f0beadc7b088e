import type { ShiftPatch } from './change';
import { NO_DETAIL, type Shift, type ShiftDetail } from './types';

/** A shift as a pattern or a template has it: everything but who and on which date. */
export type ShiftSpec = ShiftContent & Omit<ShiftDetail, 'pattern'>;

type ShiftContent = Pick<Shift, 'from' | 'to' | 'role' | 'break' | 'label' | 'note'>;

/** A shift that is kept under a name, and placed by typing its short one. */
export interface ShiftTemplate {
  readonly id: string;
  readonly name: string;
  readonly short: string;
  readonly form: ShiftSpec;
}

/** What a form says, as fields of a shift. */
export function toShiftFields(form: ShiftSpec): ShiftContent & { readonly detail: ShiftDetail } {
  const { from, to, role, break: pause, label, note } = form;
  const { moreBreaks, duties, station, tasks, oneOff, template } = form;
  return {
    from,
    to,
    role,
    break: pause,
    label,
    note,
    detail: { ...NO_DETAIL, moreBreaks, duties, station, tasks, oneOff, template },
  };
}

/** The form of a shift: what a pattern or a template would keep of it. */
export function toShiftSpec(shift: Shift): ShiftSpec {
  const { from, to, role, break: pause, label, note } = shift;
  const { moreBreaks, duties, station, tasks, oneOff, template } = shift.detail ?? NO_DETAIL;
  return { from, to, role, break: pause, label, note, moreBreaks, duties, station, tasks, oneOff, template };
}

/** The fields of `after` that `before` has otherwise; null: none. `fixed` stays as the scheduler set it. */
export function diffShift(before: Shift, after: Shift): ShiftPatch | null {
  const patch: Record<string, unknown> = {};
  for (const key of ['person', 'role', 'date', 'from', 'to', 'break', 'note', 'label', 'detail'] as const)
    if (JSON.stringify(before[key] ?? null) !== JSON.stringify(after[key] ?? null)) patch[key] = after[key];
  return Object.keys(patch).length > 0 ? (patch as ShiftPatch) : null;
}
