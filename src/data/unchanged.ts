import { sql } from 'kysely';
import type { Database } from './database';

/** Answers that are kept of one data file. */
interface Kept<T> {
  /** What the file was at. */
  state: string;
  readonly answers: Map<string, Promise<T>>;
}

/**
 * Keeps what was worked out from a data file for as long as nobody writes into it: a week that many open is read once.
 * Not inside a transaction.
 *
 * @example
 * const WEEKS = new Unchanged<WeekSummary[]>(50);
 * const weeks = await WEEKS.get(db, `${site} ${first}`, () => summariesOf(db, site, first));
 */
export class Unchanged<T> {
  private readonly kept = new WeakMap<Database, Kept<T>>();

  /** `most`: how many answers are kept; then all are let go. */
  constructor(private readonly most: number) {}

  /** What `work` gave for a key since the file was last written to, or gives now. */
  async get(db: Database, key: string, work: () => Promise<T>): Promise<T> {
    const state = await stateOf(db);
    let kept = this.kept.get(db);
    if (kept?.state !== state) this.kept.set(db, (kept = { state, answers: new Map() }));
    const known = kept.answers.get(key);
    if (known) return known;
    if (kept.answers.size >= this.most) kept.answers.clear();
    const answer = work();
    kept.answers.set(key, answer);
    // What failed is tried again, and what was read while somebody wrote may be of neither state.
    const forget = () => kept.answers.delete(key);
    answer.then(async () => (await stateOf(db)) === state || forget(), forget);
    return answer;
  }
}

/** Changes whenever anybody writes into the file: others by the file itself, this connection by its own count. */
async function stateOf(db: Database): Promise<string> {
  const { rows } = await sql<{ data_version: number; own: number }>`
    select data_version, total_changes() as own from pragma_data_version`.execute(db);
  return `${rows[0].data_version} ${rows[0].own}`;
}
