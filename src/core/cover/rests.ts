import type { PersonState } from '../consequences/judge';
import { DAY } from '../time/span';

/** Rest before and after a shift, in elapsed minutes; null: no other shift is near. */
export interface Rests {
  readonly restBefore: number | null;
  readonly restAfter: number | null;
}

/** Elapsed minutes between a shift of somebody and those next to it; null: none near. */
export function restsAround(state: PersonState, id: string): Rests {
  const { all } = state.view;
  const at = all.findIndex((resolved) => resolved.id === id);
  const mine = all[at];
  let restBefore: number | null = null;
  let restAfter: number | null = null;
  for (const [i, other] of all.entries()) {
    if (i < at) {
      const rest = mine.start - other.end;
      if (restBefore === null || rest < restBefore) restBefore = rest;
    } else if (i > at && restAfter === null) restAfter = other.start - mine.end;
  }
  return { restBefore: near(restBefore), restAfter: near(restAfter) };
}

/** A rest of days is of no interest. */
function near(rest: number | null): number | null {
  return rest !== null && rest < 3 * DAY ? rest : null;
}
