import type { LeaveType } from '@/core/leave/leave-type';
import { balanceOn } from '@/core/leave/ledger';
import { fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { formatDays, formatHours } from '@/core/time/format';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { overtimeKey, overtimeOfKey, timeOffFor } from '@/core/timesheet/time-off';
import type { Database } from '@/data/database';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { entryRow, loadEntries, loadLeaveTypes, loadTimeOff } from '@/data/leave/leave-store';
import { rowChanges } from '@/data/records/records';
import { isOwner } from '../access/permissions';
import { command } from '../commands/command';
import { timestamp } from '../now';
import type { TimeOffView } from './payload';
import { sheetsOf } from './period';
import { type HoursTimeOff, TIME_OFF } from './schema';
import { refuseSettledDate } from './settled';
import { aboutPerson, homeOf } from './typed';

/** Turns overtime of a period into time off: it is not paid, and a balance of leave grows by it. */
export const giveTimeOff = command<'hours.time-off', HoursTimeOff>({
  kind: 'hours.time-off',
  permission: 'hours.approve',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: TIME_OFF,
  async prepare({ db, actor }, { id, person, first, minutes, type: typeId, rate }) {
    if (actor.person === person && !isOwner(actor))
      return fail('forbidden', 'nobody gives time off to themselves', 'input.person');
    const home = await homeOf(db, person);
    if (!home.ok) return home;
    const period = payPeriodOn(hoursRulesFromRow(home.site).periods, first);
    if (period.first !== first) return fail('unknown', 'no period begins on this date', 'input.first');
    const settled = await refuseSettledDate(db, person, first, 'input.first');
    if (settled) return settled;
    const type = (await loadLeaveTypes(db)).filter(isEarnedInHours).find((one) => one.id === typeId);
    if (!type)
      return fail('unknown', 'there is no kind of leave that is earned and kept in hours', 'input.type');
    const { sheets } = (await sheetsOf(db, home.site, [person], period))!;
    const lines = sheets.get(person)?.days.flatMap((day) => day.lines) ?? [];
    const made = timeOffFor(lines, minutes, rate);
    if (!made) return fail('input', 'there is less overtime than that in this period', 'input.minutes');
    const { off, credited } = made;
    const note = `${formatHours(minutes)} of overtime, ${formatDays(first, period.days)}`;
    const entry = entryRow({
      ...{ id, person, type: type.id, date: off.at(-1)!.date, kind: 'earned', amount: credited, note },
      ...{ at: timestamp(), actor: actor.id, request: null, key: overtimeKey(off, id), reverses: null },
    });
    return {
      ok: true,
      work: {
        title: `${formatHours(minutes)} of overtime of ${home.person.name} as ${formatHours(credited)} of ${type.name}`,
        rows: rowChanges('leave_entry', [], [entry]),
        ...aboutPerson(person, home.site.id),
      },
    };
  },
});

/** Whether overtime can become leave of a kind. */
function isEarnedInHours({ isEarned, unit, balance, isRetired }: LeaveType): boolean {
  return isEarned && unit === 'hours' && balance !== null && !isRetired;
}

/** What overtime of a period became, and what more of it can become, with the balances at its end. */
export async function timeOffOf(
  db: Database,
  person: string,
  { first, days }: { readonly first: Day; readonly days: number },
): Promise<TimeOffView> {
  const all = await loadLeaveTypes(db);
  const names = new Map(all.map(({ id, name }) => [id, name]));
  const types = all.filter(isEarnedInHours);
  const entries = types.length > 0 ? await loadEntries(db, [person]) : [];
  const given = (await loadTimeOff(db, [person])).flatMap(({ id, type, amount, key }) => {
    const its = overtimeOfKey(key).filter(({ date }) => date >= first && date < first + days);
    if (its.length === 0) return [];
    const minutes = its.reduce((sum, one) => sum + one.minutes, 0);
    return [{ entry: id, name: names.get(type) ?? '', minutes, credited: amount }];
  });
  return {
    given,
    types: types.map(({ id, name }) => ({
      ...{ id, name },
      balance: balanceOn(
        entries.filter(({ type }) => type === id),
        first + days - 1,
      ),
    })),
  };
}
