import { isOtherShift } from './publication';
import type { PublishChange } from './publish-changes';

/**
 * What several publications come to, told one after the other: each shift as it was before the first of them and as
 * it is after the last. What came and went, or is as it was again, is left out. By the first mention of each.
 *
 * @example
 * composeChanges([[{ before: null, after: nine }], [{ before: nine, after: ten }]]) // [{ before: null, after: ten }]
 */
export function composeChanges(steps: readonly (readonly PublishChange[])[]): PublishChange[] {
  const sums = new Map<string, PublishChange>();
  for (const { before, after } of steps.flat()) {
    const { id } = (after ?? before)!;
    const known = sums.get(id);
    sums.set(id, { before: known ? known.before : before, after });
  }
  return [...sums.values()].filter(({ before, after }) => isOtherShift(before, after));
}
