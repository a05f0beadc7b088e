import type { ClockRules } from '@/core/clock/clock-rules';
import type { PlannedSpan } from '@/core/clock/planned-span';
import type { BreakTier } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { Span } from '@/core/time/span';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { ActivityName } from '../clock/activities';
import type { CallView } from '../calls/payload';

/** A punch as it is shown: with who set it, and what was written to it. */
export type TodayPunch = StoredPunch;

/** Somebody of the day, with what they were to work and what they clocked, as it is needed to work out how they stand. */
export interface TodayPerson {
  readonly id: string;
  readonly name: string;
  readonly phone: string | null;
  /** By start; those of last night too, as long as they reach into the day. */
  readonly planned: readonly PlannedSpan[];
  readonly punches: readonly TodayPunch[];
  /** Approved leave, in elapsed minutes. */
  readonly leave: readonly Span[];
}

/** What Today shows of a site: what is published and what was clocked; the rest is worked out as time passes. */
export interface TodayPage {
  /** How far the log went before this was read. */
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly timeZone: string;
  readonly hourFormat: HourFormat;
  readonly blockMinutes: number;
  readonly date: Day;
  /** The present elapsed minute. */
  readonly now: number;
  readonly people: readonly TodayPerson[];
  /** Others who work at the site, to be clocked in where nothing was planned. */
  readonly others: readonly { readonly id: string; readonly name: string }[];
  readonly roles: readonly { readonly id: string; readonly name: string; readonly ink: string }[];
  readonly rules: readonly ClockRules[];
  readonly tiers: readonly BreakTier[];
  /** Shifts of the day that staff do not know as they stand in the plan. */
  readonly unpublished: number;
  /** Published shifts of the day that nobody has. */
  readonly open: readonly PlannedSpan[];
  readonly canClock: boolean;
  /** Whether who looks may ask people to take a shift; then who is asked stands in `calls`. */
  readonly activities: readonly ActivityName[];
  readonly canCall: boolean;
  readonly calls: readonly CallView[];
  /** Why somebody may be absent, for who may enter it; empty: who looks may not, or the site does without leave. */
  readonly absenceTypes: readonly { readonly id: string; readonly name: string }[];
  readonly week: string;
}

/** The page on its way to the browser: of hundreds of people one text is read far sooner than thousands of values. */
export interface PackedToday extends Omit<TodayPage, 'people'> {
  /** JSON. */
  readonly people: string;
}
