import type { Selectable } from 'kysely';
import type { Shift, ShiftDetail } from '@/core/plan/types';
import { formatDate, parseDate } from '@/core/time/day';
import type { Schema, ShiftTable } from '../schema';

/** A row of a shift as it is read; one that was published is never fixed. */
export type StoredShift = Selectable<Schema['published_shift']> & { readonly fixed?: number };

/** A row of a shift as it is written. */
export type ShiftRow = Omit<ShiftTable, 'break_paid' | 'fixed'> & { break_paid: boolean; fixed: boolean };

/** The columns of a shift as it was published, its id first. */
export const PUBLISHED_COLUMNS = [
  'id',
  'site_id',
  'person_id',
  'role_id',
  'date',
  'from_minute',
  'to_minute',
  'break_minutes',
  'break_at',
  'break_paid',
  'note',
  'label',
  'detail',
] as const satisfies readonly (keyof ShiftTable)[];

/** The columns of a shift, its id first. */
export const COLUMNS = [...PUBLISHED_COLUMNS, 'fixed'] as const;

/** The shift that a row holds. */
export function shiftFromRow(row: StoredShift): Shift {
  return {
    id: row.id,
    person: row.person_id,
    role: row.role_id,
    date: parseDate(row.date)!,
    from: row.from_minute,
    to: row.to_minute,
    break:
      row.break_minutes === null
        ? null
        : { minutes: row.break_minutes, at: row.break_at, paid: row.break_paid !== 0 },
    fixed: Boolean(row.fixed),
    note: row.note,
    label: row.label,
    ...(row.detail === null ? {} : { detail: JSON.parse(row.detail) as ShiftDetail }),
  };
}

/** The row of a shift. */
export function shiftToRow(site: string, shift: Shift): ShiftRow {
  return {
    id: shift.id,
    site_id: site,
    person_id: shift.person,
    role_id: shift.role,
    date: formatDate(shift.date),
    from_minute: shift.from,
    to_minute: shift.to,
    break_minutes: shift.break?.minutes ?? null,
    break_at: shift.break?.at ?? null,
    break_paid: shift.break?.paid ?? false,
    fixed: shift.fixed,
    note: shift.note,
    label: shift.label,
    detail: shift.detail ? JSON.stringify(shift.detail) : null,
  };
}

/** The columns that a change of a shift writes. */
export function patchToRow(patch: Partial<Shift>): Partial<ShiftRow> {
  const row: Partial<ShiftRow> = {};
  if (patch.person !== undefined) row.person_id = patch.person;
  if (patch.role !== undefined) row.role_id = patch.role;
  if (patch.date !== undefined) row.date = formatDate(patch.date);
  if (patch.from !== undefined) row.from_minute = patch.from;
  if (patch.to !== undefined) row.to_minute = patch.to;
  if (patch.fixed !== undefined) row.fixed = patch.fixed;
  if (patch.note !== undefined) row.note = patch.note;
  if (patch.label !== undefined) row.label = patch.label;
  if (patch.detail !== undefined) row.detail = patch.detail && JSON.stringify(patch.detail);
  if (patch.break !== undefined) {
    row.break_minutes = patch.break?.minutes ?? null;
    row.break_at = patch.break?.at ?? null;
    row.break_paid = patch.break?.paid ?? false;
  }
  return row;
}
