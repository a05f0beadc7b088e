import type { Problem } from '@/core/plan/problem';
import type { Severity } from '@/core/plan/types';
import type { Day } from '@/core/time/day';

/** What is asked for: a command by its kind, with an id made by the client. */
export interface CommandRequest {
  readonly id: string;
  readonly kind: string;
  readonly input: unknown;
  /** The input as it would have been when the form was opened, so that what others changed since is not lost. */
  readonly opened?: unknown;
  /** Whose values count where both changed the same. */
  readonly prefer?: 'mine' | 'theirs';
}

/** A value that somebody else changed while a form was open. */
export interface FieldConflict {
  readonly what: string;
  readonly theirs: string;
  readonly mine: string;
}

/** What a command does to one planned week of a site. */
export interface WeekImpact {
  readonly site: string;
  readonly siteName: string;
  readonly week: Day;
  /** All of it in a line, in the words of an edit: `+8 h · closes 2½ h of gaps, 1 left`; null: only notes come or go. */
  readonly summary: string | null;
  readonly appeared: readonly ImpactSnag[];
  readonly cleared: readonly ImpactSnag[];
}

export interface ImpactSnag {
  /** Of its check. */
  readonly code: string;
  readonly title: string;
  readonly severity: Severity;
  readonly text: string;
}

export type CommandAnswer =
  | {
      readonly ok: true;
      readonly title: string;
      readonly weekImpacts: readonly WeekImpact[];
      readonly remarks: readonly string[];
      readonly answer: string | null;
      /** It cannot be undone. */
      readonly isFinal?: boolean;
    }
  | {
      readonly ok: false;
      readonly problem: Problem;
      /** All fields that are wrong, where there are several. */
      readonly problems?: readonly Problem[];
      /** What both sides changed, where that is the trouble. */
      readonly conflicts?: readonly FieldConflict[];
      /** Whether a part of what was to be taken back still can be. */
      readonly partly?: boolean;
    };
