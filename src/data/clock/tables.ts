import type { Generated } from 'kysely';
import type { Flag } from '../accounts/tables';

/** What somebody clocked. `work`: the core's, as JSON; `at`, `recorded_at`: UTC. */
export interface PunchTable {
  id: string;
  person_id: string;
  site_id: string;
  at: string;
  kind: string | null;
  source: string;
  work: string | null;
  replaces: string | null;
  is_removal: Flag;
  recorded_at: string;
  recorded_by: string | null;
  note: string | null;
  /** Made with a PIN that was wrong when it could be looked at. */
  is_unverified: Flag;
  device_id: string | null;
  /** The core's check of a place, as JSON; null: none was asked for. */
  place: string | null;
}

/** A device at the door; `people_groups`: as JSON. What lets it in is kept as hashes. */
export interface ClockDeviceTable {
  id: string;
  name: string;
  site_id: string;
  people_groups: string;
  keeper_id: string | null;
  clocks_breaks: Flag;
  /** So many hours after it was paired it ends by itself; null: never. */
  hours_valid: number | null;
  code_hash: string | null;
  code_until: string | null;
  token_hash: string | null;
  paired_at: string | null;
  ends_at: string | null;
  ended_at: string | null;
  seen_at: string | null;
  tries: Generated<number>;
  locked_until: string | null;
  /** What is worked at where nobody says. */
  activity_id: Generated<string | null>;
}

/** What was told of a day by itself; `id` is the case, `told`: names, as JSON. */
export interface ClockAlertTable {
  id: string;
  site_id: string;
  person_id: string;
  kind: string;
  at: string;
  message: string;
  told: string;
}

/** Somebody's PIN, as two hashes: a slow one, and a keyed one by which two alike are found. */
export interface PersonPinTable {
  person_id: string;
  hash: string;
  keyed: string;
  digits: number;
  set_at: string;
  tries: Generated<number>;
  locked_until: string | null;
}

/** A number that somebody was sent a code to; `confirmed_at` null: it is not theirs for certain yet. */
export interface ConfirmedPhoneTable {
  person_id: string;
  phone: string;
  code_hash: string | null;
  sent_at: string | null;
  tries: Generated<number>;
  confirmed_at: string | null;
}

/** What was seen when somebody clocked. */
export interface PunchPhotoTable {
  punch_id: string;
  site_id: string;
  person_id: string;
  taken_at: string;
  image: Uint8Array;
}

/** What people work at; `person_groups`: as JSON. */
export interface WorkActivityTable {
  id: string;
  code: string;
  name: string;
  budget_minutes: number | null;
  person_groups: Generated<string>;
  is_retired: Generated<number>;
  position: number;
}
