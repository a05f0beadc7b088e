import type { Change } from '@/core/plan/change';
import type { Done } from '../../undo/history';
import type { PlanController } from './controller';

/** Applies changes to the plan on the screen, where all of it lies in the days that are loaded; null: it does not. */
export function applyShown(
  controller: PlanController,
  changes: readonly Change[],
): Pick<Done, 'id' | 'edit'> | null {
  const { from, days } = controller.plan.judgement.plan;
  const isLoaded = (change: Change) => {
    const date = change.do === 'add' || change.do === 'set' ? change.shift.date : undefined;
    return date === undefined || (date >= from && date < from + days);
  };
  return changes.every(isLoaded) ? controller.apply(changes) : null;
}
