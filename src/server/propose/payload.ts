import type { Shift } from '@/core/plan/types';
import type { Hole } from '@/core/propose/holes';
import type { Asked } from '@/core/propose/model';
import type { ProvenWeek, totalOfWeeks } from '@/core/propose/propose';
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
  /** How many of them, the first ones, were kept from a proposal before. */
  readonly kept: number;
  readonly movable: readonly string[];
  readonly holes: readonly Hole[];
  /** Why each of them stays open; null: not looked into. */
  readonly reasons: readonly (HoleReason | null)[];
  readonly missingMinutes: number;
  readonly leastMissingMinutes: number;
  readonly score: number;
  readonly bound: number;
  /** How good each of the weeks is, with what proves it. */
  readonly weeks: readonly ProvenWeek[];
  /** What was asked for besides the plan: with it what proves it can be checked again. */
  readonly asked: LastingAsked;
  readonly seconds: number;
  /** Whether it was told to stop before its end. */
  readonly isStopped: boolean;
}

/** A line of the answer: how far it has come; at last what was found, or why there is nothing. */
export type ProposalEvent =
  | { readonly progress: ProposalProgress }
  | { readonly found: ProposalPayload }
  | { readonly problem: Problem };

/** What a proposal is asked for besides its plan, as far as what was proven rests on it. */
export type LastingAsked = Omit<Asked, 'week' | 'known'>;

/** What proves how good an alternative is that was proposed. */
export interface AlternativeProof extends Pick<ProposalPayload, 'weeks' | 'asked'> {
  /** Shifts that stood when it was looked for. */
  readonly basis: readonly Shift[];
  /** Those that were proposed then. */
  readonly proposed: readonly Shift[];
}

/** A way the days of a plan could be planned, kept beside it to be compared. */
export interface Alternative {
  readonly id: string;
  readonly name: string;
  /** UTC. */
  readonly madeAt: string;
  readonly madeBy: string | null;
  /** All shifts of these days as they would be. */
  readonly shifts: readonly Shift[];
  readonly proof: ReturnType<typeof totalOfWeeks> | null;
}

/** What is kept: shifts as they are said, or those of the week before. */
export interface AlternativeDraft {
  readonly site: string;
  readonly first: Day;
  readonly days: number;
  readonly name: string;
  readonly shifts: readonly Shift[] | 'week before';
  readonly proof: AlternativeProof | null;
}
