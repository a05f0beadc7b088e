import { datesOf } from '../patterns/rule';
import type { Day } from '../time/day';
import { serviceMinutes } from './factors';
import type { Service } from './types';

/** Jobs that come again at the same places. */
export interface Round {
  readonly id: string;
  readonly name: string;
  readonly service: string | null;
  /** In the order in which they are visited. */
  readonly places: readonly string[];
  /** RFC 5545; null: it is called out by hand. */
  readonly rule: string | null;
  readonly since: Day;
  /** Its last date; null: it goes on without end. */
  readonly until: Day | null;
  /** Within how many days, its date included, each of its jobs is to be done. */
  readonly days: number;
  /** Of each of its jobs; null: what its service usually takes. */
  readonly personMinutes: number | null;
}

/** A job as a round gives it. */
export interface GivenJob {
  readonly place: string;
  readonly date: Day;
  readonly latest: Day;
  readonly title: string;
  readonly service: string | null;
  readonly personMinutes: number;
}

/** What a job takes where neither a round nor its service says, in person-minutes. */
export const USUAL_MINUTES = 60;
/** How many days ahead the jobs of a round without an end are made. */
export const ROUND_AHEAD = 84;
/** A round with an end makes its jobs at most so many days ahead at once. */
const MOST_AHEAD = 366;

/** The last date for which the jobs of a round are made on a date. */
export function madeThrough({ until }: Pick<Round, 'until'>, today: Day): Day {
  return until === null ? today + ROUND_AHEAD : Math.min(until, today + MOST_AHEAD);
}

/**
 * The jobs that a round gives on dates from `from` to `to`, both inclusive, by date and in the order of its places; each takes what the
 * round says, or its service, by the factor of the month.
 */
export function givenJobs(round: Round, service: Service | null, from: Day, to: Day): GivenJob[] {
  const { rule, since, until } = round;
  if (rule === null) return [];
  const last = until === null ? to : Math.min(to, until);
  return datesOf(rule, since, Math.max(from, since), last + 1).flatMap((date) =>
    jobsOn(round, service, date),
  );
}

/** The jobs of a round on a date, whatever its rule says. */
export function jobsOn(round: Round, service: Service | null, date: Day): GivenJob[] {
  const usual = round.personMinutes ?? service?.personMinutes ?? USUAL_MINUTES;
  return round.places.map((place) => ({
    ...{ place, date, latest: date + round.days - 1, title: service?.name ?? round.name },
    ...{ service: round.service, personMinutes: service ? serviceMinutes(service, usual, date) : usual },
  }));
}

/** A job that a round made, as it is now. */
export interface MadeJob extends GivenJob {
  readonly id: string;
  /** Nothing was done of it yet. */
  readonly isOpen: boolean;
}

/** What becomes of the jobs of a round that is changed. */
export interface RoundChange {
  readonly add: readonly GivenJob[];
  readonly set: readonly { readonly id: string; readonly to: GivenJob }[];
  readonly remove: readonly string[];
}

/**
 * What has to change in the jobs of a round from a date on so that they are as it says now. What was begun or done stays, and so does what
 * was changed by hand: it is told by not being as the round gave it before. A job that the round gave before and that is not there was
 * taken away by hand, and is not made again.
 *
 * @param before null: it is new
 * @param madeUntil the last date for which its jobs have been made
 * @param made those of it that are there, from `from` on
 */
export function changedRound(
  before: { readonly round: Round; readonly service: Service | null; readonly madeUntil: Day | null } | null,
  after: { readonly round: Round; readonly service: Service | null },
  made: readonly MadeJob[],
  [from, to]: readonly [Day, Day],
): RoundChange {
  const known = before?.madeUntil ?? null;
  const gave = new Map(
    before && known !== null
      ? givenJobs(before.round, before.service, from, known).map((job) => [keyOf(job), job])
      : [],
  );
  const gives = new Map(givenJobs(after.round, after.service, from, to).map((job) => [keyOf(job), job]));
  const there = new Set(made.map(keyOf));
  const ours = made.filter((job) => job.isOpen && gave.has(keyOf(job)) && isAs(job, gave.get(keyOf(job))!));
  return {
    add: [...gives].filter(([key]) => !there.has(key) && !gave.has(key)).map(([, job]) => job),
    set: ours.flatMap((job) => {
      const to = gives.get(keyOf(job));
      return to && !isAs(job, to) ? [{ id: job.id, to }] : [];
    }),
    remove: ours.filter((job) => !gives.has(keyOf(job))).map(({ id }) => id),
  };
}

function keyOf({ date, place }: GivenJob): string {
  return `${date} ${place}`;
}

function isAs(a: GivenJob, b: GivenJob): boolean {
  return (
    a.title === b.title &&
    a.service === b.service &&
    a.personMinutes === b.personMinutes &&
    a.latest === b.latest
  );
}
