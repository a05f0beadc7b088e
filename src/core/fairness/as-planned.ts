import type { Judgement } from '../consequences/judge';
import type { Day } from '../time/day';
import { beyondShare } from './columns';
import type { Fairness, Share } from './fairness';
import { MEASURES } from './measures';

/** What somebody would carry of one measure. */
export interface Carried {
  readonly person: string;
  readonly key: string;
  readonly share: Share;
}

/**
 * Who would carry what if some days were planned otherwise: the shifts of one judgement count in the place of those of
 * another, as far as those were counted. What there is more or less of is shared out as the rest is.
 */
export function asPlanned(fairness: Fairness, before: Judgement, after: Judgement): Carried[] {
  return MEASURES.flatMap(({ key, counts }) => {
    const counted = (judgement: Judgement, from: Day, to: Day) => {
      const numbers = new Map<string, number>();
      judgement.plan.people.forEach(({ id }, index) => {
        const its = judgement.people[index].view.shifts.filter(({ date }) => date >= from && date < to);
        numbers.set(id, its.filter((shift) => counts(shift, judgement.context, fairness)).length);
      });
      return numbers;
    };
    const was = counted(before, fairness.from, fairness.to);
    const is = counted(after, -Infinity, Infinity);
    const sum = (numbers: Map<string, number>) => [...numbers.values()].reduce((all, one) => all + one, 0);
    const more = sum(is) - sum(was);
    const expected = fairness.people.reduce((all, one) => all + one.measures[key].expected, 0);
    return fairness.people.map(({ person, measures }): Carried => {
      const share = measures[key];
      const part = expected > 0 ? share.expected / expected : 1 / fairness.people.length;
      const planned = share.planned + (is.get(person) ?? 0) - (was.get(person) ?? 0);
      return { person, key, share: { ...share, planned, expected: share.expected + part * more } };
    });
  });
}

/** How many more times than their shares people carry something, of all that is shared out together. */
export function aboveShares(carried: readonly Carried[]): number {
  return carried.reduce((sum, { share }) => sum + Math.max(0, beyondShare(share)), 0);
}
