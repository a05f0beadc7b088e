import type { Day } from '../time/day';
import type { FairnessGround } from './fairness';
import { knownWishes } from './known-wishes';
import { MEASURES } from './measures';
import { Sharing } from './sharing';

/** A shift of somebody that counts. */
export interface CountedShift {
  readonly date: Day;
  readonly from: number;
  readonly to: number;
  readonly role: string | null;
}

/** What a figure of somebody is made of. */
export interface Behind {
  readonly own: readonly CountedShift[];
  /** How many such shifts there were in all, and how many of them they could have worked. */
  readonly count: number;
  readonly could: number;
  /** Their share of them. */
  readonly expected: number;
}

/** The shifts that a figure counts, and what one person's share of all such shifts comes to; null: it counts none. */
export function behind(ground: FairnessGround, person: string, key: string): Behind | null {
  const { judgement } = ground;
  const { context, people, indexOf } = judgement;
  const index = indexOf.get(person);
  if (index === undefined) return null;
  if (key === 'wishes') return behindWishes();
  const measure = MEASURES.find((one) => one.key === key);
  if (!measure) return null;
  const sharing = new Sharing(judgement);
  let [count, could, expected] = [0, 0, 0];
  const own: CountedShift[] = [];
  people.forEach(({ view }, other) => {
    for (const shift of view.shifts) {
      if (other >= judgement.plan.people.length || !measure.counts(shift, context, ground)) continue;
      const part = sharing.of(shift)[index];
      count++;
      if (part > 0) could++;
      expected += part;
      if (other === index) own.push(countedShift(shift.planShift!));
    }
  });
  return { own, count, could, expected };

  /** Shifts against a wish: of so many wishes of all, so many were theirs. */
  function behindWishes(): Behind {
    const known = knownWishes(ground);
    const unmet = known.flatMap(({ index: whose, against }) => (against ? [{ whose, against }] : []));
    const mine = known.filter((one) => one.index === index).length;
    return {
      own: unmet
        .filter(({ whose }) => whose === index)
        .map(({ against }) => countedShift(against.planShift!)),
      count: unmet.length,
      could: mine,
      expected: known.length === 0 ? 0 : (unmet.length * mine) / known.length,
    };
  }
}

function countedShift({ date, from, to, role }: CountedShift): CountedShift {
  return { date, from, to, role };
}
