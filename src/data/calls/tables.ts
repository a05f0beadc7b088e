import type { Generated } from 'kysely';

/** A shift for which people are asked; `shift`: the core's basis, as JSON. Instants are UTC. */
export interface CallRoundTable {
  id: string;
  site_id: string;
  shift_id: string;
  shift: string;
  date: string;
  /** From which minute of its date on it is offered; null: all of it. */
  from_minute: number | null;
  mode: string;
  pause_minutes: number;
  note: string;
  state: string;
  at: string;
  by_name: string;
  ended_at: string | null;
  outcome: Generated<string>;
}

/** Somebody who is asked, in the order of their places. */
export interface CallAskedTable {
  round_id: string;
  person_id: string;
  position: number;
  asked_at: string | null;
  answer: string | null;
  answered_at: string | null;
  answered_by: string | null;
}
