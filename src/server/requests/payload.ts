import type { RequestKind, RequestState, Owner } from '@/core/requests/request';
import type { Day } from '@/core/time/day';
import type { RequestTrail } from '../leave/payload';

/** What is asked about shifts, as it is sent. */
export interface AskDraft {
  readonly id: string;
  readonly site: string;
  readonly kind: RequestKind;
  /** Ids of one's own shifts that are given. */
  readonly mine: readonly string[];
  /** Ids of the shifts that are taken for them. */
  readonly theirs: readonly string[];
  /** Who is asked; null: nobody in particular, or whoever has the shifts that are taken. */
  readonly colleague: string | null;
  readonly note: string;
  /** False: kept for later, seen by nobody else. */
  readonly send?: boolean;
}

/** A shift of a request, in words: `Fri 27, 15:00–23:00 Bar`. */
export interface RequestShift {
  readonly id: string;
  readonly date: Day;
  readonly text: string;
}

/** What an exchange would do to somebody, in words: `+1½ h`, `9 h rest before it`. */
export interface ExchangeView {
  readonly person: string;
  readonly name: string;
  /** Minutes more or less, and of the week with it. */
  readonly added: number;
  readonly week: number;
  readonly overtime: number;
  /** The shortest rest around, in words; null: no shift is near. */
  readonly rest: string | null;
  /** What would appear, the worst first. */
  readonly snags: readonly { readonly severity: 'stop' | 'warn' | 'note'; readonly text: string }[];
}

/** A shift of a colleague that could be had for one's own. */
export interface SwapOffer {
  readonly shift: RequestShift;
  /** Who has it, and their name; null where the site shows no names. */
  readonly colleague: string | null;
  readonly name: string | null;
  /** What it would mean for who asks: nothing of the colleague. */
  readonly mine: ExchangeView;
}

/** What could be done with one's own shift. */
export interface ShiftOptions {
  readonly shift: RequestShift;
  /** Why a kind cannot be asked for, by kind; what is not there can. */
  refused: Partial<Record<RequestKind, string>>;
  readonly swaps: readonly SwapOffer[];
  /** Who could take it, the best first. */
  readonly takers: readonly { readonly id: string; readonly name: string }[];
}

/** What a swap of several shifts would mean, and what else could go with it. */
export interface SwapLook {
  readonly mine: ExchangeView;
  /** Why it cannot be asked for; null: it can. */
  readonly fault: string | null;
  /** Other shifts of one's own that could be given with it. */
  readonly moreMine: readonly RequestShift[];
  /** Other shifts of the same colleague that one could work for it. */
  readonly moreTheirs: readonly RequestShift[];
}

/** A request as whoever is part of it sees it. */
export interface RequestView {
  readonly id: string;
  readonly site: string;
  readonly kind: RequestKind;
  readonly state: RequestState;
  readonly owner: Owner | null;
  readonly asker: string;
  readonly askerName: string;
  readonly colleague: string | null;
  readonly colleagueName: string | null;
  readonly mine: readonly RequestShift[];
  readonly theirs: readonly RequestShift[];
  /** In a sentence: `Caio Duarte gives Fri 27, 15–23 Bar for Sat 28, 9–15 Floor of Oona Kelly`. */
  readonly text: string;
  readonly at: string;
  readonly note: string;
  readonly trail: readonly RequestTrail[];
  /** What became of its shifts since; none: they are as they were. */
  readonly moved: readonly string[];
  readonly isTakenBack: boolean;
}

/** One's own requests, and those one is asked about. */
export interface OwnRequests {
  readonly asked: readonly RequestView[];
  readonly mine: readonly (RequestView & { readonly isNews: boolean })[];
  /** What others give up and one could work. */
  readonly offered: readonly (RequestView & { readonly effect: ExchangeView })[];
}

/** A request that waits for who looks, with what approving it would do. */
export interface QueuedShiftRequest extends RequestView {
  readonly effects: readonly (ExchangeView & {
    /** How many such shifts they had in the weeks before, and how many would be their share; null: nothing is taken. */
    readonly recent: number;
    readonly share: number | null;
  })[];
  /** Whether it can be approved with others: nothing speaks against it. */
  readonly isEasy: boolean;
  /** Why it cannot be approved just now; null: it can. */
  readonly fault: string | null;
  /** How many ask for the same open shift, this one among them; its place among them. */
  readonly rank: { readonly place: number; readonly of: number } | null;
}

/** A request about shifts as it is marked in a plan. */
export interface PlanRequest {
  readonly id: string;
  readonly text: string;
  readonly owner: Owner | null;
  /** Ids of its shifts. */
  readonly shifts: readonly string[];
  /** Whether who looks decides it now. */
  readonly isMine: boolean;
}

/** A request as it is decided where its shifts stand: with all who ask for the same open shift. */
export interface RequestInFull {
  /** Empty where it is not for who looks to decide. */
  readonly queued: readonly QueuedShiftRequest[];
  readonly view: RequestView | null;
}
