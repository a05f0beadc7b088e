import { shared } from '../time/span';
import { type PersonCheck, placeOfAll } from './check';
import { turnOpen } from './mends';

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
        report({
          ...placeOfAll([a, b]),
          amount: minutes,
          facts: { date: a.date, from: a.from, to: a.to, site: a.site ?? b.site },
        });
      }
  },
  say({ person, date, from, to, amount, facts }, words) {
    const elsewhere = facts.site === null ? '' : `, one of them at ${facts.site}`;
    return (
      `${words.person(person)} is in two shifts at once for ${words.hours(amount!)}${elsewhere}: ` +
      `${words.span(Number(facts.from), Number(facts.to))} and ${words.day(date)} ${words.span(from!, to!)}.`
    );
  },
  mend: turnOpen,
};
