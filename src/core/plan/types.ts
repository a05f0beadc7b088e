import type { FieldWork } from '../jobs/types';
import type { Day } from '../time/day';
import type { Span } from '../time/span';

/**
 * Everything needed to judge one site over some days, as plain immutable data. Dates are day numbers, times
 * of day are minutes from midnight, spans are half-open and may end after 1440 (the next day). Money is in
 * the currency's major unit as it was written; nothing is rounded here.
 */
export interface Plan {
  readonly site: Site;
  readonly from: Day;
  readonly days: number;
  readonly roles: readonly Role[];
  readonly people: readonly Person[];
  readonly holidays: readonly Holiday[];
  readonly needs: readonly Need[];
  readonly shifts: readonly Shift[];
  /** Shifts of these people outside this plan: earlier, later, or at another site. */
  readonly surroundingShifts: readonly SurroundingShift[];
  readonly rules: Rules;
  readonly budget: Budget;
  /** How many may be on leave at once; left out: as many as there are. */
  readonly awayLimits?: readonly PlanAwayLimit[];
  /** Crews, jobs and visits; left out: the site visits nobody. */
  readonly work?: FieldWork;
}

/** How many may be on leave at once on a date. */
export interface PlanAwayLimit {
  readonly most: number;
  /** Who holds one of these counts; null: everybody at home at the site. */
  readonly roles: readonly string[] | null;
  /** What those are called together; null: they need no name. */
  readonly name: string | null;
  /** On which weekdays, Monday first; null: on all. */
  readonly days: readonly boolean[] | null;
  /** The first and the last day; null: from the beginning, for good. */
  readonly from: Day | null;
  readonly to: Day | null;
}

export interface Site {
  readonly id: string;
  readonly name: string;
  readonly timeZone: string;
  /** 0 Monday to 6 Sunday. */
  readonly weekStart: number;
  readonly blockMinutes: number;
  readonly currency: string;
  /** By weekday, Monday first; null: never closed, and nobody is asked for by being open. */
  readonly openHours: readonly (readonly Span[])[] | null;
  /** Replaces the weekday's hours on that date. */
  readonly openDates: ReadonlyMap<Day, readonly Span[]>;
  /** Minutes around opening hours in which work is still expected. */
  readonly margins: { readonly before: number; readonly after: number };
}

export interface Role {
  readonly id: string;
  readonly name: string;
  readonly hourlyRate: number | null;
}

export interface HeldRole {
  readonly role: string;
  /** Last day on which it counts; null: for good. */
  readonly until: Day | null;
  readonly hourlyRate: number | null;
  /** What the rate becomes on later dates, in their order; a plan file does not carry it. */
  readonly laterRates?: readonly { readonly since: Day; readonly hourlyRate: number | null }[];
}

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly roles: readonly HeldRole[];
  readonly contractMinutes: number | null;
  readonly maxWeekMinutes: number | null;
  /** What a whole day of leave credits; null: a fifth of the contract. */
  readonly standardDayMinutes: number | null;
  readonly employedFrom: Day | null;
  readonly employedTo: Day | null;
  readonly birthDate: Day | null;
  readonly availability: readonly AvailabilityEntry[];
  readonly leave: readonly Leave[];
  /** At home at another site: limits on who is away at this one do not count them. */
  readonly isGuest?: boolean;
  /** Balances of leave that are drawn on in the plan's days; left out: none is looked at. */
  readonly balances?: readonly LeaveBalance[];
}

/** A balance of leave as far as a plan's days draw on it. */
export interface LeaveBalance {
  /** The kind of leave, as people call it. */
  readonly kind: string;
  readonly unit: 'days' | 'hours';
  /** When the plan begins: minutes, or thousandths of a day. */
  readonly left: number;
  /** How much may be owed; null: as much as one likes. */
  readonly mayOwe: number | null;
  /** What is given and taken on dates from then on, in their order; below zero it is taken. */
  readonly changes: readonly (readonly [date: Day, amount: number])[];
}

export type AvailabilityKind = 'available' | 'rather-not' | 'not-available';

export interface AvailabilityEntry extends Span {
  readonly since: Day | null;
  readonly until: Day | null;
  /** One flag a weekday, Monday first. */
  readonly days: readonly boolean[];
  readonly kind: AvailabilityKind;
}

export type LeaveState = 'draft' | 'waiting' | 'approved' | 'declined' | 'withdrawn';

/** A span of leave in wall-clock minutes since 1970-01-01T00:00. */
export interface Leave extends Span {
  readonly id: string;
  readonly state: LeaveState;
  /**
   * Minutes that count for the contract, by date: of the days that count, and no others. Left out or null: by the
   * standard day.
   */
  readonly credit?: readonly (readonly [date: Day, minutes: number])[] | null;
}

export interface Holiday {
  readonly date: Day;
  readonly name: string;
  readonly closed: boolean;
  /** Hours that it is open instead of the usual ones; left out or null: as usual. */
  readonly hours?: readonly Span[] | null;
  /** Whether who does not work on it is credited a standard day; left out or null: where it is closed. */
  readonly credited?: boolean | null;
  /** For whom it is one; left out or null: for everybody. */
  readonly people?: readonly string[] | null;
  /** What hours on it are multiplied by, and what comes besides for whoever works on it, in the currency's major unit. */
  readonly multiplier?: number | null;
  readonly extra?: number | null;
}

