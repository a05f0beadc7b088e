import type { Day } from '../time/day';
import type { Span } from '../time/span';

/** Work at customers' places: what a plan of field service holds besides shifts. Minutes are whole, money is in major units. */
export interface FieldWork {
  readonly crews: readonly Crew[];
  readonly places: readonly Place[];
  readonly services: readonly Service[];
  /** Those that wait, and all with visits in `visits`. */
  readonly jobs: readonly Job[];
  /** Those that begin on dates of the plan, and those before that may reach into it. */
  readonly visits: readonly Visit[];
  readonly travel: Travel;
  /** The present date: what was to be done before it and waits is late; null: nothing is late. */
  readonly today: Day | null;
}

/** Where jobs are done. */
export interface Place {
  readonly id: string;
  readonly name: string;
  readonly customer: { readonly id: string; readonly name: string } | null;
  /** An area of places near to each other; null: none is said. */
  readonly zone: string | null;
}

/** What is done, and what it usually takes. */
export interface Service {
  readonly id: string;
  readonly name: string;
  readonly personMinutes: number | null;
  /** A role or certificate that one of the crew holds on the day; null: anybody can do it. */
  readonly role: string | null;
  readonly price: Price | null;
  /** What person-minutes are multiplied by, January first; null: the same all year. */
  readonly factors: readonly number[] | null;
}

/** By person-hour, or one amount however long it takes. */
export interface Price {
  readonly by: 'hour' | 'job';
  readonly amount: number;
}

/** Somebody of a crew between two dates, both inclusive; null: from the beginning, for good. */
export interface CrewMember {
  readonly person: string;
  readonly from: Day | null;
  readonly to: Day | null;
}

/** People who visit places together. */
export interface Crew {
  readonly id: string;
  readonly name: string;
  readonly members: readonly CrewMember[];
  /** When it works, by weekday, Monday first, in minutes from midnight, by start and apart; an end may lie after 1440. */
  readonly hours: readonly (readonly Span[])[];
  /** Dates that are otherwise: none is a day off. */
  readonly dates: readonly { readonly date: Day; readonly hours: readonly Span[]; readonly reason: string }[];
  /** The place it sets out from; null: none is said. */
  readonly start: string | null;
  /** Its last date; null: it goes on. */
  readonly until: Day | null;
}

/** Something to be done at a place. */
export interface Job {
  readonly id: string;
  readonly title: string;
  /** null: a block of time without a customer, such as yard work. */
  readonly place: string | null;
  readonly service: string | null;
  /** How long it would take one person. */
  readonly personMinutes: number;
  /** Fewest people it can be done by. */
  readonly people: number;
  /** From which date on and by which it is to be done; null: whenever. */
  readonly earliest: Day | null;
  readonly latest: Day | null;
  /** Between which minutes of the day, where the customer said so. */
  readonly window: Span | null;
  /** null: by its service. */
  readonly price: Price | null;
  /** The round it belongs to, and the date that gave; null: it is done once. */
  readonly round: { readonly id: string; readonly date: Day } | null;
  readonly progress: Progress;
}

/** How far a job is by what was said of it; whether it is planned its visits say. */
export type Progress = 'open' | 'started' | 'done';

/** When a crew, or somebody without one, is at a job. */
export interface Visit {
  readonly id: string;
  readonly job: string;
  /** One of these is said. */
  readonly crew: string | null;
  readonly person: string | null;
  readonly date: Day;
  /** Minute of the day, 0 to 1439. */
  readonly from: number;
  /** Minutes it lasts where that was set by hand; null: as long as its person-minutes take the people who are there. */
  readonly minutes: number | null;
  /** How much of the job it does, in person-minutes, where several visits share it; null: all of it. */
  readonly personMinutes: number | null;
  /** It goes on through pauses and past the end of the day; else it waits for the next working hours. */
  readonly isThrough: boolean;
  /** An appointment: nothing moves it but a hand. */
  readonly isFixed: boolean;
  readonly note: string | null;
}

/** How long it takes from place to place, in minutes. A pair names two places or two zones, in any order. */
export interface Travel {
  readonly usual: number;
  readonly pairs: readonly {
    readonly a: string;
    readonly b: string;
    readonly minutes: number;
  }[];
}
