import type { AskedLeave } from '@/core/leave/asked';
import type { LeaveAmount, LeaveUnit } from '@/core/leave/amount';
import type { AwayLimit, ClosedPeriod } from '@/core/leave/away-limits';
import type { LeaveType } from '@/core/leave/leave-type';
import type { EntryKind } from '@/core/leave/ledger';
import type { NotCounted } from '@/core/leave/count-days';
import type { DayState, RequestStanding } from '@/core/leave/request';
import type { Outlook } from '@/core/leave/projection';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { Span } from '@/core/time/span';

/** A closed period as Set-up shows it. */
export interface ClosedDraft extends ClosedPeriod {
  readonly id: string;
}

/** What Set-up shows of leave: the kinds of the business, and the limits of the site. */
export interface LeaveSetup {
  readonly types: readonly LeaveType[];
  /** How many requests wait, by kind: they keep the rules they were asked under. */
  readonly waiting: Readonly<Record<string, number>>;
  readonly limits: readonly AwayLimit[];
  readonly closed: readonly ClosedDraft[];
  /** Whether shifts of whoever says that they cannot come turn open at once. */
  readonly absenceOpens: boolean;
  readonly groups: readonly string[];
}

/** What somebody asks for. */
export interface AskDraft {
  readonly id: string;
  readonly type: string;
  readonly asked: AskedLeave;
  readonly note: string;
}

/** A day of what is asked for, with what it counts and why it does not. */
export interface AskedDayLine {
  readonly date: Day;
  readonly part: Span | null;
  readonly amount: LeaveAmount;
  readonly why: NotCounted | null;
  readonly words: string;
}

/** What asking would come to, before it is sent and again before it is decided. */
export interface AskLook {
  readonly days: readonly AskedDayLine[];
  readonly total: LeaveAmount;
  /** Why it cannot be sent, in words; empty: it can. */
  readonly faults: readonly string[];
  /** The nearest amounts that may be taken, where this one may not. */
  readonly nearest: readonly LeaveAmount[];
  /** null: there is no balance of this kind. */
  readonly balance: Outlook | null;
  /** What else waits of this kind. */
  readonly waiting: LeaveAmount;
  /** How many others of the same roles are away, on dates on which somebody is. */
  readonly others: readonly { readonly date: Day; readonly count: number }[];
  /** Limits that it would pass, and closed periods it lies in. */
  readonly limits: readonly string[];
  readonly closed: readonly string[];
  /** Published shifts within it. */
  readonly shifts: readonly string[];
}

/** Something that happened to a request. */
export interface RequestTrail {
  /** UTC. */
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly reason: string;
}

/** A request as it is shown. */
export interface RequestView {
  readonly id: string;
  readonly person: string;
  readonly name: string;
  readonly type: Pick<LeaveType, 'id' | 'name' | 'mark' | 'ink' | 'unit'>;
  readonly at: string;
  readonly askedBy: string;
  readonly standing: RequestStanding;
  /** `Mon 21 to Thu 24 December`. */
  readonly when: string;
  readonly first: Day;
  readonly last: Day;
  readonly total: LeaveAmount;
  readonly days: readonly { readonly date: Day; readonly part: Span | null; readonly state: DayState }[];
  readonly note: string;
  readonly isAbsence: boolean;
  /** Days that are asked back. */
  readonly back: readonly Day[];
  /** Who decides next; null: nobody. */
  readonly next: string | null;
  readonly trail: readonly RequestTrail[];
  /** The rules it was asked under are no longer those of its kind. */
  readonly hasOldRules: boolean;
}

/** A request of one's own. */
export interface OwnRequest extends RequestView {
  /** It was decided, and that was not looked at yet. */
  readonly isNews: boolean;
  readonly asked: AskedLeave;
}

/** A shift that somebody could not work if their leave were approved. */
export interface TouchedShift {
  readonly id: string;
  readonly site: string;
  readonly siteName: string;
  readonly date: Day;
  /** `Tue 22, 14:00–22:30 Kitchen`. */
  readonly text: string;
  readonly isPublished: boolean;
  /** A draft of it differs from what is published: that stays on top. */
  readonly hasOtherDraft: boolean;
  /** Whether who looks may change it. */
  readonly mayChange: boolean;
}

