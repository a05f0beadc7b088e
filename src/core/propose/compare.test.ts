import { expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { aboveShares, asPlanned } from '../fairness/as-planned';
import { fairnessOf } from '../fairness/fairness';
import { USUAL_LIMITS } from '../fairness/limits';
import { seeded } from '../seeded';
import { MONDAY, person, plan, randomPlan, repeats, shift } from '../testing';
import { differing, planWith } from './compare';

test('plans differ by the shifts that only one of them has, whatever those are called', () => {
  const one = plan({ people: [person('ann'), person('bo')], shifts: [shift('ann', 0, '9-17')] });
  const of = (...shifts: Parameters<typeof shift>[]) =>
    differing(
      judge(one),
      judge(
        planWith(
          one,
          shifts.map((of, i) => ({ ...shift(...of), id: `other ${i}` })),
        ),
      ),
    );
  expect(of(['ann', 0, '9-17'])).toBe(0);
  expect(of(['bo', 0, '9-17'])).toBe(1);
  expect(of(['ann', 0, '9-16'], ['bo', 1, '9-17'])).toBe(2);
  expect(of()).toBe(1);
  // The same twice is one more.
  expect(of(['ann', 0, '9-17'], ['ann', 0, '9-17'])).toBe(1);
});

test('only people, roles and days that the plan has are looked at', () => {
  const one = plan({ people: [person('ann')] });
  const others = [
    shift('ann', 0, '9-17'),
    shift('gone', 0, '9-17'),
    shift('ann', 8, '9-17'),
    shift('ann', 1, '9-17', { role: 'gone' }),
  ];
  expect(planWith(one, others).shifts).toEqual([others[0]]);
});

test('as it would be planned, people carry what they would if it were the plan', () => {
  for (let seed = 1; seed <= repeats(30); seed++) {
    const random = seeded(seed);
    const base = randomPlan(seed);
    const before = judge(base);
    const after = judge({ ...base, shifts: base.shifts.filter(() => random() < 0.6) });
    const ground = { planned: MONDAY, weekend: [5, 6], limits: USUAL_LIMITS, wishes: [] };
    const fairness = fairnessOf({ ...ground, judgement: before });
    const really = fairnessOf({ ...ground, judgement: after });
    const carried = asPlanned(fairness, before, after);
    for (const { person: who, key, share } of carried) {
      const own = really.people.find((one) => one.person === who)!.measures[key];
      expect(share.had + share.planned).toBe(own.had + own.planned);
    }
    // What is shared out adds up to what there is.
    const sum = (of: (one: (typeof carried)[number]['share']) => number) =>
      carried.reduce((all, { share }) => all + of(share), 0);
    expect(sum(({ expected }) => expected)).toBeCloseTo(
      sum(({ had, planned }) => had + planned),
      6,
    );
    expect(aboveShares(carried)).toBeGreaterThanOrEqual(0);
    // Days that were not counted yet are added.
    const earlier = { ...fairness, from: MONDAY - 70, to: MONDAY };
    const added = asPlanned(earlier, before, after).reduce(
      (sum, { share: { had, planned } }) => sum + had + planned,
      0,
    );
    const inAll = (of: typeof fairness) =>
      of.people.reduce(
        (sum, { measures }) =>
          Object.values(measures).reduce((all, { had, planned }) => all + had + planned, sum),
        0,
      );
    expect(added).toBe(inAll(fairness) + inAll(really));
    for (const { person: who, key, share } of asPlanned(fairness, before, before))
      expect(share).toEqual(fairness.people.find((one) => one.person === who)!.measures[key]);
  }
});
