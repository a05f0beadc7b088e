import { entriesOf } from '@/core/clock/entries';
import { plannedSpan } from '@/core/clock/planned-span';
import { type TimeModel, fixedHoursOn } from '@/core/clock/time-model';
import { groupedBy } from '@/core/grouped';
import { decimalsOf } from '@/core/hours/money';
import { type PlanContext, planContext } from '@/core/plan/plan-context';
import type { ResolvedShift } from '@/core/plan/resolved-shift';
import type { Person, Plan, Role } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { type PayPeriod, weeksOf } from '@/core/timesheet/pay-period';
import { overtimeOfKey } from '@/core/timesheet/time-off';
import { timeModelOf } from '@/core/timesheet/hours-rules';
import type { CreditedLeave, HoursFrom, SheetSource } from '@/core/timesheet/sheet';
import type { StoredPunch } from '@/data/clock/punch-store';
import { clockRulesFromRow, loadPunches } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import {
  hoursRulesFromRow,
  loadTypedHours,
  timeModelFromRow,
  typedHoursFromRow,
} from '@/data/hours/hours-store';
import { loadTimeOff, requestsOf } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import type { RowOf } from '@/data/records/records';
import { type Worked, publishedShiftsOfPeople } from '@/data/week/shift-store';
import { now } from '../now';
import { resolvedAll } from '../staff/resolved-at';
import { toldPlan } from '../staff/own-plan';

/** What the hours of some people of one home site are worked out from, and what is shown beside them. */
export interface SheetGround {
  readonly sources: ReadonlyMap<string, SheetSource>;
  readonly models: ReadonlyMap<string, TimeModel>;
  /** What each clocked, corrections among it. */
  readonly punches: ReadonlyMap<string, readonly StoredPunch[]>;
  readonly context: PlanContext;
}

/** Where the hours of somebody come from, by what is said of them and what their home site uses. */
export function hoursFromOf(
  person: Pick<RowOf<'person'>, 'hours_from' | 'pay_kind'>,
  site: Pick<RowOf<'site'>, 'capabilities_off'>,
): HoursFrom {
  if (person.hours_from !== null) return person.hours_from as HoursFrom;
  if (person.pay_kind === 'salaried') return 'plan';
  return (JSON.parse(site.capabilities_off) as string[]).includes('clock') ? 'typed' : 'clock';
}

/**
 * Reads what the hours of some people in a period are worked out from: what they were told to work at whatever site, what they
 * clocked and typed, and their leave. The rules are those of their home site. `more`: punches that are not kept yet.
 */
export async function loadSheetGround(
  db: Database,
  site: RowOf<'site'>,
  ids: readonly string[],
  period: Pick<PayPeriod, 'first' | 'days'>,
  more: readonly StoredPunch[] = [],
): Promise<SheetGround | null> {
  const rules = hoursRulesFromRow(site);
  const weeks = weeksOf(period, site.week_start);
  const span: readonly [Day, Day] = [weeks[0], weeks.at(-1)! + 7];
  const days = span[1] - span[0];
  // What was clocked in the first and the last night may belong to shifts around the weeks.
  const worked = await publishedShiftsOfPeople(db, ids, [span[0] - 1, span[1] + 1]);
  const plan = await planWithPay(db, site.id, ids, [span[0], days], worked);
  if (!plan) return null;
  const context = planContext(plan);
  const resolved = groupedBy([...(await resolvedAll(db, worked)).values()], ({ person }) => person!);
  const { clock } = context;
  const [from, to] = [clock.elapsed(span[0] * DAY), clock.elapsed(span[1] * DAY)];
  const punches = groupedBy(
    [...(await loadPunches(db, ids, from - DAY, to + DAY)), ...more],
    ({ person }) => person,
  );
  const typed = groupedBy(await loadTypedHours(db, ids, span), ({ person_id }) => person_id);
  const leave = await leaveOf(db, ids, span);
  const timeOff = groupedBy(await loadTimeOff(db, ids), ({ person }) => person);
  const rows = await db
    .selectFrom('person')
    .select(['id', 'pay_kind', 'hours_from', 'time_model', 'groups'])
    .where('id', 'in', amongTexts(ids))
    .execute();
  const people = new Map(plan.people.map((person) => [person.id, person]));
  const clockRules = clockRulesFromRow(site);
  const sources = new Map<string, SheetSource>();
  const models = new Map<string, TimeModel>();
  for (const row of rows) {
    const person = people.get(row.id);
    if (!person) continue;
    const model = timeModelOf(timeModelFromRow(row), JSON.parse(row.groups) as string[], rules);
    const shifts = (resolved.get(row.id) ?? []).sort((a, b) => a.start - b.start);
    models.set(row.id, model);
    sources.set(row.id, {
      ...{ person, context, shifts, weekStart: site.week_start, kinds: rules.kinds },
      entries: entriesOf({
        punches: punches.get(row.id) ?? [],
        planned: plannedOf(model, shifts, span, context),
        ...{ rules: clockRules, model, clock, tiers: plan.rules.breaks, now: Math.floor(now() / 60_000) },
      }),
      typed: (typed.get(row.id) ?? []).map(typedHoursFromRow),
      leave: leave.get(row.id) ?? [],
      timeOff: (timeOff.get(row.id) ?? []).flatMap(({ key }) => overtimeOfKey(key)),
      from: hoursFromOf(row, site),
      decimals: decimalsOf(plan.site.currency),
    });
  }
  return { sources, models, punches, context };
}

