import { type Snag, bySeverity } from '../checks/shared/snag';
import { type Judgement, snagsOf } from './judge';

const lists = new WeakMap<Judgement, readonly Snag[]>();

/** The snags of a plan in the order of their weight, worked out once for each state of the plan. */
export function visibleSnags(judgement: Judgement): readonly Snag[] {
  let list = lists.get(judgement);
  if (!list) {
    list = snagsOf(judgement).sort(bySeverity);
    lists.set(judgement, list);
  }
  return list;
}

/** Whether a snag wants something done; a note is only to be known. */
export function isTrouble(snag: Snag): boolean {
  return snag.severity !== 'note';
}
