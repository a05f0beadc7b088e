import { weekdayOf } from '../time/day';
import { DAY } from '../time/span';
import type { Change, ShiftPatch } from './change';
import { detailWith, movedBy } from './shift-edits';
import type { Shift } from './types';

/** One thing done to many shifts at once. Minutes and days may be negative. */
export type BulkEdit =
  | { readonly do: 'move'; readonly minutes: number; readonly days: number }
  | { readonly do: 'role'; readonly role: string | null }
  | { readonly do: 'label'; readonly label: string | null }
  /** null: as the site's rule has it. */
  | { readonly do: 'break'; readonly minutes: number | null }
  /** null: turn open. */
  | { readonly do: 'person'; readonly person: string | null }
  | { readonly do: 'station'; readonly station: string | null }
  | { readonly do: 'fixed'; readonly fixed: boolean }
  | { readonly do: 'remove' };

/**
 * The changes that do one thing to all of some shifts; those that stand so already are left out. Applied in one
 * go they are one change with one inverse.
 */
export function bulkChanges(shifts: readonly Shift[], edit: BulkEdit): Change[] {
  return shifts.flatMap((shift): Change[] => {
    if (edit.do === 'remove') return [{ do: 'remove', id: shift.id }];
    const patch = patchOf(shift, edit);
    return patch ? [{ do: 'set', id: shift.id, shift: patch }] : [];
  });
}

function patchOf(shift: Shift, edit: Exclude<BulkEdit, { do: 'remove' }>): ShiftPatch | null {
  switch (edit.do) {
    case 'move': {
      const by = edit.minutes + edit.days * DAY;
      return by === 0 ? null : movedBy(shift, by);
    }
    case 'role':
      return shift.role === edit.role ? null : { role: edit.role };
    case 'label':
      return shift.label === edit.label ? null : { label: edit.label };
    case 'person':
      return shift.person === edit.person ? null : { person: edit.person };
    case 'fixed':
      return shift.fixed === edit.fixed ? null : { fixed: edit.fixed };
    case 'station':
      return (shift.detail?.station ?? null) === edit.station
        ? null
        : { detail: detailWith(shift, { station: edit.station }) };
    case 'break': {
      const several = (shift.detail?.moreBreaks.length ?? 0) > 0;
      const detail = several ? { detail: detailWith(shift, { moreBreaks: [] }) } : {};
      if (edit.minutes === null) return shift.break === null ? null : { break: null, ...detail };
      const { minutes } = edit;
      if (shift.break?.minutes === minutes && shift.break.at === null && !several) return null;
      return { break: { minutes, at: null, paid: shift.break?.paid ?? false }, ...detail };
    }
  }
}

/** Which shifts a rule picks; what is null does not matter. */
export interface MatchRule {
  readonly role: string | null;
  /** One flag a weekday, Monday first. */
  readonly days: readonly boolean[] | null;
  readonly person: string | null;
  readonly station: string | null;
  readonly label: string | null;
  readonly open: boolean | null;
}

/** The shifts a rule picks, such as all of Kitchen on Saturday. */
export function matched(shifts: readonly Shift[], rule: MatchRule): Shift[] {
  return shifts.filter(
    (shift) =>
      (rule.role === null || shift.role === rule.role) &&
      (rule.days === null || rule.days[weekdayOf(shift.date)]) &&
      (rule.person === null || shift.person === rule.person) &&
      (rule.station === null || shift.detail?.station === rule.station) &&
      (rule.label === null || shift.label === rule.label) &&
      (rule.open === null || (shift.person === null) === rule.open),
  );
}