/** What somebody was to work: their shifts, or the hours that are fixed for them on dates that nobody took off. */
function plannedOf(
  model: TimeModel,
  shifts: readonly ResolvedShift[],
  [from, to]: readonly [Day, Day],
  { clock }: PlanContext,
) {
  if (model.kind !== 'fixed') return shifts.map(plannedSpan);
  const planned = [];
  for (let date = from; date < to; date++)
    for (const span of fixedHoursOn(model, date))
      planned.push({
        ...{ date, start: clock.elapsed(span.from), end: clock.elapsed(span.to), role: null },
        ...{ break: null, moreBreak: 0, shift: null },
      });
  return planned;
}

/** The plan of a site as some people were told it, with the roles and rates of whatever other site they work at besides. */
async function planWithPay(
  db: Database,
  site: string,
  ids: readonly string[],
  [first, days]: readonly [Day, number],
  worked: readonly Worked[],
): Promise<Plan | null> {
  const plan = await toldPlan(db, ids, site, [first, days]);
  if (!plan) return null;
  const roles = new Map<string, Role>(plan.roles.map((role) => [role.id, role]));
  const people = new Map<string, Person>(plan.people.map((person) => [person.id, person]));
  for (const [other, there] of groupedBy(worked, (one) => one.site)) {
    if (other === site) continue;
    const guests = [...new Set(there.map(({ shift }) => shift.person!))];
    const theirs = await toldPlan(db, guests, other, [first, days]);
    for (const role of theirs?.roles ?? []) if (!roles.has(role.id)) roles.set(role.id, role);
    for (const { id, roles: held } of theirs?.people ?? []) {
      const person = people.get(id);
      if (!person) continue;
      const more = held.filter(({ role }) => !person.roles.some((one) => one.role === role));
      if (more.length > 0) people.set(id, { ...person, roles: [...person.roles, ...more] });
    }
  }
  return { ...plan, roles: [...roles.values()], people: [...people.values()] };
}

/** Approved leave of some people by date, as far as it counts as hours. */
async function leaveOf(
  db: Database,
  ids: readonly string[],
  [from, to]: readonly [Day, Day],
): Promise<Map<string, CreditedLeave[]>> {
  const found = new Map<string, CreditedLeave[]>();
  for (const { person, type, days, state } of await requestsOf(db, ids)) {
    if (state !== 'sent') continue;
    const its = days.filter(
      (day) => day.state === 'approved' && day.date >= from && day.date < to && day.minutes > 0,
    );
    if (its.length === 0) continue;
    const { id, isPaid } = type;
    const list = found.get(person) ?? [];
    found.set(person, [...list, ...its.map(({ date, minutes }) => ({ date, type: id, minutes, isPaid }))]);
  }
  return found;
}
