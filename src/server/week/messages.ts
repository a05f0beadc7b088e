import type { PlacementConflict } from '@/core/week/placement';
import type { Change, ShiftPatch } from '@/core/plan/change';
import type { Conflict } from '@/core/plan/preconditions';
import type { Plan, Shift } from '@/core/plan/types';
import { formatDay, formatTime, formatTimeSpan, type HourFormat } from '@/core/time/format';
import type { Database } from '@/data/database';

/** A conflict in a sentence: `Ann Bo, Tue 24 9:00–17:00: it starts 10:00 by now, not 9:30.` */
export async function conflictMessage(
  db: Database,
  site: string,
  change: Change,
  { column, now }: Conflict,
): Promise<string> {
  if (change.do === 'add') return 'there is a shift with this id already';
  if (!now || column === null) return 'somebody else has taken this shift away';
  const stored = await db.selectFrom('site').select('hour_format').where('id', '=', site).executeTakeFirst();
  const hourFormat: HourFormat = stored?.hour_format === '12' ? '12' : '24';
  const name = async (table: 'person' | 'role', id: string | null, none: string) => {
    if (id === null) return none;
    const row = await db.selectFrom(table).select('name').where('id', '=', id).executeTakeFirst();
    return row?.name ?? id;
  };
  const shown = async (shift: ShiftPatch): Promise<string> => {
    switch (column) {
      case 'person':
        return name('person', shift.person ?? null, 'open');
      case 'role':
        return name('role', shift.role ?? null, 'no role');
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
  };
  const who = await name('person', now.person, 'Open shift');
  const place = `${who}, ${formatDay(now.date)} ${formatTimeSpan(now.from, now.to, hourFormat)}`;
  const is = await shown(now);
  const mine = change.do === 'set' ? await shown(change.shift) : '';
  const both = is === '' ? '' : `: ${is} now${mine === '' ? '' : `, ${mine} here`}`;
  return `somebody else changed this shift in the meantime (${place}): ${COLUMNS[column]}${both}`;
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
  label: 'the label',
  detail: 'duties, station or check-list',
};

/** Sentences about shifts that arrive otherwise than they left. */
export function remarksOf(plan: Plan, hourFormat: HourFormat, sites: ReadonlyMap<string, string>) {
  const people = new Map(plan.people.map((person) => [person.id, person.name]));
  const roles = new Map(plan.roles.map((role) => [role.id, role.name]));
  const time = (from: number, to: number) => formatTimeSpan(from, to, hourFormat);
  const why = (barrier: PlacementConflict): string => {
    switch (barrier.why) {
      case 'leave':
        return 'on leave';
      case 'holiday':
        return `closed for ${barrier.name}`;
      case 'employment':
        return 'not employed then';
      case 'gone':
        return 'no longer at this site';
      case 'busy': {
        const where = barrier.site === null ? '' : ` at ${sites.get(barrier.site) ?? barrier.site}`;
        return `already works ${time(barrier.from, barrier.to)}${where}`;
      }
    }
  };
  return {
    /** `Sat 28, 9:00–17:00 Bar, Ann Bo: arrives open, on leave.` */
    remark(shift: Shift, what: 'opened' | 'left', barrier: PlacementConflict | null): string {
      const name = shift.person === null ? 'open' : (people.get(shift.person) ?? 'somebody who has left');
      const role = shift.role === null ? '' : ` ${roles.get(shift.role) ?? ''}`.trimEnd();
      const reason = barrier ? why(barrier) : 'its role is no longer used here';
      const outcome = what === 'opened' ? 'arrives open' : 'does not come';
      return `${formatDay(shift.date)}, ${time(shift.from, shift.to)}${role}, ${name}: ${outcome}, ${reason}.`;
    },
  };
}
