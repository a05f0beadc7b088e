import { type CountedAsk, askedDays, countAsked } from '@/core/leave/asked';
import type { LeaveType } from '@/core/leave/leave-type';
import { draftOf } from '@/core/leave/request';
import { type Result, fail } from '@/core/plan/problem';
import { DAY } from '@/core/time/span';
import { type StoredRequest, findRequest, loadLeaveTypes } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { type Day, parseDate } from '@/core/time/day';
import { counted, formatLongDay } from '@/core/time/format';
import { BUSINESS } from '../access/permissions';
import { nowAt, timestamp } from '../now';
import { type CommandEffect, type Context, command } from '../commands/command';
import { publicAddress } from '../access/origin';
import { enqueueTellings } from '../outbox/enqueue';
import { changed, givenBack, requestOf, sent, whose } from './ask';
import { type LeavePerson, groundOf } from './ground';
import type { ShiftChoice } from './payload';
import { CHANGE_LEAVE, REPORT_ABSENCE } from './schema';
import { schedulersAt } from './tell';
import { shiftEffects, touchedBy } from './touched';
import { together } from '../commands/together';

interface Absence {
  readonly id: string;
  readonly type: string;
  /** The last day, as far as it is known. */
  readonly to: Day;
  readonly note: string;
  readonly person: string | null;
}

/** Says that one cannot come, from now on: nobody has to agree to it, and schedulers hear of it at once. */
export const reportAbsence = command<'leave.absent', Absence>({
  kind: 'leave.absent',
  permission: 'self',
  scope: () => BUSINESS,
  input: REPORT_ABSENCE,
  async prepare(context, absence) {
    if (absence.person !== null) return fail('input', 'say it for yourself alone', 'input.person');
    return absent(context, context.actor.person, absence);
  },
});

/** Notes that somebody cannot come. */
export const enterAbsence = command<'leave.absent.enter', Absence>({
  kind: 'leave.absent.enter',
  permission: 'leave.decide',
  scope: ({ person }) => (person === null ? BUSINESS : { leaveOf: [person] }),
  input: REPORT_ABSENCE,
  async prepare(context, absence) {
    if (absence.person === null) return fail('input', 'say who cannot come', 'input.person');
    return absent(context, absence.person, absence);
  },
});

async function absent(
  context: Context,
  id: string | null,
  { id: request, type: typeId, to, note }: Absence,
): Promise<Result<{ work: CommandEffect }>> {
  const found = await whose(context.db, id);
  if (!found.ok) return found;
  const { person } = found;
  const type = (await loadLeaveTypes(context.db)).find((one) => one.id === typeId);
  if (!type || type.isRetired) return fail('unknown', 'there is no such reason', 'input.type');
  if (await findRequest(context.db, request)) return fail('taken', 'this was said already', 'input.id');
  const { minute, date } = nowAt(person.home.timeZone);
  const today = parseDate(date)!;
  if (to < today) return fail('leave', 'the last day away lies before today', 'input.to');
  const asked = { kind: 'span', from: today, to, fromMinute: minute, toMinute: DAY } as const;
  const days = countAsked(askedDays(asked), groundOf(person, type));
  if (days.every(({ why }) => why === 'away'))
    return fail('leave', `${person.name} is away on all of these days already.`, 'input.to');
  const draft: StoredRequest = {
    ...draftOf(startingNow(days, type, await worksToday(context, person, today, minute))),
    ...{ id: request, person: person.id, at: timestamp(), askedBy: context.actor.id, asked, type, note },
    ...{ isAbsence: true, seenAt: timestamp() },
  };
  const noted = await sent(context, person, null, draft, 'cannot come', 'nobody');
  if (!noted.ok) return noted;
  const touched = await touchedBy(context.db, person, draft.days);
  const [site] = await loadRows(context.db, 'site', { id: person.home.id });
  const opens = site?.absence_opens === 1;
  const choices = touched.map(({ id: shift, site: at }): ShiftChoice => ({
    id: shift,
    site: at,
    become: 'open',
    to: null,
  }));
  const effects = await shiftEffects(
    // Turning them open is the rule of the site; whoever says that they cannot come need not be let into the plan.
    opens ? { ...context, actor: { ...context.actor, grants: [RULE] } } : context,
    person,
    touched,
    opens ? choices : [],
    `${person.name} cannot come`,
  );
  if (!effects.ok) return effects;
  const main: CommandEffect = {
    ...noted.work,
    title: `${person.name} cannot come until ${formatLongDay(to)}`,
    onCommitted: (trx) => tellSchedulers(trx, person, to, touched.length, opens),
  };
  return { ok: true, work: together(main, effects.effects) };
}

