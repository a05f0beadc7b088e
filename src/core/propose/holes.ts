import type { Covered } from './covered';
import type { Model } from './model';

/** A stretch in which people are still missing with a proposal. Minutes since the plan's first midnight. */
export interface Hole {
  /** The row of a role; the last: anybody. */
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** Where people are still missing, alike stretches that meet as one. */
export function holesOf({ segments }: Model, { on }: Covered): Hole[] {
  const holes: Hole[] = [];
  segments.forEach(({ row, from, to, need }, i) => {
    const count = need - on[i];
    if (count <= 0) return;
    const last = holes.at(-1);
    if (last?.row === row && last.to === from && last.count === count)
      holes[holes.length - 1] = { ...last, to };
    else holes.push({ row, from, to, count });
  });
  return holes;
}
