import type { Shift } from '@/core/plan/types';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import type { Colleague, OwnPage } from '@/server/staff/payload';

type Names = Pick<OwnPage, 'roles' | 'hourFormat'>;

/** The role of a shift by name; nothing where it has none. */
export function shiftWords({ role }: Shift, { roles }: Names): string {
  return role === null ? '' : (roles[role] ?? '');
}

/** A shift in a line: `Fri 27, 17:00–23:00 Bar`. */
export function shiftLine(shift: Shift, names: Names): string {
  return `${formatDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, names.hourFormat)} ${shiftWords(shift, names)}`.trim();
}

/** What is different about a shift of the same times, role and day. */
export function otherWords(before: Shift, after: Shift): string[] {
  const parts: string[] = [];
  if (before.note !== after.note) parts.push(after.note ? `note: ${after.note}` : 'no note any more');
  if (before.label !== after.label) parts.push(after.label ? `called ${after.label}` : 'no name any more');
  if (JSON.stringify(before.break) !== JSON.stringify(after.break)) parts.push('another break');
  if (before.detail?.station !== after.detail?.station)
    parts.push(after.detail?.station ? `at ${after.detail.station}` : 'no station any more');
  if (JSON.stringify(before.detail?.duties) !== JSON.stringify(after.detail?.duties))
    parts.push('other duties');
  if (JSON.stringify(before.detail?.tasks) !== JSON.stringify(after.detail?.tasks))
    parts.push('another check-list');
  return parts;
}

/** A colleague by name, or by the role where names are not shown. */
export function colleagueName({ name, role }: Colleague, roles: Readonly<Record<string, string>>): string {
  return name ?? (role === null ? 'somebody' : `somebody as ${roles[role] ?? 'a colleague'}`);
}
