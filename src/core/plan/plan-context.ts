import { fieldDates } from '../jobs/field-dates';
import { type Day, weekdayOf } from '../time/day';
import { DAY, type Span, union } from '../time/span';
import { type ZoneClock, zoneClock } from '../time/zone';
import type { Holiday, Plan, Site } from './types';

/** What judging needs of a plan besides shifts and people: worked out once, the same after every edit. */
export interface PlanContext {
  readonly site: Site;
  readonly plan: Plan;
  readonly clock: ZoneClock;
  /** Wall-clock minute of the plan's first midnight and of the midnight after its last day. */
  readonly start: number;
  readonly end: number;
  readonly weeks: readonly Week[];
  /** Row number of each role in coverage; the last row, `roles.length`, counts everybody. */
  readonly rowOf: ReadonlyMap<string, number>;
  readonly rateOf: ReadonlyMap<string, number>;
  /** Opening spans, margins included, in wall-clock minutes around the plan; joined and sorted. */
  readonly workable: readonly Span[];
}

export interface Week {
  readonly first: Day;
  /** Days of it inside the plan, 1 to 7. */
  readonly days: number;
}

/** Works out the frame of a plan. */
export function planContext(plan: Plan): PlanContext {
  let first = plan.from;
  let last = plan.from + plan.days;
  for (const shift of plan.surroundingShifts) {
    first = Math.min(first, shift.date);
    last = Math.max(last, shift.date);
  }
  if (plan.work) {
    // Days are lost, and visits move, past the end of the plan.
    const [earliest, latest] = fieldDates(plan);
    first = Math.min(first, earliest);
    last = Math.max(last, latest + 1);
  }
  const weeks: Week[] = [];
  for (let day = 0; day < plan.days; day += 7)
    weeks.push({ first: plan.from + day, days: Math.min(7, plan.days - day) });
  return {
    site: plan.site,
    plan,
    clock: zoneClock(plan.site.timeZone, first, last),
    start: plan.from * DAY,
    end: (plan.from + plan.days) * DAY,
    weeks,
    rowOf: new Map(plan.roles.map((role, row) => [role.id, row])),
    rateOf: new Map(plan.roles.map((role) => [role.id, role.hourlyRate ?? 0])),
    workable: workableSpans(plan),
  };
}

/**
 * Opening spans of one date, in minutes from its midnight, possibly past 1440. A closed holiday has none;
 * a date with hours of its own has those; a site without opening hours is never closed.
 */
export function openOn(plan: Plan, day: Day): readonly Span[] {
  if (closedOn(plan, day)) return [];
  const shorter = plan.holidays.find(({ date, hours }) => date === day && hours);
  if (shorter) return shorter.hours!;
  const dated = plan.site.openDates.get(day);
  if (dated) return dated;
  if (plan.site.openHours === null) return WHOLE_DAY;
  return plan.site.openHours[weekdayOf(day)];
}

/** Whether a holiday falls on the date on which the site is closed: one for everybody. */
export function closedOn(plan: Plan, day: Day): boolean {
  return plan.holidays.some(({ closed, date, people }) => closed && date === day && !people);
}

/** Holidays of a person on a date. */
export function holidaysOf(plan: Plan, person: string, day: Day): readonly Holiday[] {
  return plan.holidays.filter(({ date, people }) => date === day && (!people || people.includes(person)));
}

const WHOLE_DAY: readonly Span[] = [{ from: 0, to: DAY }];

function workableSpans(plan: Plan): Span[] {
  const { before, after } = plan.site.margins;
  const spans: Span[] = [];
  for (let day = plan.from - 1; day <= plan.from + plan.days + 1; day++)
    for (const span of openOn(plan, day))
      spans.push({ from: day * DAY + span.from - before, to: day * DAY + span.to + after });
  return union(spans);
}
