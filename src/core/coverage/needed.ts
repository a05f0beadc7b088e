import { type PlanContext, closedOn, openOn } from '../plan/plan-context';
import type { Need, Plan } from '../plan/types';
import { type Day, weekdayOf } from '../time/day';
import { DAY } from '../time/span';

/** One need on one date, in wall-clock minutes. */
export interface NeedOn {
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** Asked for by opening hours, not by a need that was entered. */
  readonly opening: boolean;
}

/**
 * Every need that starts on a date of the plan. A dated need replaces the weekday needs of its role on that
 * date; on a closed holiday weekday needs fall away and dated ones stand; where nothing is said about
 * everybody, opening hours that start on the date ask for the site's minimum, also past midnight.
 */
export function needsOf(context: PlanContext): NeedOn[] {
  const { plan } = context;
  const found: NeedOn[] = [];
  for (let day = plan.from; day < plan.from + plan.days; day++) {
    const everybody = context.plan.roles.length;
    let saysEverybody = false;
    for (const need of needsOn(plan, day)) {
      const row = need.role === null ? everybody : context.rowOf.get(need.role)!;
      if (row === everybody) saysEverybody = true;
      const at = day * DAY;
      found.push({ row, from: at + need.from, to: at + need.to, count: need.count, opening: false });
    }
    if (saysEverybody || plan.rules.minimumOn === 0 || !hasHours(plan, day)) continue;
    for (const span of openOn(plan, day)) {
      const at = day * DAY;
      const [from, to] = [at + span.from, at + span.to];
      found.push({ row: everybody, from, to, count: plan.rules.minimumOn, opening: true });
    }
  }
  return found;
}

/** Whether opening hours are said for a date; a site without any is never closed, and asks for nobody by it. */
function hasHours({ site }: Plan, day: Day): boolean {
  return site.openHours !== null || site.openDates.has(day);
}

/** The entered needs that start on one date, after exceptions by date and closed holidays. */
export function needsOn(plan: Plan, day: Day): Need[] {
  const dated = plan.needs.filter((need) => need.date === day);
  if (closedOn(plan, day)) return dated;
  const replaced = new Set(dated.map((need) => need.role));
  const weekday = weekdayOf(day);
  const usual = plan.needs.filter(
    (need) => need.date === null && (need.days === null || need.days[weekday]) && !replaced.has(need.role),
  );
  return [...dated, ...usual];
}
