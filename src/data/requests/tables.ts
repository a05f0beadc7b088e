/** A request about shifts. `mine`, `theirs`: what changes hands each way, as the core's, as JSON. Moments are UTC. */
export interface ShiftRequestTable {
  id: string;
  site_id: string;
  kind: string;
  state: string;
  person_id: string;
  colleague_id: string | null;
  mine: string;
  theirs: string;
  /** When the first of its shifts begins, by the clock of the site. */
  begins: string;
  at: string;
  note: string;
  is_asked: number;
  decided_at: string | null;
  /** When an approval was taken back. */
  taken_back: string | null;
  /** When who asked looked at what became of it. */
  seen_at: string | null;
}

/** Something that happened to a request; `words`: what was said with it. */
export interface ShiftRequestEventTable {
  id: string;
  request_id: string;
  at: string;
  actor: string;
  what: string;
  words: string;
}
