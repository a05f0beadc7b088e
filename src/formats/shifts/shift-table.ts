import { formatDate } from '@/core/time/day';
import { formatClock, weekdayName } from '@/core/time/format';
import { breakMinutes } from '@/core/plan/resolved-shift';
import { SHIFT_COLUMNS, type ShiftColumn } from '@/core/week/shift-columns';
import type { PlanShift } from '@/core/checks/shared/check';

/** A shift with what a table names it by. */
export interface ShiftLine {
  readonly shift: PlanShift;
  /** null: open. */
  readonly person: string | null;
  readonly number: string | null;
  readonly role: string | null;
  readonly state: 'draft' | 'changed' | 'published' | 'week before';
}

/**
 * Shifts as lines of a table, a row each, under the names of the columns that are wanted, in their own order. Times
 * are `HH:MM`, an end after midnight that of the next day; hours are decimals with a point.
 */
export function shiftTable(lines: readonly ShiftLine[], columns: readonly ShiftColumn[]): string[][] {
  const wanted = SHIFT_COLUMNS.filter(({ id }) => columns.includes(id));
  return [wanted.map(({ name }) => name), ...lines.map((line) => wanted.map(({ id }) => cellOf(line, id)))];
}

function cellOf({ shift, person, number, role, state }: ShiftLine, column: ShiftColumn): string {
  const { date, from, to, label, note, detail } = shift.planShift!;
  switch (column) {
    case 'date':
      return formatDate(date);
    case 'weekday':
      return weekdayName(date);
    case 'person':
      return person ?? 'open';
    case 'number':
      return number ?? '';
    case 'role':
      return role ?? '';
    case 'start':
      return formatClock(from);
    case 'end':
      return formatClock(to);
    case 'break':
      return String(breakMinutes(shift));
    case 'paid':
      return (Math.round((shift.paid / 60) * 100) / 100).toString();
    case 'label':
      return label ?? '';
    case 'station':
      return detail?.station ?? '';
    case 'note':
      return note ?? '';
    case 'state':
      return state;
  }
}