/** What the site does by its own rule, whoever causes it. */
const RULE = { kind: 'scheduler', site: null, area: null, seesPay: false } as const;

/** Of a day that is worked already what is left of it counts, and no more. */
function startingNow(
  days: readonly CountedAsk[],
  { unit }: Pick<LeaveType, 'unit'>,
  left: number | null,
): CountedAsk[] {
  return days.map((day, i) => {
    if (i > 0 || left === null) return day;
    const minutes = Math.min(day.minutes, left);
    return { ...day, minutes, amount: unit === 'hours' ? Math.min(day.amount, left) : day.amount };
  });
}

/** Minutes of today's published shifts that are still to come; null: there is none. */
async function worksToday(
  { db }: Context,
  person: LeavePerson,
  today: Day,
  minute: number,
): Promise<number | null> {
  const touched = await touchedBy(db, person, [{ date: today, part: { from: minute, to: DAY } }]);
  const left = touched.reduce((sum, { published, draft }) => {
    const shift = (published ?? draft)!;
    const end = (shift.date - today) * DAY + shift.to;
    const start = Math.max(minute, (shift.date - today) * DAY + shift.from);
    return sum + Math.max(0, end - start);
  }, 0);
  return touched.length > 0 ? left : null;
}

async function tellSchedulers(
  trx: Database,
  person: LeavePerson,
  to: Day,
  shifts: number,
  opens: boolean,
): Promise<void> {
  const what =
    shifts === 0
      ? 'No shift is touched.'
      : `${counted(shifts, 'shift')} ${shifts === 1 ? 'is' : 'are'} touched${opens ? ' and open now' : ''}.`;
  const line = `${person.name} cannot come until ${formatLongDay(to)}. ${what}`;
  const schedulers = await schedulersAt(trx, person.home.id, person.id);
  await enqueueTellings(
    trx,
    schedulers.map((one) => ({
      ...{ person: one, site: person.home.id, subject: `${person.name} cannot come`, line },
      body: `${line}\n\n${publicAddress()}/requests/${encodeURIComponent(person.home.id)}`,
    })),
  );
}

/** Says that one is back: days of an absence from one on are not away any more. */
export const endAbsence = command<
  'leave.back-at-work',
  { person: string; request: string; days: readonly Day[]; reason: string }
>({
  kind: 'leave.back-at-work',
  permission: 'self',
  scope: () => BUSINESS,
  input: CHANGE_LEAVE,
  async prepare(context, { person: id, request: of, days }) {
    if (id !== context.actor.person) return fail('forbidden', 'say it for yourself alone', 'input.person');
    const found = await whose(context.db, id);
    if (!found.ok) return found;
    const asked = await requestOf(context.db, id, of);
    if (!asked.ok) return asked;
    if (!asked.request.isAbsence)
      return fail('input', 'this was asked for: ask for it back', 'input.request');
    if (days.some((day) => day < found.person.today))
      return fail('input', 'days that are over were away', 'input.days');
    const given = givenBack(asked.request, days);
    if (!given.ok) return given;
    const { person } = found;
    return changed(context, person, asked.request, given.request, {
      title: `${person.name} is back from ${formatLongDay(Math.min(...days))}`,
      trail: { what: 'is back', days, reason: '' },
      onCommitted: async (trx) => {
        const line = `${person.name} is back from ${formatLongDay(Math.min(...days))}.`;
        const schedulers = await schedulersAt(trx, person.home.id, person.id);
        await enqueueTellings(
          trx,
          schedulers.map((one) => ({
            ...{ person: one, site: person.home.id, subject: line, body: line, line },
          })),
        );
      },
    });
  },
});
