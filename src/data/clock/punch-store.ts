import { type ClockRules, DEFAULT_CLOCK_RULES } from '@/core/clock/clock-rules';
import { NO_WORK, type Punch, type PunchKind, type PunchSource, type Work } from '@/core/clock/punch';
import { NO_PHONES, type PhoneRules, type PlaceCheck } from '@/core/clock/place';
import type { AlertRule } from '@/core/today/alerts';
import type { Database } from '../database';
import { amongTexts, rowsInText } from '../records/lines';
import type { NewRow, RowOf } from '../records/records';

/** A punch as it is kept, with what was written to it. */
export interface StoredPunch extends Punch {
  readonly site: string;
  readonly note: string | null;
  /** The name of who recorded it, where it was not the person. */
  readonly recordedBy: string | null;
  /** The device at the door it was made at; left out or null: at none. */
  readonly device?: string | null;
  /** How it was with the place, where one was asked for. */
  readonly place?: PlaceCheck;
  /** A photo was taken with it and is still kept; left out: none was. */
  readonly hasPhoto?: true;
}

/** All punches of some people at whatever site, from one elapsed minute to before another, in no order; corrections are among them. */
export async function loadPunches(
  db: Database,
  people: readonly string[],
  from: number,
  to: number,
): Promise<StoredPunch[]> {
  const all = db
    .selectFrom('punch')
    .leftJoin('punch_photo', 'punch_photo.punch_id', 'punch.id')
    .selectAll('punch')
    .select('punch_photo.punch_id as photo');
  const its = all
    .where('punch.person_id', 'in', amongTexts(people))
    .where('at', '>=', instantOf(from))
    .where('at', '<', instantOf(to));
  const rows = await rowsInText(db, its, COLUMNS);
  // A correction may lie outside although what it stands for is inside.
  const known = new Set(rows.map(({ id }) => id));
  const heirs = await rowsInText(db, all.where('replaces', 'in', amongTexts(known)), COLUMNS);
  return [...rows, ...heirs.filter(({ id }) => !known.has(id))].map(punchFromRow);
}

/** The columns of a punch, and whether there is a photo. */
const COLUMNS = [
  ...(['id', 'person_id', 'site_id', 'at', 'kind', 'source', 'work', 'replaces', 'is_removal'] as const),
  ...(['recorded_at', 'recorded_by', 'note', 'is_unverified', 'device_id', 'place', 'photo'] as const),
];

/** A punch by its id, and what stands for it, if anything. */
export async function findPunch(
  db: Database,
  id: string,
): Promise<{ readonly punch: StoredPunch; readonly heir: StoredPunch | null } | null> {
  const rows = await db
    .selectFrom('punch')
    .selectAll()
    .where((is) => is.or([is('id', '=', id), is('replaces', '=', id)]))
    .execute();
  const punches = rows.map(punchFromRow);
  const punch = punches.find((one) => one.id === id);
  return punch ? { punch, heir: punches.find(({ replaces }) => replaces === id) ?? null } : null;
}

function punchFromRow(row: RowOf<'punch'> & { readonly photo?: string | null }): StoredPunch {
  return {
    id: row.id,
    person: row.person_id,
    site: row.site_id,
    at: Math.floor(Date.parse(row.at) / 60_000),
    kind: row.kind as PunchKind | null,
    source: row.source as PunchSource,
    // What was kept before there was something else to work at says nothing of it.
    work: row.work === null ? null : { ...NO_WORK, ...(JSON.parse(row.work) as Partial<Work>) },
    replaces: row.replaces,
    isRemoval: row.is_removal !== 0,
    recorded: Date.parse(row.recorded_at),
    note: row.note,
    recordedBy: row.recorded_by,
    ...(row.is_unverified ? { isUnverified: true } : {}),
    device: row.device_id,
    ...placeOf(row.place),
    ...(row.photo ? { hasPhoto: true } : {}),
  };
}

/** The row of a punch; `at` to the second where it is known better than to the minute. */
export function punchToRow(punch: StoredPunch, at = instantOf(punch.at)): NewRow<'punch'> {
  return {
    ...{ id: punch.id, person_id: punch.person, site_id: punch.site, at, kind: punch.kind },
    ...{ source: punch.source, work: punch.work && JSON.stringify(punch.work), replaces: punch.replaces },
    ...{ is_removal: punch.isRemoval ? 1 : 0, recorded_at: new Date(punch.recorded).toISOString() },
    ...{ recorded_by: punch.recordedBy, note: punch.note },
    ...{ is_unverified: punch.isUnverified ? 1 : 0, device_id: punch.device ?? null },
    place: punch.place ? JSON.stringify(punch.place) : null,
  };
}

function placeOf(column: string | null): Pick<StoredPunch, 'place' | 'isElsewhere'> {
  if (column === null) return {};
  const place = JSON.parse(column) as PlaceCheck;
  return { place, ...(place.isInside ? {} : { isElsewhere: true }) };
}

/** What is told of a day at a site by itself. */
export function alertRulesFromRow({ clock_alerts }: Pick<RowOf<'site'>, 'clock_alerts'>): AlertRule[] {
  return clock_alerts === null ? [] : (JSON.parse(clock_alerts) as AlertRule[]);
}

/** Whether people may clock by their own phone at a site. */
export function phoneRulesFromRow({ clock_phone }: Pick<RowOf<'site'>, 'clock_phone'>): PhoneRules {
  return clock_phone === null ? NO_PHONES : (JSON.parse(clock_phone) as PhoneRules);
}

/** An elapsed minute as it is kept: UTC, to the second. */
function instantOf(minute: number): string {
  return new Date(minute * 60_000).toISOString().replace('.000Z', 'Z');
}

/** The rules of the clock of a site, each from its date. */
export function clockRulesFromRow({ clock_rules }: Pick<RowOf<'site'>, 'clock_rules'>): ClockRules[] {
  return clock_rules === null ? [DEFAULT_CLOCK_RULES] : (JSON.parse(clock_rules) as ClockRules[]);
}

/** The column of a site that says them; null where they are what is usual. */
export function clockRulesToColumn(rules: readonly ClockRules[]): string | null {
  const column = inOrder(rules);
  return rules.length === 0 || column === inOrder([DEFAULT_CLOCK_RULES]) ? null : column;
}

/** JSON with the fields of all objects in one order, so that what says the same is the same text. */
function inOrder(value: unknown): string {
  return JSON.stringify(value, (_, one: unknown) =>
    one !== null && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );
}
