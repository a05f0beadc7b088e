import type { Generated } from 'kysely';

type Flag = Generated<number>;

/** Whoever jobs are done for. */
export interface CustomerTable {
  id: string;
  name: string;
  contact: Generated<string>;
  note: Generated<string>;
}

/** Where jobs are done. */
export interface PlaceTable {
  id: string;
  site_id: string;
  customer_id: string | null;
  name: string;
  address: Generated<string>;
  zone: string | null;
  latitude: number | null;
  longitude: number | null;
  contact: Generated<string>;
  access_note: Generated<string>;
  is_retired: Flag;
}

/** What is done; `price` and `factors`: as JSON. */
export interface ServiceTable {
  id: string;
  site_id: string;
  name: string;
  person_minutes: number | null;
  role_id: string | null;
  price: string | null;
  factors: string | null;
  position: number;
  is_retired: Flag;
}

/** A crew; `hours`: by weekday, Monday first, as JSON. */
export interface CrewTable {
  id: string;
  site_id: string;
  name: string;
  ink: string;
  hours: string;
  start_place_id: string | null;
  until: string | null;
  position: number;
}

export interface CrewMemberTable {
  id: string;
  crew_id: string;
  person_id: string;
  from_date: string | null;
  to_date: string | null;
}

/** A date on which a crew works otherwise; `hours`: as JSON, none: not at all. */
export interface CrewDateTable {
  crew_id: string;
  date: string;
  hours: string;
  reason: string;
}

/** Jobs that come again; `places`: in their order, as JSON; `days`: within how many of its date each is to be done. */
export interface JobRoundTable {
  id: string;
  site_id: string;
  name: string;
  service_id: string | null;
  crew_id: string | null;
  places: string;
  rule: string | null;
  since: string;
  until: string | null;
  days: number | null;
  person_minutes: number | null;
  made_until: string | null;
  position: number;
}

/** Something to be done; `price` and `tasks`: as JSON. */
export interface JobTable {
  id: string;
  site_id: string;
  title: string;
  place_id: string | null;
  service_id: string | null;
  person_minutes: number;
  people: Generated<number>;
  earliest: string | null;
  latest: string | null;
  window_from: number | null;
  window_to: number | null;
  price: string | null;
  round_id: string | null;
  round_date: string | null;
  progress: Generated<string>;
  note: Generated<string>;
  tasks: Generated<string>;
  done_at: string | null;
  billed_at: string | null;
}

/** When a crew, or somebody without one, is at a job. */
export interface VisitTable {
  id: string;
  site_id: string;
  job_id: string;
  crew_id: string | null;
  person_id: string | null;
  date: string;
  from_minute: number;
  minutes: number | null;
  person_minutes: number | null;
  is_through: Flag;
  is_fixed: Flag;
  note: string | null;
}

/** A visit as the crew was told of it last; `times_told`: how often before that. */
export interface PublishedVisitTable extends VisitTable {
  times_told: number | null;
  told_at: string | null;
}

/** What was used for a job; `cost`: of all of it. */
export interface JobMaterialTable {
  id: string;
  site_id: string;
  job_id: string;
  name: string;
  cost: number | null;
  person_id: string | null;
  at: string;
}

/** What somebody wrote to a job. */
export interface JobNoteTable {
  id: string;
  site_id: string;
  job_id: string;
  person_id: string | null;
  at: string;
  note: string;
}
