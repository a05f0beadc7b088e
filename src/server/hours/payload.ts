import type { RequestsPage } from '../requests/page';
import type { ActivityName } from '../clock/activities';
import type { Entry } from '@/core/clock/entries';
import type { BalanceDay } from '@/core/clock/time-model';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { PayKind } from '@/core/timesheet/pay-kind';
import type { PayPeriod } from '@/core/timesheet/pay-period';
import type { HoursFrom } from '@/core/timesheet/sheet';
import type { SheetState, SheetStep } from '@/core/timesheet/steps';
import type { TypedHours } from '@/core/timesheet/typed-hours';
import type { StoredPunch } from '@/data/clock/punch-store';

/** A date of somebody's hours in the table of a period. */
export interface HoursCell {
  readonly worked: number;
  readonly planned: number;
  readonly credited: number;
  /** What is to be looked at, in words. */
  readonly look: readonly string[];
  readonly isByHand: boolean;
}

/** Somebody in the table of a period. */
export interface HoursRow {
  readonly id: string;
  readonly name: string;
  readonly groups: readonly string[];
  readonly from: HoursFrom;
  readonly state: SheetState;
  /** Changed since they were submitted, approved or locked, by so many minutes; null: they stand as they did. */
  readonly changedBy: number | null;
  /** By date, from the period's first. */
  readonly cells: readonly HoursCell[];
  readonly worked: number;
  readonly planned: number;
  readonly look: number;
  /** What is asked about the clock and waits. */
  readonly asked: number;
}

/** The hours of everybody at home at a site in a period of pay. */
export interface HoursPage {
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly hourFormat: HourFormat;
  readonly weekStart: number;
  readonly period: PayPeriod;
  readonly today: Day;
  /** The last day on which hours are to be submitted. */
  readonly deadline: Day;
  readonly figures: HoursRules['figures'];
  readonly rows: readonly HoursRow[];
  /** All hours by kind of pay; `cost` in major units, null: who looks does not see pay. */
  readonly totals: readonly HoursTotal[];
  readonly exports: readonly HoursExport[];
  /** What a payroll file has a column for unless something else is chosen. */
  readonly columns: readonly string[];
  /** Fields that the business made up. */
  readonly fields: readonly { readonly id: string; readonly name: string }[];
  readonly canApprove: boolean;
  readonly canLock: boolean;
  /** Whether who looks may see the hours of everybody here, and not only of those they manage. */
  readonly canReport: boolean;
  readonly canClock: boolean;
  readonly currency: string;
}

export interface HoursTotal {
  readonly key: string;
  readonly name: string;
  readonly minutes: number;
  readonly cost: number | null;
}

/** A file for payroll that was made of a period. */
export interface HoursExport {
  readonly id: string;
  /** UTC. */
  readonly at: string;
  readonly by: string;
  readonly form: string;
  readonly people: number;
}

/** A date of one person's hours, with what made it. */
export interface SheetDayView {
  readonly date: Day;
  readonly planned: number;
  readonly worked: number;
  readonly credited: number;
  /** Elapsed minutes. */
  readonly shifts: readonly { readonly start: number; readonly end: number; readonly role: string | null }[];
  readonly entry: Entry | null;
  readonly typed: readonly TypedHours[];
  readonly lines: readonly { readonly kind: PayKind; readonly name: string; readonly minutes: number }[];
  readonly look: readonly string[];
}

/** What somebody asked to have put right at the clock. */
export interface PunchRequestView {
  readonly id: string;
  /** Of the punch it is about; null: it is missing. */
  readonly punch: string | null;
  /** null: it is to be taken away. */
  readonly kind: string | null;
  /** Elapsed minute. */
  readonly at: number;
  readonly reason: string;
  readonly state: string;
  readonly answer: string;
}

/** Overtime of a period that became time off, and kinds of leave that more of it can become, in minutes. */
export interface TimeOffView {
  readonly given: readonly {
    readonly entry: string;
    readonly name: string;
    readonly minutes: number;
    readonly credited: number;
  }[];
  readonly types: readonly { readonly id: string; readonly name: string; readonly balance: number }[];
}

/** One person's hours in a period. */
export interface SheetPage {
  readonly person: string;
  readonly name: string;
  readonly site: string;
  readonly timeZone: string;
  readonly hourFormat: HourFormat;
  readonly blockMinutes: number;
  readonly weekStart: number;
  readonly period: PayPeriod;
  readonly today: Day;
  readonly deadline: Day;
  readonly figures: HoursRules['figures'];
  readonly from: HoursFrom;
  readonly state: SheetState;
  readonly steps: readonly SheetStep[];
  readonly changedBy: number | null;
  readonly days: readonly SheetDayView[];
  readonly weeks: readonly { readonly first: Day; readonly minutes: number }[];
  readonly totals: readonly HoursTotal[];
  readonly worked: number;
  readonly planned: number;
  readonly look: number;
  /** Of those with hours to fill. */
  readonly balance: readonly BalanceDay[];
  readonly punches: readonly StoredPunch[];
  readonly requests: readonly PunchRequestView[];
  readonly kinds: readonly { readonly id: string; readonly name: string }[];
  readonly currency: string;
  readonly ownPunches: boolean;
  /** Kinds of leave that who looks may enter for this person. */
  readonly leaveTypes: RequestsPage['types'];
  /** null: who looks has no say in it. */
  readonly timeOff: TimeOffView | null;
  readonly canApprove: boolean;
  readonly canLock: boolean;
  readonly canClock: boolean;
  readonly activities: readonly ActivityName[];
}
