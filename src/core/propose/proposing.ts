import { type BurdenLimits, USUAL_LIMITS } from '../fairness/limits';
import { type GoalKey, USUAL_GOALS } from './goals';

/** What a site says of proposals: what they go by, the first before all others, and what is a burden there. */
export interface Proposing {
  readonly goals: readonly GoalKey[];
  readonly limits: BurdenLimits;
}

/** Of sites that say nothing. */
export const USUAL_PROPOSING: Proposing = { goals: USUAL_GOALS, limits: USUAL_LIMITS };
