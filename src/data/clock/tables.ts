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
}
