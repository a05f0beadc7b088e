import { creditedMinutes } from '../../hours/credit';
import type { PersonCheck } from '../shared/check';

/** Planned and credited time of a whole week below contract hours. */
export const underContract: PersonCheck = {
  code: 'under-contract',
  title: 'Under contract',
  rule: { text: 'Planned and credited time below contract hours' },
  severity: 'note',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ context, person, pay }, report) {
    if (person === null || person.contractMinutes === null) return;
    const limit = person.contractMinutes;
    context.weeks.forEach((week, i) => {
      if (week.days < 7 || pay[i].paid >= limit) return;
      const begins = Math.max(person.employedFrom ?? week.first, week.first);
      if (begins > Math.min(person.employedTo ?? begins, week.first + 6)) return;
      const credited = creditedMinutes(context.plan, person, week.first, 7);
      const short = limit - pay[i].paid - credited;
      if (short > 0)
        report({ date: week.first, person: person.id, amount: short, limit, params: { credited } });
    });
  },
  message({ person, amount, limit, params }, words) {
    const credit =
      Number(params.credited) > 0 ? `, ${words.hours(Number(params.credited))} of it credited` : '';
    return (
      `${words.person(person)} has ${words.hours(limit! - amount!)}${credit}, ` +
      `${words.hours(amount!)} under a contract of ${words.hours(limit!)}.`
    );
  },
};
