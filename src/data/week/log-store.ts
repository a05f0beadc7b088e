import type { Change } from '@/core/plan/change';
import type { Database } from '../database';

/** One command on a site's weeks, as kept for good. */
export interface LogEntry {
  /** Made by the client, so that sending it again does no harm. */
  readonly id: string;
  readonly site: string;
  /** Id of who did it. */
  readonly actor: string;
  /** When, as UTC text. */
  readonly at: string;
  /** The site's version after it. */
  readonly version: number;
  readonly changes: readonly Change[];
  readonly inverse: readonly Change[];
}

/** The entry with this id, or null. */
export async function findEntry(db: Database, id: string): Promise<LogEntry | null> {
  const row = await db.selectFrom('change_log').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? entryOf(row) : null;
}

/** Entries of a site after a version, oldest first. */
export async function entriesSince(db: Database, site: string, version: number): Promise<LogEntry[]> {
  const rows = await db
    .selectFrom('change_log')
    .selectAll()
    .where('site_id', '=', site)
    .where('version', '>', version)
    .orderBy('version')
    .execute();
  return rows.map(entryOf);
}

/** Entries of a site that have to do with one shift, oldest first. */
export async function entriesAbout(db: Database, site: string, shift: string): Promise<LogEntry[]> {
  const rows = await db
    .selectFrom('change_log')
    .selectAll()
    .where('site_id', '=', site)
    // Ids stand in the JSON as they are written there; what only looks alike is left out by the caller.
    .where((where) => where(where.fn('instr', ['changes', where.val(JSON.stringify(shift))]), '>', 0))
    .orderBy('version')
    .execute();
  return rows.map(entryOf);
}

/** Raises the site's version and keeps the entry under it. Returns the new version. */
export async function keepEntry(db: Database, entry: Omit<LogEntry, 'version'>): Promise<number> {
  const { version } = await db
    .updateTable('site')
    .set((site) => ({ version: site('version', '+', 1) }))
    .where('id', '=', entry.site)
    .returning('version')
    .executeTakeFirstOrThrow();
  await db
    .insertInto('change_log')
    .values({
      id: entry.id,
      at: entry.at,
      actor: entry.actor,
      site_id: entry.site,
      version,
      changes: JSON.stringify(entry.changes),
      inverse: JSON.stringify(entry.inverse),
    })
    .execute();
  return version;
}

function entryOf(row: {
  id: string;
  at: string;
  actor: string;
  site_id: string;
  version: number;
  changes: string;
  inverse: string;
}): LogEntry {
  return {
    id: row.id,
    site: row.site_id,
    actor: row.actor,
    at: row.at,
    version: row.version,
    changes: JSON.parse(row.changes) as Change[],
    inverse: JSON.parse(row.inverse) as Change[],
  };
}
