import type { Shift } from '@/core/plan/types';
import type { Hole } from '@/core/propose/holes';
import type { Certificate } from '@/core/propose/propose';
import type { HoleReason } from '@/core/propose/reasons';
import type { Day } from '@/core/time/day';
import type { Problem } from '@/core/plan/problem';

/** What is to be proposed. */
export interface ProposalRequest {
  /** Names this looking, so that it can be stopped. */
  readonly id: string;
  readonly weeks: number;
  /** Null: everybody, every day. */
  readonly people: readonly string[] | null;
  readonly dates: readonly Day[] | null;
  /** Gaps and open shifts, or only one of the two. */
  readonly fill: 'all' | 'open' | 'gaps';
  /** Whether shifts that nobody was told of and that are not fixed may be moved. */
  readonly mayMove: boolean;
  /** Shifts of a proposal before that stay as they are. */
  readonly keep: readonly Shift[];
  /** Shifts of a proposal before that is to be bettered. */
  readonly known: readonly Shift[];
  readonly seed: number;
  readonly effort: number;
}

/** How far looking has come: after how many seconds, points of the best plan so far, and of what none can beat. */
export interface ProposalProgress {
  readonly seconds: number;
  readonly total: number;
  readonly bound: number;
  readonly missingMinutes: number;
}

/** A proposal for a week or several, with how it was found. */
export interface ProposalPayload {
  readonly shifts: readonly Shift[];
  readonly movable: readonly string[];
  readonly holes: readonly Hole[];
  /** Why each of them stays open; null: not looked into. */
  readonly reasons: readonly (HoleReason | null)[];
  readonly missingMinutes: number;
  readonly leastMissingMinutes: number;
  readonly score: number;
  readonly bound: number;
  readonly certificates: readonly Certificate[];
  readonly seconds: number;
  /** Whether it was told to stop before its end. */
  readonly isStopped: boolean;
}

/** A line of the answer: how far it has come; at last what was found, or why there is nothing. */
export type ProposalEvent =
  | { readonly progress: ProposalProgress }
  | { readonly found: ProposalPayload }
  | { readonly problem: Problem };
