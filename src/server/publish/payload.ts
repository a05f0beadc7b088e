import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { StoredPublication } from '@/data/publish/publication-store';
import type { PublishChange } from '@/core/publish/publish-changes';
import type { PlanRequest } from '../requests/payload';

/** A snag that has to be acknowledged before its days are published. */
export interface OpenStop {
  /** Names it for as long as it is the same snag. */
  readonly key: string;
  readonly date: Day;
  readonly title: string;
  readonly text: string;
}

/** Who was told by a publication, and what they made of it. */
export interface Told {
  readonly news: string;
  readonly person: string;
  readonly seenAt: string | null;
  readonly isLate: boolean;
  readonly answer: 'yes' | 'no' | null;
  readonly decision: 'keep' | 'give back' | null;
  /** The first day that a late change is about. */
  readonly date: Day;
  /** Ids of the shifts whose change was late for them. */
  readonly late: readonly string[];
}

/** A publication as the history shows it: `actor` by name. */
export interface PublicationLine extends StoredPublication {
  readonly told: readonly Told[];
}

/** What could be published of some weeks, and what was. */
export interface PublishPayload {
  /** How far the log went before this was read. */
  readonly asOf: number;
  readonly site: { readonly id: string; readonly name: string };
  readonly from: Day;
  /** Not included. */
  readonly to: Day;
  readonly today: Day;
  readonly hourFormat: HourFormat;
  readonly people: Readonly<Record<string, string>>;
  readonly roles: Readonly<Record<string, string>>;
  /** By which ways each is told besides the own page; left out: by none. */
  readonly reach: Readonly<Record<string, readonly ('mail' | 'text')[]>>;
  /** All that staff have not been told of these days. */
  readonly changes: readonly PublishChange[];
  readonly stops: readonly OpenStop[];
  /** What is asked for about shifts of these days. */
  readonly requests: readonly PlanRequest[];
  /** How many shifts of these days staff know. */
  readonly published: number;
  /** The last first. */
  readonly history: readonly PublicationLine[];
}

/** What is asked to be published. */
export interface PublishRequest {
  readonly site: string;
  readonly from: Day;
  /** Not included. */
  readonly to: Day;
  /** null: everybody; else some people, null among them for the open shifts. */
  readonly people: readonly (string | null)[] | null;
  readonly message: string;
  /** Of the changes as they were looked at. */
  readonly stamp: string;
  /** Keys of the stops that were acknowledged. */
  readonly acknowledged: readonly string[];
}

/** Days that staff are no longer to see, and what they are told. */
export interface WithdrawRequest {
  readonly site: string;
  readonly from: Day;
  /** Not included. */
  readonly to: Day;
  readonly reason: string;
}
