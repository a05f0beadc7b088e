import type { PlanShift } from '../checks/shared/check';
import { isWishMet } from '../wishes/wishes';
import type { FairnessGround, WishOf } from './fairness';

/** A wish for a day that is looked at, whose it is, and the shift of that day that is against it; null: it was met. */
export interface KnownWish {
  readonly wish: WishOf;
  readonly index: number;
  readonly against: PlanShift | null;
}

/** The wishes of people of the plan for its days. */
export function knownWishes({ judgement, wishes }: FairnessGround): KnownWish[] {
  const { plan, people, indexOf } = judgement;
  return wishes.flatMap((wish): KnownWish[] => {
    const index = indexOf.get(wish.person);
    if (index === undefined || wish.date < plan.from || wish.date >= plan.from + plan.days) return [];
    const first = people[index].view.shifts.find(({ date }) => date === wish.date);
    const isAgainst = first && !isWishMet(wish.kind, first.planShift!.from);
    return [{ wish, index, against: isAgainst ? first : null }];
  });
}
