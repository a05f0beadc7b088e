import { DAY } from '../../time/span';
import { type Day, weekdayOf } from '../../time/day';
import type { Person, PlanAwayLimit } from '../../plan/types';
import type { WeekCheck } from '../shared/check';

/** More people on approved leave on a date than the site allows; one snag a date and limit. */
export const overAwayLimit: WeekCheck = {
  code: 'over-away-limit',
  title: 'Too many away',
  rule: { text: 'More people on leave on a date than the limit of the site' },
  severity: 'warn',
  unit: 'people',
  dependsOn: 'week',
  inspect({ context, week, people }, report) {
    const { awayLimits = [] } = context.plan;
    if (awayLimits.length === 0) return;
    for (let date = week.first; date < week.first + week.days; date++) {
      const away = people.filter((person) => isAwayOn(person, date));
      if (away.length === 0) continue;
      for (const limit of strictest(awayLimits, date)) {
        const count = away.filter((person) => counts(limit, person)).length;
        if (count > limit.most)
          report({ date, amount: count - limit.most, limit: limit.most, params: { away: limit.name ?? '' } });
      }
    }
  },
  message({ date, amount, limit, params }, words) {
    const of = params.away ? ` of ${params.away}` : '';
    const count = amount! + limit!;
    return `${words.day(date)}: ${count}${of} ${count === 1 ? 'is' : 'are'} on leave, at most ${limit!} may be.`;
  },
};

/** Of several limits for the same people that hold on a date the smallest counts. */
function strictest(limits: readonly PlanAwayLimit[], date: Day): PlanAwayLimit[] {
  const found = new Map<string, PlanAwayLimit>();
  for (const limit of limits) {
    if (limit.days && !limit.days[weekdayOf(date)]) continue;
    if ((limit.from !== null && date < limit.from) || (limit.to !== null && date > limit.to)) continue;
    const key = limit.roles === null ? '' : limit.roles.join('\0');
    const known = found.get(key);
    if (!known || limit.most < known.most) found.set(key, limit);
  }
  return [...found.values()];
}

function isAwayOn({ leave, isGuest }: Person, date: Day): boolean {
  return (
    !isGuest &&
    leave.some(({ state, from, to }) => state === 'approved' && from < (date + 1) * DAY && date * DAY < to)
  );
}

function counts({ roles }: PlanAwayLimit, person: Person): boolean {
  return roles === null || person.roles.some(({ role }) => roles.includes(role));
}
