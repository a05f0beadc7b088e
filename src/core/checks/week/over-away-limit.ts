import { isAwayOn, strictestOf } from '../../leave/away-limits';
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
      const away = people.filter((person) => isOnLeave(person, date));
      if (away.length === 0) continue;
      const limits = strictestOf(
        awayLimits.filter((limit) => holdsOn(limit, date)),
        ({ roles }) => roles?.join('\0') ?? '',
      );
      for (const limit of limits) {
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

function holdsOn({ days, from, to }: PlanAwayLimit, date: Day): boolean {
  return !((days && !days[weekdayOf(date)]) || (from !== null && date < from) || (to !== null && date > to));
}

function isOnLeave({ leave, isGuest }: Person, date: Day): boolean {
  const approved = leave.filter(({ state }) => state === 'approved');
  return !isGuest && isAwayOn(approved, date);
}

function counts({ roles }: PlanAwayLimit, person: Person): boolean {
  return roles === null || person.roles.some(({ role }) => roles.includes(role));
}
