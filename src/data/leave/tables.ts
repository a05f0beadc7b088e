import type { Flag } from '../accounts/tables';

/** `rules`: the rest of the core's kind of leave, as JSON. */
export interface LeaveTypeTable {
  id: string;
  name: string;
  mark: string;
  ink: string;
  position: number;
  retired: Flag;
  rules: string;
}

/** What is different for one person from a date on; `figures`: the core's, as JSON. */
/** Minutes a week by contract from a date on; only of people whose contract changed. */
export interface PersonContractTable {
  person_id: string;
  since: string;
  minutes: number | null;
}

export interface LeaveExceptionTable {
  id: string;
  person_id: string;
  type_id: string;
  since: string;
  figures: string;
  note: string;
}

/**
 * A request for leave. `asked`, `days`, `steps`, `back`: the core's, as JSON; `rules`: the kind of leave as it was when
 * it was sent; `is_absence`: said on the day itself, by whoever cannot come.
 */
export interface LeaveRequestTable {
  id: string;
  person_id: string;
  type_id: string;
  at: string;
  asked_by: string;
  state: string;
  asked: string;
  days: string;
  steps: string;
  done: number;
  back: string;
  rules: string;
  note: string;
  is_absence: Flag;
  /** When the person looked at what became of it. */
  seen_at: string | null;
}

/** Something that happened to a request; `days`: those it was about, as JSON. */
export interface LeaveEventTable {
  id: string;
  request_id: string;
  at: string;
  actor: string;
  what: string;
  days: string;
  reason: string;
}

/** An entry of the ledger: never altered, never deleted. */
export interface LeaveEntryTable {
  id: string;
  person_id: string;
  type_id: string;
  date: string;
  kind: string;
  amount: number;
  note: string;
  at: string;
  actor: string;
  request_id: string | null;
  grant_id: string | null;
  /** What the calendar or a request posts once only. */
  key: string | null;
  reverses: string | null;
}

/** What was granted to several, for those who join later; `whom`: the core's choice of people, as JSON. */
export interface LeaveGrantTable {
  id: string;
  type_id: string;
  at: string;
  actor: string;
  date: string;
  amount: number;
  note: string;
  whom: string;
  is_ended: Flag;
}

/** How many may be away at once; `weekdays`: flags from Monday on, as JSON. */
export interface LeaveLimitTable {
  id: string;
  site_id: string;
  of_kind: string;
  of_id: string | null;
  most: number;
  weekdays: string | null;
  from_date: string | null;
  to_date: string | null;
  position: number;
}
