import type { ShiftSpec, ShiftTemplate } from '@/core/plan/shift-spec';
import type { Pattern } from '@/core/patterns/pattern';
import type { Scope } from '@/core/patterns/scope';
import type { CopyMode } from '@/core/week/copy-week';
import type { Publication } from '@/core/publish/publication';
import type { Day } from '@/core/time/day';
import type { BreakTier } from '@/core/plan/types';
import type { CommandAnswer } from '../commands/payload';
import type { HourFormat } from '@/core/time/format';
import type { Span } from '@/core/time/span';

/** Where the shifts of a week come from. */
export type WeekSource =
  | { readonly from: 'week'; readonly week: Day }
  | { readonly from: 'template'; readonly id: string }
  /** null: every pattern that holds then. */
  | { readonly from: 'patterns'; readonly ids: readonly string[] | null };

/** What starting a week is asked with. */
export interface StartRequest {
  readonly site: string;
  /** First days of the weeks that are written. */
  readonly weeks: readonly Day[];
  readonly source: WeekSource;
  readonly mode: CopyMode;
  readonly people: boolean;
  readonly open: boolean;
}

/** A line of the answer while weeks are written. */
export type StartEvent =
  /** From 0 to 1. */
  { readonly share: number } | { readonly answer: CommandAnswer };

/** What is asked when an occurrence of a pattern changes for more than itself. */
export interface PatternChange {
  readonly site: string;
  readonly shift: string;
  readonly scope: Exclude<Scope, 'this'>;
  /** Where the pattern has several weekdays: whether all of them are meant, and not only that of the shift. */
  readonly allWeekdays?: boolean;
  /** null: the occurrences go. */
  readonly form: ShiftSpec | null;
  readonly person?: string | null;
}

export interface RecurringPerson {
  readonly id: string;
  readonly name: string;
  readonly contractMinutes: number | null;
  /** The first role they hold today; null: none. */
  readonly role: string | null;
}

/** What the pages about templates, patterns and starting a week show. */
export interface RecurringPayload {
  readonly site: { readonly id: string; readonly name: string; readonly weekStart: number };
  readonly today: Day;
  readonly hourFormat: HourFormat;
  readonly weekend: readonly number[];
  readonly breaks: readonly BreakTier[];
  readonly openHours: readonly (readonly Span[])[] | null;
  readonly roles: readonly {
    readonly id: string;
    readonly name: string;
    readonly mark: string;
    readonly ink: string;
  }[];
  readonly people: readonly RecurringPerson[];
  readonly templates: readonly ShiftTemplate[];
  readonly stations: readonly { readonly id: string; readonly name: string }[];
  readonly weekTemplates: readonly { readonly id: string; readonly name: string; readonly shifts: number }[];
  readonly patterns: readonly Pattern[];
  /** What was done to the whole site lately, the newest first. */
  readonly done: readonly {
    readonly id: string;
    readonly at: string;
    readonly actor: string;
    readonly title: string;
    readonly undone: boolean;
  }[];
  /** Weeks around today with something in them, the latest first. */
  readonly weeks: readonly { readonly first: Day; readonly shifts: number; readonly open: number }[];
}

/** Who did what to one shift, and when. */
export interface ShiftEvent {
  readonly at: string;
  readonly actor: string;
  readonly message: string;
}

/** A week in the strip of a month. Cost in the currency's major unit. */
export interface WeekFigures {
  readonly first: Day;
  readonly state: Publication;
  readonly minutes: number;
  readonly budgetMinutes: number | null;
  readonly cost: number;
  readonly budgetCost: number | null;
  readonly open: number;
  readonly stops: number;
  readonly warns: number;
}
