import { DAY, shared } from '../../time/span';
import { type PersonCheck, placeOfAll } from '../shared/check';
import { openShift } from '../shared/fixes';

/** One person in two places at once, also across sites. One snag a pair of shifts. */
export const overlap: PersonCheck = {
  code: 'overlap',
  title: 'Two shifts at once',
  rule: { text: 'One person in two places at once, also across sites' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ person, all }, report) {
    if (person === null) return;
    for (let i = 0; i < all.length; i++)
      for (let j = i + 1; j < all.length; j++) {
        const [a, b] = [all[i], all[j]];
        const minutes = shared(a, b);
        if (minutes === 0 || (!a.planShift && !b.planShift)) continue;
        // The snag lies at the later one of the plan; what is told of is the other.
        const other = b.planShift ? a : b;
        const midnight = other.date * DAY;
        report({
          ...placeOfAll([a, b]),
          amount: minutes,
          params: {
            date: other.date,
            from: other.from - midnight,
            to: other.to - midnight,
            site: other.site,
          },
        });
      }
  },
  message({ person, date, from, to, amount, params }, words) {
    const elsewhere = params.site === null ? '' : ` at ${words.site(String(params.site))}`;
    const otherDay = params.date === date ? '' : `${words.day(Number(params.date))} `;
    return (
      `${words.person(person)} is in two shifts at once for ${words.hours(amount!)}: ` +
      `${otherDay}${words.span(Number(params.from), Number(params.to))}${elsewhere} ` +
      `and ${words.day(date)} ${words.span(from!, to!)}.`
    );
  },
  fix: openShift,
};
