import type { CallMode, CallState } from '@/core/today/call-round';

/** Somebody who is asked in a call round, as whoever runs it sees them. */
export interface CalledView {
  readonly person: string;
  readonly name: string;
  readonly phone: string | null;
  /** UTC; null: not yet. */
  readonly askedAt: string | null;
  readonly answer: 'yes' | 'no' | null;
  readonly answeredAt: string | null;
  /** Who said it for them; null: they themselves. */
  readonly answeredBy: string | null;
}

/** A call round as whoever runs it sees it. */
export interface CallView {
  readonly id: string;
  readonly shift: string;
  /** The shift as it is offered: `Tue 24, 7:00–15:00 Till`. */
  readonly text: string;
  readonly mode: CallMode;
  readonly pause: number;
  readonly state: CallState;
  /** Why it is over, in words; empty where its state says it. */
  readonly outcome: string;
  readonly by: string;
  readonly at: string;
  /** When the next is asked, in milliseconds; null: nobody is left. */
  readonly nextAt: number | null;
  readonly called: readonly CalledView[];
}

/** Somebody who could be asked, the best first. */
export interface CallCandidate {
  readonly id: string;
  readonly name: string;
  readonly phone: string | null;
  /** Paid minutes of their week with it. */
  readonly week: number;
  /** What would be wrong with it, the worst first. */
  readonly snags: readonly string[];
  /** Whether they could not be given it as things are, so that they are not asked. */
  readonly isBarred: boolean;
}

/** What somebody is asked. */
export interface OwnCall {
  readonly id: string;
  readonly text: string;
  readonly site: string;
  readonly note: string;
  readonly answer: 'yes' | 'no' | null;
  /** Why they cannot say yes as things are; null: they can. */
  readonly fault: string | null;
}
