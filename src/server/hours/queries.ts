import { exceptionText } from '@/core/clock/explain';
import { runningBalance } from '@/core/clock/time-model';
import { toMajor } from '@/core/hours/money';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import { type PayKindNames, payKindKey, payKindName } from '@/core/timesheet/pay-kind';
import type { PayPeriod } from '@/core/timesheet/pay-period';
import type { SheetDay, SheetTotal } from '@/core/timesheet/sheet';
import { stateAfter } from '@/core/timesheet/steps';
import { lastSeq } from '@/data/activity/activity-store';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { checkAccess, checkLeaveOf, homesOf, managedSites } from '../access/permissions';
import { activityNames } from '../clock/activities';
import { refuseOff } from '../site/capabilities';
import type {
  HoursExport,
  HoursPage,
  HoursRow,
  HoursTotal,
  PunchRequestView,
  SheetDayView,
  SheetPage,
} from './payload';
import { changedBy, peopleAtHome, periodAt, sheetsOf } from './period';
import type { SheetGround } from './sources';
import { timeOffOf } from './time-off';

/** Hours of everybody at home at a site in the period of a date (null: of today), as far as the actor may see them. */
export async function hoursAt(
  db: Database,
  actor: Actor,
  site: string,
  date: Day | null,
): Promise<Result<{ page: HoursPage }>> {
  const isManager = (await managedSites(db, actor)).has(site);
  const refused =
    (isManager ? null : checkAccess(actor, 'hours.read', site)) ?? (await refuseOff(db, 'hours', [site]));
  if (refused) return refused;
  const asOf = await lastSeq(db);
  const at = await periodAt(db, site, date);
  if (!at) return fail('unknown', `there is no site "${site}"`, 'site');
  const { row, rules, period, today } = at;
  const people = (await peopleAtHome(db, site, period)).filter(
    ({ manager }) => checkLeaveOf(actor, 'hours.read', { home: site, manager }) === null,
  );
  const ids = people.map(({ id }) => id);
  const { sheets, steps, ground } = (await sheetsOf(db, row, ids, period))!;
  const asked = await countAsked(db, ids);
  const rows = people.flatMap(({ id, name, groups }): HoursRow[] => {
    const sheet = sheets.get(id);
    if (!sheet) return [];
    const its = steps.get(id) ?? [];
    const { days, worked, planned, toLookAt: look } = sheet;
    return [
      {
        ...{ id, name, groups, worked, planned, look, asked: asked.get(id) ?? 0 },
        from: ground.sources.get(id)!.from,
        state: stateAfter(its),
        changedBy: changedBy(sheet, its),
        cells: days.map((day) => ({
          ...{ worked: day.worked, planned: day.planned, credited: day.credited },
          look: day.toLookAt.map(exceptionText),
          isByHand: day.isByHand,
        })),
      },
    ];
  });
  const { names, decimals } = await namesOf(db, rules, ground);
  const isPayShown = seesPay(actor, site);
  const totals = new Map<string, { kind: SheetTotal['kind']; minutes: number; cost: number }>();
  for (const sheet of sheets.values())
    for (const { kind, minutes, cost } of sheet.totals) {
      const known = totals.get(payKindKey(kind)) ?? { kind, minutes: 0, cost: 0 };
      totals.set(payKindKey(kind), { kind, minutes: known.minutes + minutes, cost: known.cost + cost });
    }
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: row.name, period, today, rows, figures: rules.figures },
      hourFormat: row.hour_format as HourFormat,
      weekStart: row.week_start,
      deadline: period.first + period.days - 1 + rules.deadlineDays,
      totals: totalViews([...totals.values()], names, isPayShown ? decimals : null),
      exports: await exportsOf(db, site, period),
      columns: rules.columns,
      fields: (await loadRows(db, 'custom_field', {})).map((field) => ({ id: field.id, name: field.name })),
      canApprove: isManager || checkAccess(actor, 'hours.approve', site) === null,
      canLock: checkAccess(actor, 'hours.lock', site) === null,
      canReport: checkAccess(actor, 'hours.read', site) === null,
      canClock: checkAccess(actor, 'clock.write', site) === null,
      currency: row.currency,
    },
  };
}

