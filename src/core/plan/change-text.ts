import { type HourFormat, formatDay, formatTime, formatTimeSpan } from '../time/format';
import type { Change, ShiftPatch } from './change';
import type { Conflict } from './preconditions';
import type { Shift } from './types';

/** The names that sentences about shifts say. */
export interface ShiftNames {
  readonly people: ReadonlyMap<string, string>;
  readonly roles: ReadonlyMap<string, string>;
  readonly hourFormat: HourFormat;
}

/**
 * A conflict in a sentence.
 *
 * @example
 * // somebody else changed this shift in the meantime (Ann Bo, Tue 24 9:00–17:00): the start: 10:00 now, 9:30 here
 */
export function formatConflict(change: Change, { column, now }: Conflict, names: ShiftNames): string {
  if (change.do === 'add') return 'there is a shift with this id already';
  if (!now || column === null) return 'somebody else has taken this shift away';
  const who = now.person === null ? 'Open shift' : (names.people.get(now.person) ?? now.person);
  const place = `${who}, ${formatDay(now.date)} ${formatTimeSpan(now.from, now.to, names.hourFormat)}`;
  const is = formatColumn(now, column, names);
  const mine = change.do === 'set' ? formatColumn(change.shift, column, names) : '';
  const both = is === '' ? '' : `: ${is} now${mine === '' ? '' : `, ${mine} here`}`;
  return `somebody else changed this shift in the meantime (${place}): ${COLUMNS[column]}${both}`;
}

function formatColumn(
  shift: ShiftPatch,
  column: keyof ShiftPatch,
  { people, roles, hourFormat }: ShiftNames,
): string {
  switch (column) {
    case 'person':
      return shift.person == null ? 'open' : (people.get(shift.person) ?? shift.person);
    case 'role':
      return shift.role == null ? 'no role' : (roles.get(shift.role) ?? shift.role);
    case 'date':
      return formatDay(shift.date!);
    case 'from':
    case 'to':
      return formatTime(shift[column]!, hourFormat);
    case 'break':
      return shift.break ? `${shift.break.minutes} min` : 'by the rule';
    case 'fixed':
      return shift.fixed ? 'yes' : 'no';
    case 'note':
    case 'label':
      return shift[column] ? `“${shift[column]}”` : 'nothing';
    case 'detail':
      return '';
  }
}

const COLUMNS: Readonly<Record<keyof ShiftPatch, string>> = {
  person: 'who works it',
  role: 'the role',
  date: 'the day',
  from: 'the start',
  to: 'the end',
  break: 'the break',
  fixed: 'whether it is fixed',
  note: 'the note',
  label: 'the shift name',
  detail: 'duties, station or check-list',
};

/** What a change did to its shift, as the history of the shift tells it: `given to Ann Bo, starts 10:00`. */
export function formatChange(change: Change, { people, roles, hourFormat }: ShiftNames): string {
  if (change.do === 'remove') return 'deleted';
  if (change.do !== 'add' && change.do !== 'set') return '';
  const shift: Partial<Shift> = change.shift;
  const who = (id: string | null) => (id === null ? 'open' : (people.get(id) ?? id));
  if (change.do === 'add')
    return `made: ${formatDay(change.shift.date)} ${formatTimeSpan(change.shift.from, change.shift.to, hourFormat)}, ${who(change.shift.person)}`;
  const parts: string[] = [];
  if (shift.person !== undefined)
    parts.push(shift.person === null ? 'turned open' : `given to ${who(shift.person)}`);
  if (shift.from !== undefined && shift.to !== undefined)
    parts.push(`times ${formatTimeSpan(shift.from, shift.to, hourFormat)}`);
  else if (shift.from !== undefined) parts.push(`starts ${formatTime(shift.from, hourFormat)}`);
  else if (shift.to !== undefined) parts.push(`ends ${formatTime(shift.to, hourFormat)}`);
  if (shift.date !== undefined) parts.push(`moved to ${formatDay(shift.date)}`);
  if (shift.role !== undefined)
    parts.push(`role ${shift.role === null ? 'none' : (roles.get(shift.role) ?? shift.role)}`);
  if (shift.break !== undefined)
    parts.push(shift.break === null ? 'break by the rule' : `break ${shift.break.minutes} min`);
  if (shift.label !== undefined) parts.push(shift.label ? `named "${shift.label}"` : 'shift name removed');
  if (shift.note !== undefined) parts.push(shift.note ? `note "${shift.note}"` : 'note removed');
  if (shift.fixed !== undefined) parts.push(shift.fixed ? 'fixed' : 'no longer fixed');
  if (shift.detail !== undefined && parts.length === 0) parts.push('duties, station or check-list');
  return parts.join(', ') || 'changed';
}
