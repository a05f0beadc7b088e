import type { ProposalView } from '../staff/payload';
import type { TimeModel } from '@/core/clock/time-model';
import type { HoursFrom } from '@/core/timesheet/sheet';
import type { AvailabilityKind } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { Span } from '@/core/time/span';

export type ContractKind = 'full-time' | 'part-time' | 'on-call';

/** Everything that is said of a person but availability and leave. Money in major units. */
export interface PersonDraft {
  readonly name: string;
  readonly number: string | null;
  readonly email: string | null;
  readonly phone: string | null;
  readonly birthDate: Day | null;
  readonly employedFrom: Day | null;
  readonly employedTo: Day | null;
  readonly contractKind: ContractKind | null;
  readonly contractMinutes: number | null;
  readonly maxWeekMinutes: number | null;
  readonly standardDayMinutes: number | null;
  readonly payKind: 'hourly' | 'salaried';
  /** What their hours are measured by; null: as for their groups, else by shifts; left out: that stays. */
  readonly timeModel?: TimeModel | null;
  /** Where their hours come from; null: as is usual at their site; left out: that stays. */
  readonly hoursFrom?: HoursFrom | null;
  /** Minutes by weekday, Monday first; 0: usually off. */
  readonly usualWeek: readonly number[] | null;
  readonly groups: readonly string[];
  readonly manager: string | null;
  readonly notes: string | null;
  readonly sites: readonly string[];
  /** Whose weekend, holidays and approver hold for them; null: the first of their sites. */
  readonly homeSite: string | null;
  readonly roles: readonly { readonly role: string; readonly until: Day | null }[];
  readonly pay: readonly {
    readonly role: string | null;
    readonly since: Day | null;
    readonly rate: number;
  }[];
  /** Values of the business's own fields, by field id. */
  readonly fields: Readonly<Record<string, string>>;
}

/** A block of availability on one weekday. */
export interface BlockDraft extends Span {
  readonly weekday: number;
  readonly kind: AvailabilityKind;
}

/** One dated version of a person's availability. */
export interface VersionDraft {
  readonly id: string;
  readonly since: Day | null;
  readonly until: Day | null;
  readonly comment: string | null;
  readonly blocks: readonly BlockDraft[];
}

/** A name with its id, wherever something is chosen from a list. */
export interface Choice {
  readonly id: string;
  readonly name: string;
}

export interface RoleChoice extends Choice {
  readonly mark: string;
  readonly ink: string;
  /** Where it is given out. */
  readonly sites: readonly string[];
}

/** A person as the table of people shows them. */
export interface PersonRow extends Omit<PersonDraft, 'pay' | 'notes' | 'usualWeek'> {
  readonly id: string;
  /** Base pay today; null: that of the role. */
  readonly rate: number | null;
  /** Minutes available on each weekday, Monday first, by the version that counts today. */
  readonly available: readonly number[];
}

/** What is chosen from, wherever people are shown. */
export interface PeopleChoices {
  readonly sites: readonly Choice[];
  readonly roles: readonly RoleChoice[];
  readonly fields: readonly Choice[];
  readonly currency: string;
  /** Whether people can be changed here, by who looks at them. */
  readonly mayChange: boolean;
  /** Whether who asks may hand over or erase what is on record of people. */
  readonly mayErase: boolean;
  /** Whether pay is shown; where it is not, none is here. */
  readonly seesPay: boolean;
  readonly today: Day;
}

export interface PeoplePayload {
  readonly people: readonly PersonRow[];
  /** Ids of those whose proposed availability waits for a decision. */
  readonly proposing: readonly string[];
  readonly choices: PeopleChoices;
}

/** One entry in a person's history. */
export interface HistoryEntry {
  readonly id: string;
  readonly at: string;
  readonly actor: string;
  readonly title: string;
  /** What changed, one line each: `Contract hours: 38 → 40`. */
  readonly details: readonly string[];
  /** Whether it can still be taken back. */
  readonly undoable: boolean;
}

export interface PersonPayload {
  readonly id: string;
  readonly person: PersonDraft;
  /** Availability that they proposed and nobody has decided on. */
  readonly proposed: readonly ProposalView[];
  readonly versions: readonly VersionDraft[];
  readonly managers: readonly Choice[];
  readonly history: readonly HistoryEntry[];
  readonly choices: PeopleChoices;
  readonly hourFormat: '24' | '12';
  readonly weekend: readonly number[];
  readonly weekStart: number;
  /** When the site of the person is open, from the first opening of a week to its last closing; empty: not known. */
  readonly openHours: readonly Span[];
}
