import type { PersonFairness, Share } from './fairness';
import type { BurdenLimits } from './limits';
import { MEASURES } from './measures';

/** One thing that is shared out, as it is shown of everybody. */
export interface FairnessColumn {
  readonly key: string;
  readonly name: string;
  readonly says: (limits: BurdenLimits) => string;
  /** Minutes are shown as hours; all else is counted. */
  readonly unit: 'times' | 'minutes';
  readonly of: (one: PersonFairness) => Share;
}

/** Everything that is shared out, in the order it is shown. */
export const FAIRNESS_COLUMNS: readonly FairnessColumn[] = [
  ...MEASURES.map(({ key, name, says }): FairnessColumn => ({
    ...{ key, name, says, unit: 'times' },
    of: ({ measures }) => measures[key],
  })),
  {
    ...{ key: 'over', name: 'Beyond contract', unit: 'minutes' },
    says: () => 'Paid hours above the contract, week by week; the share is by contract.',
    of: ({ over }) => over,
  },
  {
    ...{ key: 'wishes', name: 'Against wishes', unit: 'times' },
    says: () =>
      'Shifts on a day for which something else was wished; the share is by how many wishes one had.',
    of: ({ wishes }) => wishes,
  },
];

/** How much more somebody carries than their share, with what is planned. */
export function beyondShare({ had, planned, expected }: Share): number {
  return had + planned - expected;
}

/** Figures that are told apart, in parts of their unit: less than half of one is no difference. */
export function isUneven(share: Share, unit: FairnessColumn['unit']): boolean {
  return Math.abs(beyondShare(share)) >= (unit === 'minutes' ? 60 : 1);
}
