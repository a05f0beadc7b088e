import { sql } from 'kysely';
import type { Day } from '@/core/time/day';
import type { Database } from '../database';
import { type PlanRows, loadPlanRows } from './plan-rows';

/**
 * Remembers the rows that were read last, for as long as nobody writes: what is looked at again and again while
 * somebody types is read once. Only for a connection that reads, as nobody tells one of its own writes.
 */
export class PlanMemory {
  private last: { readonly key: string; readonly rows: PlanRows } | null = null;

  /** As {@link loadPlanRows}, or what it gave last. */
  async rows(on: Database, site: string, from: Day, to: Day, also: readonly string[]): Promise<PlanRows> {
    const { rows: found } = await sql<{ data_version: number }>`pragma data_version`.execute(on);
    const key = [found[0].data_version, site, from, to].join();
    const { last } = this;
    if (last?.key === key && also.every((id) => last.rows.people.has(id))) return last.rows;
    const rows = await loadPlanRows(on, site, from, to, also);
    this.last = { key, rows };
    return rows;
  }
}
