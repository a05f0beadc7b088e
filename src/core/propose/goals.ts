import { WEIGHTS, type Weights } from './model';

/** What a proposal goes by once as little as can be is missing. */
export type GoalKey = 'hours' | 'wishes' | 'fair' | 'cost' | 'same' | 'reserve';

/** One of them, with what it weighs. A new one is an entry of {@link GOALS}. */
export interface Goal {
  readonly key: GoalKey;
  readonly name: string;
  readonly says: string;
  readonly weights: readonly (keyof Weights)[];
}

/** Where several goals stand in this order, each weighs what is usual. */
export const GOALS: readonly Goal[] = [
  {
    ...{ key: 'hours', name: 'contract hours', weights: ['under', 'over'] },
    says: 'Hours below and above what contracts say.',
  },
  {
    ...{ key: 'wishes', name: 'wishes', weights: ['ratherNot', 'wish', 'split'] },
    says: 'Hours that people would rather not work, wishes for days, and days of two parts.',
  },
  {
    ...{ key: 'fair', name: 'fair shares', weights: ['fair'] },
    says: 'How far each is from their share of such shifts over the last 13 weeks.',
  },
  {
    ...{ key: 'cost', name: 'cost', weights: ['pay', 'overMinute', 'overPay'] },
    says: 'What shifts are paid, and what is above the budget of the week.',
  },
  {
    ...{ key: 'same', name: 'few changes', weights: ['unlike'] },
    says: 'Shifts as the same people worked them the week before.',
  },
  {
    ...{ key: 'reserve', name: 'a reserve', weights: ['reserve'] },
    says: 'Those who could step in elsewhere are left free where others can do it.',
  },
];

/** What sites go by that say nothing else. */
export const USUAL_GOALS: readonly GoalKey[] = ['hours', 'wishes', 'fair', 'cost', 'same'];

/** Points of a minute in which somebody is on who alone could step in elsewhere, where a reserve is gone by. */
const RESERVE = 4;

/**
 * What counts how much when goals come in an order. One that comes a place earlier than usual weighs twice as much, a place
 * later half; one that is left out nothing. What is missing outweighs all of them in any order.
 */
export function weightsOf(goals: readonly GoalKey[]): Weights {
  const weights: Record<keyof Weights, number> = { ...WEIGHTS, reserve: RESERVE };
  let most = 1;
  GOALS.forEach(({ key, weights: its }, usual) => {
    const place = goals.indexOf(key);
    const factor = place < 0 ? 0 : 2 ** (usual - place);
    most = Math.max(most, factor);
    for (const weight of its) weights[weight] *= factor;
  });
  weights.missing *= most;
  // Nobody is put on only to come to their hours.
  weights.worked = Math.max(weights.worked, Math.ceil(weights.under) + 1);
  return weights;
}

/** The order in a sentence: `Contract hours before wishes, wishes before cost.` */
export function goalsSentence(goals: readonly GoalKey[]): string {
  const names = goals.map((key) => GOALS.find((goal) => goal.key === key)!.name);
  if (names.length === 0) return 'Nothing but what is missing.';
  if (names.length === 1) return `${capital(names[0])} alone.`;
  const pairs = names.slice(1).map((name, i) => `${names[i]} before ${name}`);
  return `${capital(pairs.join(', '))}.`;
}

function capital(text: string): string {
  return text[0].toUpperCase() + text.slice(1);
}