/** One person's hours in the period of a date, for who may see them; `isOwn`: for themselves. */
export async function sheetPage(
  db: Database,
  actor: Actor,
  person: string,
  date: Day | null,
): Promise<Result<{ sheet: SheetPage }>> {
  const who = (await homesOf(db, [person])).get(person);
  const isOwn = actor.person === person;
  const home = who?.home ?? null;
  const refused = isOwn ? null : checkLeaveOf(actor, 'hours.read', who ?? { home: null, manager: null });
  if (refused) return refused;
  if (home === null) return fail('unknown', 'there is no such person at a site', 'person');
  const off = await refuseOff(db, 'hours', [home]);
  if (off) return off;
  const { row, rules, period, today } = (await periodAt(db, home, date))!;
  const found = (await sheetsOf(db, row, [person], period))!;
  const [sheet, source] = [found.sheets.get(person), found.ground.sources.get(person)];
  if (!sheet || !source) return fail('unknown', 'there is nothing of this person here', 'person');
  const steps = found.steps.get(person) ?? [];
  const { names, decimals } = await namesOf(db, rules, found.ground);
  const isPayShown = !isOwn && seesPay(actor, home);
  const { first, days: count } = period;
  const { clock } = found.ground.context;
  const [from, to] = [clock.elapsed(first * 1440), clock.elapsed((first + count + 1) * 1440)];
  const model = found.ground.models.get(person)!;
  const byDate = (of: (day: SheetDay) => number) => new Map(sheet.days.map((day) => [day.date, of(day)]));
  const canApprove = !isOwn && checkLeaveOf(actor, 'hours.approve', who!) === null;
  return {
    ok: true,
    sheet: {
      ...{ person, name: source.person.name, site: home, period, today, figures: rules.figures },
      ...{ timeZone: row.time_zone, blockMinutes: row.block_minutes, weekStart: row.week_start },
      hourFormat: row.hour_format as HourFormat,
      deadline: first + count - 1 + rules.deadlineDays,
      from: source.from,
      state: stateAfter(steps),
      steps: steps.map(({ id, kind, by, at, text }) => ({ id, kind, by, at, text, figures: null })),
      changedBy: changedBy(sheet, steps),
      days: sheet.days.map((day) => dayView(day, names)),
      weeks: sheet.weeks,
      totals: totalViews(sheet.totals, names, isPayShown ? decimals : null),
      ...{ worked: sheet.worked, planned: sheet.planned, look: sheet.toLookAt },
      balance: runningBalance(
        model,
        { first, count: Math.min(count, Math.max(0, today - first + 1)), weekStart: row.week_start },
        byDate(({ worked }) => worked),
        byDate(({ credited }) => credited),
      ),
      punches: (found.ground.punches.get(person) ?? []).filter(({ at }) => at >= from && at < to),
      requests: await punchRequestsOf(db, person, [from, to]),
      kinds: rules.kinds.filter(({ isRetired }) => !isRetired).map(({ id, name }) => ({ id, name })),
      currency: row.currency,
      ownPunches: rules.ownPunches,
      leaveTypes: isOwn ? [] : await leaveToEnter(db, actor, who!, home),
      timeOff: canApprove ? await timeOffOf(db, person, period) : null,
      canApprove,
      canLock: !isOwn && checkAccess(actor, 'hours.lock', home) === null,
      canClock: !isOwn && checkAccess(actor, 'clock.write', home) === null,
      activities: await activitiesShown(db, isOwn, found.ground.punches.get(person) ?? []),
    },
  };
}

/** Kinds of leave that somebody may enter for a person; none where they have no say in it, or the site does without leave. */
async function leaveToEnter(
  db: Database,
  actor: Actor,
  who: Parameters<typeof checkLeaveOf>[2],
  home: string,
): Promise<SheetPage['leaveTypes']> {
  if (checkLeaveOf(actor, 'leave.decide', who) ?? (await refuseOff(db, 'leave', [home]))) return [];
  const types = (await loadLeaveTypes(db)).filter(({ isRetired }) => !isRetired);
  return types.map(({ id, name, unit }) => ({ id, name, unit }));
}

/** What is worked at, by name; to somebody themselves only what they clocked: the rest is not their business. */
async function activitiesShown(db: Database, isOwn: boolean, punches: readonly StoredPunch[]) {
  const all = await activityNames(db);
  const known = new Set(punches.map(({ work }) => work?.activity));
  return isOwn ? all.filter(({ id }) => known.has(id)) : all;
}

function dayView(day: SheetDay, names: PayKindNames): SheetDayView {
  const { date, planned, worked, credited, shifts, entry, typed, lines, toLookAt } = day;
  return {
    ...{ date, planned, worked, credited, entry, typed },
    shifts: shifts.map(({ start, end, role }) => ({ start, end, role })),
    lines: lines.map(({ kind, minutes }) => ({ kind, minutes, name: payKindName(kind, names) })),
    look: toLookAt.map(exceptionText),
  };
}

function totalViews(
  totals: readonly SheetTotal[],
  names: PayKindNames,
  decimals: number | null,
): HoursTotal[] {
  return totals.map(({ kind, minutes, cost }) => ({
    ...{ key: payKindKey(kind), name: payKindName(kind, names), minutes },
    cost: decimals === null ? null : toMajor(cost, decimals),
  }));
}

async function namesOf(db: Database, rules: HoursRules, ground: SheetGround) {
  const leaveTypes = (await loadLeaveTypes(db)).map(({ id, name }) => ({ id, name }));
  const [source] = ground.sources.values();
  return { names: { own: rules.kinds, leaveTypes }, decimals: source?.decimals ?? 2 };
}

async function exportsOf(
  db: Database,
  site: string,
  { first }: Pick<PayPeriod, 'first'>,
): Promise<HoursExport[]> {
  const rows = await db
    .selectFrom('payroll_export')
    .select(['id', 'at', 'by_name', 'form', 'people'])
    .where('site_id', '=', site)
    .where('first', '=', formatDate(first))
    .orderBy('at')
    .execute();
  return rows.map(({ id, at, by_name: by, form, people }) => ({
    ...{ id, at, by, form },
    people: (JSON.parse(people) as string[]).length,
  }));
}

/** How many questions about the clock of some people wait, by person. */
async function countAsked(db: Database, ids: readonly string[]): Promise<Map<string, number>> {
  const rows = await db
    .selectFrom('punch_request')
    .select(({ fn }) => ['person_id', fn.countAll<number>().as('count')])
    .where('state', '=', 'waiting')
    .where('person_id', 'in', amongTexts(ids))
    .groupBy('person_id')
    .execute();
  return new Map(rows.map(({ person_id, count }) => [person_id, Number(count)]));
}

async function punchRequestsOf(
  db: Database,
  person: string,
  [from, to]: readonly [number, number],
): Promise<PunchRequestView[]> {
  const rows = await loadRows(db, 'punch_request', { person_id: person });
  return rows
    .map((row) => ({ row, at: Math.floor(Date.parse(row.at) / 60_000) }))
    .filter(({ at, row }) => at >= from && at < to && row.state !== 'withdrawn')
    .map(({ row: { id, punch_id, kind, reason, state, answer }, at }) => ({
      ...{ id, kind, at, reason, state, answer },
      punch: punch_id,
    }));
}