/** A request that waits for who looks, with what deciding would do. */
export interface QueuedRequest extends RequestView {
  readonly look: AskLook;
  readonly touched: readonly TouchedShift[];
  /** Why who looks may decide, where it is not their turn: `The manager has left`. */
  readonly instead: string;
  /** Remarks, such as that its days are over. */
  readonly remarks: readonly string[];
}

/** Somebody who cannot come, and the shifts that somebody else has to work. */
export interface AbsentNow {
  readonly request: string;
  readonly person: string;
  readonly name: string;
  /** The reason. */
  readonly type: string;
  readonly note: string;
  readonly last: Day;
  readonly shifts: readonly {
    readonly id: string;
    readonly site: string;
    /** First day of its week, `YYYY-MM-DD`. */
    readonly week: string;
    readonly text: string;
    /** Nobody has it; otherwise it is still theirs. */
    readonly isOpen: boolean;
  }[];
}

/** What is decided about shifts within leave that is approved. */
export interface ShiftChoice {
  readonly id: string;
  readonly site: string;
  readonly become: 'kept' | 'open' | 'given';
  readonly to: string | null;
}

/** A kind of leave that somebody may ask for, with how much of it is left. */
export interface OwnLeaveType {
  readonly type: Pick<
    LeaveType,
    'id' | 'name' | 'mark' | 'ink' | 'unit' | 'step' | 'needsNote' | 'approval' | 'isRetired'
  >;
  readonly mayAsk: boolean;
  /** null: it has no balance. */
  readonly left: LeaveAmount | null;
  readonly yearEnd: LeaveAmount | null;
  readonly yearLast: Day | null;
  readonly waiting: LeaveAmount;
}

/** Everything the page of one's own leave shows. */
export interface OwnLeavePage {
  readonly today: Day;
  readonly hourFormat: HourFormat;
  readonly types: readonly OwnLeaveType[];
  readonly requests: readonly OwnRequest[];
  /** Closed periods and holidays to come. */
  readonly closed: readonly ClosedPeriod[];
  readonly holidays: readonly { readonly date: Day; readonly name: string }[];
}

/** An entry of a ledger as it is shown. */
export interface EntryView {
  readonly id: string;
  readonly date: Day;
  readonly kind: EntryKind;
  readonly amount: LeaveAmount;
  readonly balance: LeaveAmount;
  readonly note: string;
  readonly who: string;
  /** UTC; empty for what is worked out ahead. */
  readonly at: string;
  readonly isAhead: boolean;
  readonly isReversed: boolean;
  readonly isReversal: boolean;
}

/** A balance with the entries it is the sum of. */
export interface LedgerView {
  readonly name: string;
  readonly type: Pick<LeaveType, 'id' | 'name' | 'unit'>;
  readonly today: Day;
  readonly entries: readonly EntryView[];
  /** What is different for this person. */
  readonly exceptions: readonly { readonly since: Day; readonly text: string; readonly note: string }[];
}

/** One person's balance of one kind. */
export interface BalanceCell {
  readonly granted: LeaveAmount;
  readonly taken: LeaveAmount;
  /** Approved for days to come. */
  readonly ahead: LeaveAmount;
  readonly waiting: LeaveAmount;
  readonly left: LeaveAmount;
  /** What ends next, and when; null: nothing does. */
  readonly ends: { readonly date: Day; readonly amount: LeaveAmount } | null;
}

/** People and what is left of each kind of leave. */
export interface BalancesPage {
  readonly today: Day;
  readonly types: readonly {
    readonly id: string;
    readonly name: string;
    readonly mark: string;
    readonly ink: string;
    readonly unit: LeaveUnit;
    readonly isRetired: boolean;
  }[];
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    readonly groups: readonly string[];
    /** Their first day here; null: it is not known. */
    readonly from: Day | null;
    readonly cells: Readonly<Record<string, BalanceCell>>;
  }[];
  /** Grants that those who join later still get. */
  readonly standing: readonly { readonly id: string; readonly site: string | null; readonly text: string }[];
  readonly mayGrant: boolean;
}

/** Whom leave is granted to. */
export type GrantedTo =
  | { readonly kind: 'people'; readonly people: readonly string[] }
  | { readonly kind: 'groups'; readonly groups: readonly string[] }
  | { readonly kind: 'all' };
