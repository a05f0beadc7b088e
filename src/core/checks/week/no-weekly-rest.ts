import { DAY } from '../../time/span';
import type { PersonCheck } from '../shared/check';

/**
 * No uninterrupted rest of the limit's length in the week (Directive 2003/88/EC Art. 5: 24 h and the daily
 * 11 h). The free span under way at the week's start counts from the last shift before it; all are cut at the
 * week's end. Who has no shift in the week has no such snag, nor has a week that is not whole.
 */
export const noWeeklyRest: PersonCheck = {
  code: 'no-weekly-rest',
  title: 'No weekly rest',
  rule: {
    text: 'One rest in the week without a break of at least {}',
    limit: { key: 'weeklyRestMinutes', unit: 'hours' },
  },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.weeklyRestMinutes,
  inspect({ context, person, all, shifts }, report) {
    if (person === null) return;
    for (const week of context.weeks) {
      if (week.days < 7 || !shifts.some((s) => s.date >= week.first && s.date < week.first + 7)) continue;
      const start = context.clock.elapsed(week.first * DAY);
      const end = context.clock.elapsed((week.first + 7) * DAY);
      let free = -Infinity;
      let longest = 0;
      for (const shift of all) {
        if (shift.start >= end || shift.end <= shift.start) continue;
        if (shift.start > start)
          longest = Math.max(longest, shift.start - (free === -Infinity ? start : free));
        free = Math.max(free, shift.end);
      }
      longest = Math.max(longest, end - free);
      if (longest < context.plan.rules.weeklyRestMinutes)
        report({ date: week.first, person: person.id, amount: longest });
    }
  },
  message({ person, amount, limit }, words) {
    return (
      `${words.person(person)}: the longest rest of the week is ${words.hours(amount!)}; ` +
      `the rule here is ${words.hours(limit!)} without a break.`
    );
  },
};
