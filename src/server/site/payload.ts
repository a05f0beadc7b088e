import type { AlertRule } from '@/core/today/alerts';
import type { PhoneRules } from '@/core/clock/place';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { Capability } from '@/core/setup/capabilities';
import type { ClockRules } from '@/core/clock/clock-rules';
import type { Proposing } from '@/core/propose/proposing';
import type { RequestRules } from '@/core/requests/rules';
import type { ColleagueView } from '@/core/setup/colleagues';
import type { LimitKey } from '@/core/checks/shared/check';
import type { Rules, Severity } from '@/core/plan/types';
import type { Missing } from '@/core/setup/missing';
import type { Day } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/format';
import type { HolidaySetup } from '../holidays/payload';
import type { LeaveSetup } from '../leave/payload';

/** What is said of a site in Set-up. Money in the currency's major unit. */
export interface SiteDraft {
  readonly name: string;
  readonly timeZone: string;
  readonly currency: string;
  readonly hourFormat: HourFormat;
  /** 0 Monday to 6 Sunday. */
  readonly weekStart: number;
  readonly weekend: readonly number[];
  readonly blockMinutes: number;
  readonly margins: { readonly before: number; readonly after: number };
  readonly neverClosed: boolean;
  /** Opening hours, each set from a date on (null: from the beginning), by weekday, Monday first. */
  readonly hours: readonly { readonly since: Day | null; readonly days: readonly (readonly Span[])[] }[];
  /** Dates with hours of their own; without spans: closed. */
  readonly dates: readonly { readonly date: Day; readonly spans: readonly Span[] }[];
  readonly areas: readonly { readonly id: string | null; readonly name: string }[];
  readonly budgets: readonly {
    readonly since: Day | null;
    readonly minutes: number | null;
    readonly cost: number | null;
    readonly sales: number | null;
  }[];
  readonly salesPerHour: number | null;
  readonly needsMinimum: number;
  /** Changes of published shifts nearer than so many days are late; 0: none is. */
  readonly noticeDays: number;
  /** What each may give to wishes in a quarter; 0: none are asked for. */
  readonly wishPoints: number;
}

export interface RoleDraft {
  /** Null: new. */
  readonly id: string | null;
  readonly name: string;
  readonly mark: string;
  readonly ink: string;
  readonly rate: number | null;
  readonly retired: boolean;
  /** Id of the area of the site it belongs to; left out: as it was. */
  readonly area?: string | null;
}

/** One need of a set, on one weekday. */
export interface NeedRow extends Span {
  readonly role: string | null;
  readonly weekday: number;
  readonly count: number;
}

/** The usual week from a date on (no name), or a named variant. */
export interface NeedSetDraft {
  readonly id: string;
  readonly name: string | null;
  readonly since: Day | null;
  readonly rows: readonly NeedRow[];
}

export interface NeedsDraft {
  readonly sets: readonly NeedSetDraft[];
  /** Dates that follow a variant. */
  readonly dates: readonly { readonly date: Day; readonly set: string }[];
}

/** A check as it stands among the rules of a site. */
export interface RuleRow {
  readonly code: string;
  readonly title: string;
  readonly ruleText: string;
  readonly limit: { readonly key: LimitKey; readonly unit: 'hours' | 'days' | 'people' } | null;
  readonly usual: Severity;
}

export interface RoleHolder {
  readonly person: string;
  readonly name: string;
  readonly until: Day | null;
}

/** Everything Set-up shows of one site. */
export interface SetupPayload {
  readonly business: string;
  readonly id: string;
  readonly site: SiteDraft;
  readonly roles: readonly (RoleDraft & {
    readonly holders: readonly RoleHolder[];
    readonly inUse: boolean;
  })[];
  /** Roles that other sites have and this one does not. */
  readonly otherRoles: readonly RoleDraft[];
  readonly needs: NeedsDraft;
  readonly rules: Rules;
  readonly checks: readonly RuleRow[];
  readonly sets: readonly {
    readonly id: string;
    readonly name: string;
    readonly source: string;
    readonly description: string;
    readonly rules: Partial<Rules>;
  }[];
  readonly people: number;
  readonly missing: readonly Missing[];
  /** Whether amounts of money are shown; where they are not, none is here. */
  readonly seesPay: boolean;
  /** What the site does without. */
  readonly off: readonly Capability[];
  /** What staff see of each other. */
  readonly staffSees: readonly ColleagueView[];
  /** What may be asked for about shifts. */
  readonly requestRules: RequestRules;
  readonly proposing: Proposing;
  /** The rules of the clock, each from its date. */
  readonly hoursRules: HoursRules;
  readonly phone: PhoneRules;
  /** For how many days photos are kept that are taken with punches; null: none is taken. */
  readonly photoDays: number | null;
  /** Whether jobs are done at customers' places. */
  readonly visitsCustomers: boolean;
  /** What is told of a day by itself, and what was, the latest first. */
  readonly alerts: readonly AlertRule[];
  readonly told: readonly ToldAlert[];
  /** Devices at the door that are not ended. */
  readonly devices: readonly DeviceView[];
  /** Who works here, and whether they have a PIN. */
  readonly pinPeople: readonly PinPerson[];
  readonly clockRules: readonly ClockRules[];
  readonly timeZones: readonly string[];
  readonly holidays: HolidaySetup;
  readonly leave: LeaveSetup;
  /** The date there. */
  readonly today: Day;
}

/** A device at the door as it is set up. Instants are UTC. */
export interface DeviceView {
  readonly id: string;
  readonly name: string;
  readonly groups: readonly string[];
  readonly keeper: string | null;
  readonly clocksBreaks: boolean;
  readonly hoursValid: number | null;
  readonly activity: string | null;
  readonly pairedAt: string | null;
  readonly seenAt: string | null;
  readonly endsAt: string | null;
}

/** Somebody who may have a PIN for the devices. */
export interface PinPerson {
  readonly id: string;
  readonly name: string;
  readonly groups: readonly string[];
  readonly hasPin: boolean;
}

/** Something that was told of a day. `at`: UTC. */
export interface ToldAlert {
  readonly id: string;
  readonly at: string;
  readonly message: string;
  readonly told: readonly string[];
}
