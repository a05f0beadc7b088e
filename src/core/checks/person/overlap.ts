import { DAY, shared } from '../../time/span';
import { type PersonCheck, placeOfAll } from '../shared/check';
import { turnOpen } from '../shared/fixes';

/** One person in two places at once, also across sites. One snag a pair of shifts. */
export const overlap: PersonCheck = {
  code: 'overlap',
  title: 'Two shifts at once',
  rule: { says: 'One person in two places at once, also across sites' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ person, all }, report) {
    if (person === null) return;
    for (let i = 0; i < all.length; i++)
      for (let j = i + 1; j < all.length; j++) {
        const [a, b] = [all[i], all[j]];
        const minutes = shared(a, b);
        if (minutes === 0 || (!a.own && !b.own)) continue;
        // The snag lies at the later one of the plan; what is told of is the other.
        const other = b.own ? a : b;
        const midnight = other.date * DAY;
        report({
          ...placeOfAll([a, b]),
          amount: minutes,
          facts: { date: other.date, from: other.from - midnight, to: other.to - midnight, site: other.site },
        });
      }
  },
  say({ person, date, from, to, amount, facts }, words) {
    const elsewhere = facts.site === null ? '' : ` at ${words.site(String(facts.site))}`;
    const otherDay = facts.date === date ? '' : `${words.day(Number(facts.date))} `;
    return (
      `${words.person(person)} is in two shifts at once for ${words.hours(amount!)}: ` +
      `${otherDay}${words.span(Number(facts.from), Number(facts.to))}${elsewhere} ` +
      `and ${words.day(date)} ${words.span(from!, to!)}.`
    );
  },
  mend: turnOpen,
};
