import type { SupplyChange } from '@/core/availability/supply';
import type { Break, Duty, LeaveState, Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/format';
import type { NewsItem } from '@/core/publish/late';
import type { Wish } from '@/core/wishes/wishes';
import type { RequestTrail } from '../leave/payload';
import type { ToldWish } from '../outbox/wish';
import type { VersionDraft } from '../people/payload';

/** A published shift of who asks. */
export interface OwnShift {
  readonly site: string;
  readonly shift: Shift;
  /** Paid minutes, as the site's rules count them. */
  readonly paid: number;
  /** Minutes that really pass, and the breaks that are taken off unless they are paid. */
  readonly elapsed: number;
  readonly breaks: readonly Break[];
  /** Lines of its check-list that are done. */
  readonly done: readonly string[];
}

/** Somebody on a day, as far as a colleague may see them: what may not be seen is left out. */
export interface Colleague {
  readonly isSelf: boolean;
  /** null: names are not shown. */
  readonly name: string | null;
  readonly role: string | null;
  /** Minutes from the day's midnight; a night that began the day before begins below 0. */
  readonly from: number;
  readonly to: number;
  readonly email?: string | null;
  readonly phone?: string | null;
  /** Paid minutes of the shift, and of their week. */
  readonly paid?: number;
  readonly week?: number;
  readonly note?: string | null;
  readonly label?: string | null;
  readonly station?: string | null;
  readonly duties?: readonly Duty[];
}

/** Who works at a site on a day. */
export interface TeamDay {
  readonly site: string;
  readonly date: Day;
  /** Whether staff of the site see each other at all. */
  readonly isShown: boolean;
  readonly roles: Readonly<Record<string, string>>;
  readonly daybook: string | null;
  readonly colleagues: readonly Colleague[];
}

/** An open shift that who asks could work, and what it would mean. */
export interface OpenShift {
  readonly site: string;
  readonly shift: Shift;
  /** Paid minutes that it adds, and those of the whole week with it. */
  readonly paid: number;
  readonly week: number;
  /** Minutes of overtime that it adds. */
  readonly overtime: number;
  /** What a scheduler would be warned of. */
  readonly remarks: readonly string[];
  /** Whether the first who could work it has it. */
  readonly isFirst: boolean;
}

/** What is on record of who asks, as they may see it. */
export interface OwnDetails {
  readonly number: string | null;
  readonly email: string | null;
  readonly phone: string | null;
  readonly employedFrom: Day | null;
  readonly employedTo: Day | null;
  /** Roles they hold; `until`: the last day of a certificate. */
  readonly roles: readonly { readonly id: string; readonly name: string; readonly until: Day | null }[];
  /** By which ways they wish to be told besides here. */
  readonly told: ToldWish;
}

/** A span of leave in wall-clock minutes. */
export interface OwnLeave {
  readonly from: number;
  readonly to: number;
  readonly state: LeaveState;
}

/** What who asks was told at once, and whether they still have to see or answer it. */
export interface OwnNews {
  readonly id: string;
  readonly site: string;
  readonly at: string;
  readonly kind: 'publish' | 'withdraw';
  readonly message: string;
  readonly items: readonly NewsItem[];
  readonly isLate: boolean;
  readonly isSeen: boolean;
  readonly answer: 'yes' | 'no' | null;
  readonly decision: 'keep' | 'give back' | null;
}

/** Availability that somebody proposed, and what became of it. */
export interface AvailabilityProposal {
  readonly id: string;
  /** UTC. */
  readonly at: string;
  readonly state: 'waiting' | 'accepted' | 'declined' | 'withdrawn';
  /** Why it was declined. */
  readonly reason: string;
  readonly version: VersionDraft;
  /** From when it was accepted, where that is later than it was proposed. */
  readonly countsFrom: Day | null;
}

/** The same for who decides about it. */
export interface ProposalView extends AvailabilityProposal {
  readonly person: string;
  readonly name: string;
  /** When they can work as it stands. */
  readonly versions: readonly VersionDraft[];
  readonly trail: readonly RequestTrail[];
}

/** Where more or fewer could work with proposed availability, in the first whole week of it. */
export interface ProposalSupply {
  /** The first day of the week. */
  readonly from: Day;
  /** The names of the rows: roles, and everybody. */
  readonly rows: readonly string[];
  readonly changes: readonly SupplyChange[];
}

/** What somebody wishes for, and may still wish for. */
export interface OwnWishes {
  /** What each may give to wishes in a quarter; 0: none are asked for. */
  readonly points: number;
  readonly given: readonly Wish[];
  /** First days of weeks to come that are published already, and not to be wished for. */
  readonly planned: readonly Day[];
}

/** Everything the pages of one's own shifts show. Of others only who is on on the next day, as far as that is shown. */
export interface OwnPage {
  /** UTC, when it was put together. */
  readonly at: string;
  readonly person: string;
  readonly name: string;
  readonly today: Day;
  readonly weekStart: number;
  readonly hourFormat: HourFormat;
  readonly contractMinutes: number | null;
  readonly sites: Readonly<Record<string, string>>;
  readonly roles: Readonly<Record<string, string>>;
  /** Minutes credited for leave and holidays, by the first day of a week. */
  readonly credited: Readonly<Record<Day, number>>;
  readonly leave: readonly OwnLeave[];
  /** How many requests of one's own were decided and not looked at; null: leave is not asked for here. */
  readonly decidedLeave: number | null;
  /** Whether hours are kept where they are at home. */
  readonly keepsHours: boolean;
  /** Whether they belong to a crew that visits customers. */
  readonly hasJobs: boolean;
  /** Sites where shifts can be swapped, handed over, given up and taken, and how many requests wait for one there. */
  readonly asksAt: readonly string[];
  readonly asked: number;
  readonly details: OwnDetails;
  /** What is taken for granted where availability is typed: weekend days, and the widest opening hours. */
  readonly weekend: readonly number[];
  readonly openHours: readonly Span[];
  /** When they can work, as it stands, and what they proposed. */
  readonly availability: readonly VersionDraft[];
  readonly proposals: readonly AvailabilityProposal[];
  readonly wishes: OwnWishes;
  /** The sites where who asks works, of which the team may be looked at or not. */
  readonly teams: readonly { readonly id: string; readonly name: string; readonly isShown: boolean }[];
  /** The date of the shift that is worked now or comes next; null: there is none. */
  readonly nextDay: Day | null;
  /** That day at its site; null: there is none, or it is not shown. */
  readonly next: TeamDay | null;
  /** By date and start. */
  readonly shifts: readonly OwnShift[];
  /** The latest first. */
  readonly news: readonly OwnNews[];
}

/** What becomes of a no to a late change. */
export interface LateDecision {
  readonly site: string;
  readonly news: string;
  readonly decision: 'keep' | 'give back';
  /** What becomes of a draft that is neither what was told nor what is given back; asked for where there is one. */
  readonly draft?: 'keep' | 'drop';
}
