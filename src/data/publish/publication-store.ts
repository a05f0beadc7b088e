import { sql } from 'kysely';
import type { PublishChange } from '@/core/publish/publish-changes';
import type { Shift } from '@/core/plan/types';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { Database } from '../database';
import { amongTexts } from '../records/lines';
import type { NewRow, RowOf } from '../records/records';
import { type StoredShift, shiftFromRow, shiftToRow } from '../week/shift-row';
import { loadPublished, loadShifts } from '../week/shift-store';

/** A publication as it was kept. */
export interface StoredPublication {
  readonly id: string;
  /** UTC. */
  readonly at: string;
  readonly actor: string;
  readonly kind: 'publish' | 'withdraw';
  readonly from: Day;
  /** Not included. */
  readonly to: Day;
  readonly isPartial: boolean;
  readonly message: string;
  readonly changes: readonly PublishChange[];
}

/** The shifts of some days as they are and as they were told, each with its other side wherever that is. */
export interface BothSides {
  readonly shifts: readonly Shift[];
  readonly published: readonly Shift[];
}

/** The drafts and the published shifts of a site that lie in some days, `to` not included, on either side. */
export async function loadBothSides(db: Database, site: string, from: Day, to: Day): Promise<BothSides> {
  const shifts = await loadShifts(db, site, from, to);
  const published = await loadPublished(db, site, from, to);
  const known = [new Set(shifts.map(({ id }) => id)), new Set(published.map(({ id }) => id))];
  const moved = published.filter(({ id }) => !known[0].has(id)).map(({ id }) => id);
  const told = shifts.filter(({ id }) => !known[1].has(id)).map(({ id }) => id);
  return {
    shifts: [...shifts, ...(await withIds(db, 'shift', site, moved)).map(shiftFromRow)],
    published: [...published, ...(await withIds(db, 'published_shift', site, told)).map(shiftFromRow)],
  };
}

function withIds(
  db: Database,
  table: 'shift' | 'published_shift',
  site: string,
  ids: readonly string[],
): Promise<StoredShift[]> {
  return db
    .selectFrom(table)
    .selectAll()
    .where('site_id', '=', site)
    .where('id', 'in', amongTexts(ids))
    .execute() as Promise<StoredShift[]>;
}

/** The rows of published shifts by their ids, as they stand. */
export async function loadPublishedRows(
  db: Database,
  site: string,
  ids: readonly string[],
): Promise<RowOf<'published_shift'>[]> {
  return (await withIds(db, 'published_shift', site, ids)) as RowOf<'published_shift'>[];
}

/** Shifts by their ids as staff know them; those that they do not know are left out. */
export async function loadPublishedById(
  db: Database,
  site: string,
  ids: readonly string[],
): Promise<Shift[]> {
  return (await withIds(db, 'published_shift', site, ids)).map(shiftFromRow);
}

/** The row of a shift as staff are told of it. */
export function publishedRow(site: string, shift: Shift): RowOf<'published_shift'> {
  const { fixed: _draftOnly, break_paid, ...row } = shiftToRow(site, shift);
  return { ...row, break_paid: break_paid ? 1 : 0 } as RowOf<'published_shift'>;
}

/** The publications of a site that touch some days, `to` not included, the last first. */
export async function loadPublications(
  db: Database,
  site: string,
  from: Day,
  to: Day,
): Promise<StoredPublication[]> {
  const rows = await db
    .selectFrom('publication')
    .selectAll()
    .where('site_id', '=', site)
    .where('from_date', '<', formatDate(to))
    .where('to_date', '>', formatDate(from))
    // In the order in which they were written: two may have the same time.
    .orderBy(sql`rowid`, 'desc')
    .execute();
  return rows.map(publicationFromRow);
}

/** One publication; undefined where there is none of that id. */
export async function loadPublication(db: Database, id: string): Promise<StoredPublication | undefined> {
  const row = await db.selectFrom('publication').selectAll().where('id', '=', id).executeTakeFirst();
  return row && publicationFromRow(row);
}

function publicationFromRow(row: RowOf<'publication'>): StoredPublication {
  return {
    id: row.id,
    at: row.at,
    actor: row.actor,
    kind: row.kind as StoredPublication['kind'],
    from: parseDate(row.from_date)!,
    to: parseDate(row.to_date)!,
    isPartial: row.is_partial !== 0,
    message: row.message,
    changes: JSON.parse(row.content) as PublishChange[],
  };
}

/** The row of a publication. */
export function publicationRow(
  site: string,
  { id, at, actor, kind, from, to, isPartial, message, changes }: StoredPublication,
): NewRow<'publication'> {
  return {
    id,
    site_id: site,
    at,
    actor,
    kind,
    from_date: formatDate(from),
    to_date: formatDate(to),
    is_partial: isPartial ? 1 : 0,
    message,
    content: JSON.stringify(changes),
  };
}
