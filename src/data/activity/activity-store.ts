import { type Selectable, sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import type { Database } from '../database';
import { linesInText } from '../records/lines';
import type { RowChange } from '../records/records';
import type { Schema } from '../schema';
import { type StoredInverse, type StoredPayload, joinParts, splitParts } from './parts';
import { pack, unpack } from './packing';

/** Changes of one site's shifts, with those that take them back. */
export interface ShiftEntry {
  readonly site: string;
  readonly changes: readonly Change[];
  readonly inverse: readonly Change[];
}

/** What an activity did. */
export interface RecordedChanges {
  readonly rows: readonly RowChange[];
  readonly shifts: readonly ShiftEntry[];
}

/** Something that was done: who, when, what, and how it can be taken back. */
export interface Activity extends RecordedChanges {
  /** Made by the client, so that sending it again does no harm. */
  readonly id: string;
  /** When, as UTC text. */
  readonly at: string;
  /** Id of who did it. */
  readonly actor: string;
  readonly kind: string;
  /** What it did, in words; empty for edits of a plan, which say it themselves. */
  readonly title: string;
  /** A digest of what was asked, to know the same request again; null where it is not known. */
  readonly request: string | null;
  /** Id of the activity it took back. */
  readonly undoes: string | null;
}

/** An activity as it was read again. `undoable`: what it takes to undo it has not been given up yet. */
export interface KeptActivity extends Activity {
  readonly seq: number;
  readonly undoable: boolean;
}

/** What an activity is about, so that its history can be found. */
export interface Subject {
  readonly kind: 'person' | 'site' | 'role' | 'shift' | 'account';
  readonly id: string;
}

/** An activity ready to be kept: packed, which takes long where there is much of it. */
export interface SealedActivity extends Omit<Activity, 'rows'> {
  readonly payload: Uint8Array;
  /** Null where it cannot be undone. */
  readonly inverse: Uint8Array | null;
}

/** Packs an activity; best before a transaction that keeps it. `isFinal`: without what it takes to undo it. */
export async function sealed({ rows, ...activity }: Activity, isFinal = false): Promise<SealedActivity> {
  const { payload, inverse } = splitParts({ rows, shifts: activity.shifts });
  return { ...activity, payload: await pack(payload), inverse: isFinal ? null : await pack(inverse) };
}

/**
 * Keeps an activity with its subjects, the shifts it changed among them, and raises the revision of each site it
 * touches. Returns the new revisions by site.
 */
export async function keepActivity(
  db: Database,
  { shifts, ...activity }: SealedActivity,
  subjects: readonly Subject[],
  sites: readonly string[],
): Promise<Map<string, number>> {
  const { seq } = await db.insertInto('activity').values(activity).returning('seq').executeTakeFirstOrThrow();
  await keepSubjects(db, seq, [...subjects, ...shiftsOf(shifts)]);
  const revisions = new Map<string, number>();
  for (const site of new Set([...sites, ...shifts.map((entry) => entry.site)])) {
    const row = await db
      .updateTable('site')
      .set((table) => ({ version: table('version', '+', 1) }))
      .where('id', '=', site)
      .returning('version')
      .executeTakeFirst();
    if (!row) continue;
    revisions.set(site, row.version);
    await db.insertInto('activity_site').values({ site_id: site, revision: row.version, seq }).execute();
  }
  return revisions;
}

/** Notes what an activity is about. */
export async function keepSubjects(db: Database, seq: number, subjects: readonly Subject[]): Promise<void> {
  const rows = [...new Map(subjects.map(({ kind, id }) => [`${kind} ${id}`, [kind, id]])).values()];
  const { from, at } = linesInText(rows);
  await sql`insert into activity_subject (kind, id, seq) select ${at(0)}, ${at(1)}, ${seq} from ${from}`.execute(
    db,
  );
}

/** How far the log has come. */
export async function lastSeq(db: Database): Promise<number> {
  const row = await db
    .selectFrom('activity')
    .select((q) => q.fn.max('seq').as('seq'))
    .executeTakeFirst();
  return Number(row?.seq ?? 0);
}

/** The shifts changed by what stands in the log after a point of it, at whatever site. */
export async function shiftsChangedAfter(db: Database, seq: number): Promise<string[]> {
  const rows = await db.selectFrom('activity').select('payload').where('seq', '>', seq).execute();
  return rows.flatMap(({ payload }) => shiftsOf(unpack<StoredPayload>(payload).shifts).map(({ id }) => id));
}

/** The shifts that some entries are about. */
export function shiftsOf(entries: readonly Pick<ShiftEntry, 'changes'>[]): Subject[] {
  return entries.flatMap(({ changes }) =>
    changes.map((change): Subject => ({ kind: 'shift', id: shiftIdOf(change) })),
  );
}

/** Id of the shift that a change is about; empty for one of leave. */
export function shiftIdOf(change: Change): string {
  if (change.do === 'add') return change.shift.id;
  return change.do === 'set' || change.do === 'remove' ? change.id : '';
}

/** The activity with this id, or null. */
export async function findActivity(db: Database, id: string): Promise<KeptActivity | null> {
  const row = await db.selectFrom('activity').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? activityOf(row) : null;
}

/** The revision of a site after an activity; null where it did not touch the site. */
export async function revisionOf(db: Database, seq: number, site: string): Promise<number | null> {
  const row = await db
    .selectFrom('activity_site')
    .select('revision')
    .where('seq', '=', seq)
    .where('site_id', '=', site)
    .executeTakeFirst();
  return row?.revision ?? null;
}

/** The ids of those activities that something took back. */
export async function undoneAmong(db: Database, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db.selectFrom('activity').select('undoes').where('undoes', 'in', ids).execute();
  return new Set(rows.map((row) => row.undoes!));
}

/** The subjects of an activity, but for the shifts it changed. */
export async function subjectsOf(db: Database, seq: number): Promise<Subject[]> {
  const rows = await db
    .selectFrom('activity_subject')
    .select(['kind', 'id'])
    .where('seq', '=', seq)
    .where('kind', '<>', 'shift')
    .execute();
  return rows as Subject[];
}

/** The latest activities about something, the newest first. */
export async function activitiesAbout(db: Database, subject: Subject, most: number): Promise<KeptActivity[]> {
  const rows = await db
    .selectFrom('activity_subject')
    .innerJoin('activity', 'activity.seq', 'activity_subject.seq')
    .where('activity_subject.kind', '=', subject.kind)
    .where('activity_subject.id', '=', subject.id)
    .orderBy('activity_subject.seq', 'desc')
    .limit(most)
    .selectAll('activity')
    .execute();
  return rows.map(activityOf);
}

/** Changes of a site's shifts after a revision and before another, oldest first. */
export async function shiftChangesSince(
  db: Database,
  site: string,
  revision: number,
  before = Number.MAX_SAFE_INTEGER,
): Promise<Change[]> {
  const rows = await db
    .selectFrom('activity_site')
    .innerJoin('activity', 'activity.seq', 'activity_site.seq')
    .where('activity_site.site_id', '=', site)
    .where('activity_site.revision', '>', revision)
    .where('activity_site.revision', '<', before)
    .orderBy('activity_site.revision')
    .select('activity.payload')
    .execute();
  return rows.flatMap(({ payload }) =>
    unpack<StoredPayload>(payload).shifts.flatMap((entry) => (entry.site === site ? entry.changes : [])),
  );
}

/** Gives up what it takes to undo activities from before an instant (UTC text). Returns of how many. */
export async function pruneInverses(db: Database, before: string): Promise<number> {
  const done = await db
    .updateTable('activity')
    .set({ inverse: null })
    .where('at', '<', before)
    .where('inverse', 'is not', null)
    .executeTakeFirst();
  return Number(done.numUpdatedRows);
}

function activityOf(row: Selectable<Schema['activity']>): KeptActivity {
  const { seq, id, at, actor, kind, title, request, undoes, inverse } = row;
  const recorded = joinParts(
    unpack<StoredPayload>(row.payload),
    inverse === null ? null : unpack<StoredInverse>(inverse),
  );
  return { seq, id, at, actor, kind, title, request, undoes, undoable: inverse !== null, ...recorded };
}
