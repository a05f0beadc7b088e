import type Joi from 'joi';
import type { Change } from '@/core/plan/change';
import type { Result } from '@/core/plan/problem';
import type { Capability } from '@/core/setup/capabilities';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import type { Subject } from '@/data/activity/activity-store';
import type { RowChange } from '@/data/records/records';
import type { Permission, Scope } from '../access/permissions';
import type { Actor } from '../access/actor';

/** What a command would do: worked out before anything is written. */
export interface CommandEffect {
  /** What it does, in words, for history and undo: `Opening hours of Quay Bistro`. */
  readonly title: string;
  readonly rows: readonly RowChange[];
  readonly subjects: readonly Subject[];
  /** Sites whose plans it may change; the actor must have a say in each. */
  readonly sites: readonly string[];
  /**
   * Sites whose plans it changes though nobody needs a say in them for it, such as those of whose leave it is. What
   * that does there is told to who may read the plan alone.
   */
  readonly affected?: readonly string[];
  /** Changes of planned shifts that come with it. */
  readonly shifts?: readonly { readonly site: string; readonly changes: readonly Change[] }[];
  /** First days of the only weeks that are looked at before and after; left out: all that are planned. */
  readonly weeks?: readonly Day[];
  /** Something to answer, such as the id of what was made. */
  readonly answer?: string;
  /** Something to remember once it is done, that undo leaves alone. */
  readonly onCommitted?: (db: Database) => Promise<void>;
  /** Others are told by it, so that it cannot be undone. */
  readonly isFinal?: boolean;
  /** What a person should read before saying yes, besides the consequences. */
  readonly remarks?: readonly string[];
}

/** Around a command: the transaction it is in, who asks, and the date at the site in question. */
export interface Context {
  readonly db: Database;
  readonly actor: Actor;
  readonly today: Day;
  /** Who waits for it, where it may take long. */
  readonly watch?: Watch;
}

/** The share of long work that is done once it is prepared; writing is the rest. */
export const PREPARE_SHARE = 0.4;

/** Hears how far long work has come, and says whether it is to be given up. */
export interface Watch {
  /** `share` from 0 to 1; work goes on once it is told. */
  onProgress(share: number): void | Promise<void>;
  /** Looked at between two queries. */
  readonly signal: Pick<AbortSignal, 'aborted'>;
}

/** One thing that can be done to sites and people. A new one is a value of this form and a line in `list.ts`. */
export interface Command<Kind extends string, Input> {
  readonly kind: Kind;
  readonly permission: Permission;
  /** What it belongs to, where a site may do without that: then it cannot be done there. */
  readonly capability?: Capability;
  /** Whether it may take long, by what it is about: then it is worked out in a thread of its own. */
  readonly long?: boolean;
  readonly input: Joi.Schema<Input>;
  /** What it is about, by its input alone: whether the actor may is known before anything is read. */
  scope(input: Input): Scope;
  /** Reads what is there and works out what to write. Must not write. */
  prepare(context: Context, input: Input): Promise<Result<{ work: CommandEffect }>>;
}

/** A command whose input was read by its own schema. */
export type AnyCommand = Command<string, unknown>;

/**
 * A command with its kind and the form of its input, which those who ask for it are held to.
 *
 * @example
 * export const nameBusiness = command<'business.name', { name: string }>({
 *   kind: 'business.name',
 *   permission: 'setup.change',
 *   scope: () => BUSINESS,
 *   input: Joi.object({ name: NAME.required() }).required(),
 *   prepare: async ({ db }, { name }) => ({ ok: true, work: … }),
 * });
 */
export function command<Kind extends string, Input>(definition: Command<Kind, Input>): Command<Kind, Input> {
  return definition;
}
