import { plannedSpan } from '@/core/clock/planned-span';
import { groupedBy } from '@/core/grouped';
import { type Result, fail } from '@/core/plan/problem';
import { resolveShift } from '@/core/plan/resolved-shift';
import { publishChanges } from '@/core/publish/publish-changes';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { sinceMidnight } from '@/core/today/since-midnight';
import { DAY } from '@/core/time/span';
import { lastSeq } from '@/data/activity/activity-store';
import { clockRulesFromRow, loadPunches } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { loadRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { activityNames } from '../clock/activities';
import { callsAt } from '../calls/queries';
import { absenceTypes } from '../leave/absent-now';
import { now, nowAt } from '../now';
import { refuseOff } from '../site/capabilities';
import { loadDays } from './day';
import type { TodayPage, TodayPerson } from './payload';

/** How long before the day a stint can have begun that is still under way, in minutes. */
const BEFORE = DAY;

/** Who should be at a site today and what they clocked, for who may see it. */
export async function todayAt(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ page: TodayPage }>> {
  const refused = checkAccess(actor, 'clock.read', site) ?? (await refuseOff(db, 'clock', [site]));
  if (refused) return refused;
  const asOf = await lastSeq(db);
  const line = (await listSites(db)).find(({ id }) => id === site);
  if (!line) return fail('unknown', `there is no site "${site}"`, 'site');
  const date: Day = parseDate(nowAt(line.timeZone).date)!;
  // Last night's shifts belong to yesterday, and may still be worked.
  const { stored, context, ...day } = (await loadDays(db, site, date - 1, 2))!;
  const { clock } = context;
  const [from, to] = [clock.elapsed(date * DAY), clock.elapsed((date + 1) * DAY)];
  const shifts = day.published
    .map((shift) => resolveShift(context, shift))
    .filter(({ start, end, date: its }) => its === date || (start < from && end > from))
    .sort((a, b) => a.start - b.start);
  const byPerson = groupedBy(
    shifts.filter(({ person }) => person !== null),
    ({ person }) => person!,
  );
  const known = day.people.map(({ id }) => id);
  const punches = groupedBy(await loadPunches(db, known, from - BEFORE, to), ({ person }) => person);
  const people: TodayPerson[] = [];
  const others: { id: string; name: string }[] = [];
  for (const { id, name, phone, away: spans } of day.people) {
    const planned = (byPerson.get(id) ?? []).map(plannedSpan);
    const clocked = punches.get(id) ?? [];
    const isOfToday = planned.length > 0 || clocked.some(({ at }) => at >= from);
    if (!isOfToday) {
      others.push({ id, name });
      continue;
    }
    const away = spans.map((span) => ({ from: clock.elapsed(span.from), to: clock.elapsed(span.to) }));
    const its = planned.some((span) => span.date < date) ? clocked : sinceMidnight(clocked, from);
    people.push({ id, name, phone, planned, punches: its, leave: away });
  }
  const [row] = await loadRows(db, 'site', { id: site });
  const calls = await callsAt(db, actor, site, date);
  const mayEnter =
    checkAccess(actor, 'leave.decide', site) === null && (await refuseOff(db, 'leave', [site])) === null;
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: line.name, timeZone: line.timeZone, hourFormat: line.hourFormat, date },
      ...{ blockMinutes: stored.site.blockMinutes, now: Math.floor(now() / 60_000), people, others },
      roles: stored.roles.map(({ id, name, ink }) => ({ id, name, ink })),
      rules: clockRulesFromRow(row),
      tiers: stored.rules.breaks,
      unpublished: publishChanges(day.drafts, day.published, {
        from: date,
        to: date + 1,
        people: null,
      }).length,
      open: shifts.filter(({ person, date: its }) => person === null && its === date).map(plannedSpan),
      canClock: checkAccess(actor, 'clock.write', site) === null,
      activities: await activityNames(db),
      canCall: calls.ok,
      calls: calls.ok ? calls.calls : [],
      absenceTypes: mayEnter
        ? absenceTypes((await loadLeaveTypes(db)).filter(({ isRetired }) => !isRetired))
        : [],
      week: formatDate(startOfWeek(date, line.weekStart)),
    },
  };
}