export interface Need extends Span {
  /** null: everybody, whatever the role. */
  readonly role: string | null;
  /** One flag a weekday, Monday first; null for a need with a date. */
  readonly days: readonly boolean[] | null;
  readonly date: Day | null;
  readonly count: number;
}

export interface Break {
  readonly minutes: number;
  /** Minute from the midnight before the shift's date at which it is fixed; null: only its length is known. */
  readonly at: number | null;
  readonly paid: boolean;
}

export interface Shift {
  readonly id: string;
  /** null: open. */
  readonly person: string | null;
  readonly role: string | null;
  readonly date: Day;
  /** Minute of the day, 0 to 1439. */
  readonly from: number;
  /** Later than `from`, at most `from` + 1440. */
  readonly to: number;
  /** null: by the site's rule. */
  readonly break: Break | null;
  readonly fixed: boolean;
  readonly note: string | null;
  readonly label: string | null;
  /** What most shifts have none of; left out or null there. A plan file does not carry it. */
  readonly detail?: ShiftDetail | null;
}

/** A task inside a shift with hours of its own, counted like the shift's from the midnight before it. */
export interface Duty extends Span {
  readonly name: string;
  /** For this week only: it does not travel when the week is copied. */
  readonly oneOff: boolean;
}

/** What can be said for one week only. A note is unless it is said to stand; a label and a station are not. */
export interface OneOff {
  readonly label: boolean;
  readonly note: boolean;
  readonly station: boolean;
}

/** Where a shift comes from: the pattern, which of its occurrences, and whether it was changed by hand since. */
export interface FromPattern {
  readonly id: string;
  readonly key: string;
  /** The date the pattern gave it. */
  readonly originalDate: Day;
  readonly overridden: boolean;
}

export interface ShiftDetail {
  /** Breaks after the first, in their order. */
  readonly moreBreaks: readonly Break[];
  readonly duties: readonly Duty[];
  /** Section, till, vehicle, as the site names them. */
  readonly station: string | null;
  /** The lines of its check-list. */
  readonly tasks: readonly string[];
  readonly oneOff: OneOff;
  /** Id of the shift template it was made from. */
  readonly template: string | null;
  readonly pattern: FromPattern | null;
}

/** A detail of which nothing is said. */
export const NO_DETAIL: ShiftDetail = {
  moreBreaks: [],
  duties: [],
  station: null,
  tasks: [],
  oneOff: { label: false, note: true, station: false },
  template: null,
  pattern: null,
};

export interface SurroundingShift {
  readonly person: string;
  readonly role: string | null;
  /** Another site, or null for this one. */
  readonly site: string | null;
  readonly date: Day;
  readonly from: number;
  readonly to: number;
  readonly break: Break | null;
}

export interface BreakTier {
  /** Shifts of at least this many elapsed minutes … */
  readonly atLeastMinutes: number;
  /** … lose this many. */
  readonly minutes: number;
  readonly paid: boolean;
}

export interface OvertimeRules {
  readonly weekMinutes: number | null;
  readonly multiplier: number;
  readonly day: readonly { readonly overMinutes: number; readonly multiplier: number }[];
  readonly after: readonly { readonly time: number; readonly multiplier: number }[];
  readonly seventhDay: {
    readonly multiplier: number;
    readonly overMinutes: number | null;
    readonly thenMultiplier: number | null;
  } | null;
}

export interface YoungRule {
  readonly underAge: number;
  /** Allowed hours of the day. */
  readonly from: number;
  readonly to: number;
  readonly dayMinutes: number | null;
  readonly weekMinutes: number | null;
}

export type Severity = 'stop' | 'warn' | 'note';

export interface Rules {
  readonly breaks: readonly BreakTier[];
  readonly dailyRestMinutes: number;
  readonly weeklyRestMinutes: number;
  readonly maxDaysInARow: number;
  readonly minShiftMinutes: number;
  readonly maxShiftMinutes: number;
  readonly maxDayMinutes: number;
  /** A shift longer than this is more likely a slip than a shift. */
  readonly slipMinutes: number;
  /** People needed in all while the place is open and no need for everybody says otherwise. */
  readonly minimumOn: number;
  readonly surplusTolerance: number;
  readonly overtime: OvertimeRules | null;
  readonly young: readonly YoungRule[];
  readonly off: readonly string[];
  readonly severity: Readonly<Record<string, Severity>>;
}

/** Per week; null: no budget. */
export interface Budget {
  readonly minutes: number | null;
  readonly cost: number | null;
}

/** The limits that hold where a site sets none. */
export const DEFAULT_RULES: Rules = {
  breaks: [],
  dailyRestMinutes: 660,
  weeklyRestMinutes: 2100,
  maxDaysInARow: 6,
  minShiftMinutes: 120,
  maxShiftMinutes: 600,
  maxDayMinutes: 600,
  slipMinutes: 960,
  minimumOn: 1,
  surplusTolerance: 0,
  overtime: null,
  young: [],
  off: [],
  severity: {},
};
