import type { Wish } from '@/core/wishes/wishes';
import type { ActorFrame, FramedSite } from '../access/frame';
import type { DateHabits } from '@/core/time/typed-date';
import type { Capability } from '@/core/setup/capabilities';
import type { PortablePlan } from '@/core/plan/portable';
import type { Change } from '@/core/plan/change';
import type { Problem } from '@/core/plan/problem';
import type { Conflict } from '@/core/plan/preconditions';
import type { ShiftTemplate } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import type { Publication } from '@/core/publish/publication';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';

/** A pattern as the shifts that follow it need it. */
export interface PatternName {
  readonly id: string;
  readonly name: string;
  /** Whether its rule falls on several weekdays, so that one of them can be changed alone. */
  readonly hasWeekdays: boolean;
}

/** A week's plan as the plan screen gets it. */
export interface PlanPayload {
  readonly plan: PortablePlan;
  readonly version: number;
  readonly hourFormat: HourFormat;
  /** How each role looks, in the plan's order. */
  readonly roles: readonly { readonly id: string; readonly mark: string; readonly ink: string }[];
  /** The week's shifts as they were last published. */
  readonly published: readonly Shift[];
  readonly templates: readonly ShiftTemplate[];
  readonly stations: readonly string[];
  /** Names of the other sites at which people of the plan work, by id. */
  readonly sites: Readonly<Record<string, string>>;
  /** The site's patterns. */
  readonly patterns: readonly PatternName[];
  /** What the site does without. */
  readonly off: readonly Capability[];
  /** What people wish for on days, by person and day. */
  readonly wishes: Readonly<Record<string, DayWishes>>;
  /** Notes of days. */
  readonly daybook: readonly { readonly date: Day; readonly note: string }[];
  /** What rows can be grouped by: the kind of contract of people, the area of roles. */
  /** The roles in which whoever looks at it edits it; null: in all of them. */
  readonly editableRoles: readonly string[] | null;
  /** Set in the browser where the shifts are those that staff see, in place of the draft. */
  readonly isTold?: boolean;
  /** Whether amounts of money are shown; where they are not, none is here. */
  readonly seesPay: boolean;
  readonly contracts: Readonly<Record<string, string>>;
  readonly areas: Readonly<Record<string, string>>;
}

/** What somebody wishes for, by day. */
export type DayWishes = Readonly<Record<Day, Pick<Wish, 'kind' | 'weight'>>>;

/** A week in the strip of weeks. */
export interface WeekSummary {
  readonly first: Day;
  readonly state: Publication;
  /** Paid minutes planned. */
  readonly minutes: number;
}

/** What the frame around a week shows. */
export interface PageHeader {
  readonly sites: readonly FramedSite[];
  readonly site: { readonly id: string; readonly name: string; readonly timeZone: string };
  readonly week: Day;
  readonly weeks: readonly WeekSummary[];
  readonly today: Day;
  readonly dates: DateHabits;
  readonly actor: ActorFrame;
  /** What whoever looks at it may do here besides editing. */
  /** What the site does without. */
  readonly off: readonly Capability[];
  readonly may: { readonly publish: boolean; readonly change: boolean };
}

/** A change of shifts as it is sent: what is altered comes with the values it was made on. */
export type SentChange =
  | Extract<Change, { do: 'add' }>
  | Required<Extract<Change, { do: 'set' }>>
  | Required<Extract<Change, { do: 'remove' }>>;

/** What is asked for to change a plan. */
export interface ChangeRequest {
  /** Made by the client; the same id sent again changes nothing more. */
  readonly id: string;
  /** The site's version that the page knows; what was done after it comes back with the answer. */
  readonly base: number;
  readonly changes: readonly Change[];
  /** Said yes to a shift so long that it may be a slip. */
  readonly confirmed?: boolean;
  /** How many days from the week's first on are judged; 7 where it is not set. */
  readonly days?: number;
  /** The account that made it, where it may have waited: another that is signed in now does not send it. */
  readonly who?: string;
}

/** The same as a page posts it. */
export interface SentRequest extends ChangeRequest {
  readonly changes: readonly SentChange[];
}

/** The answer to a {@link ChangeRequest}. */
export type ChangeAnswer =
  | {
      readonly ok: true;
      readonly version: number;
      /** When it was kept, as UTC text. */
      readonly at: string;
      /** What others changed between `base` and this, oldest first. */
      readonly missed: readonly Change[];
    }
  | {
      readonly ok: false;
      readonly problem: Problem;
      readonly problems?: readonly Problem[];
      /** What somebody else changed since, column by column, where that is the trouble. */
      readonly conflicts?: readonly Conflict[];
    };
