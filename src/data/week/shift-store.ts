import { asOneBreak } from '@/core/plan/shift-edits';
import type { Shift, SurroundingShift } from '@/core/plan/types';
import { type Day, formatDate } from '@/core/time/day';
import type { Database } from '../database';
import { amongTexts, rowsInText } from '../records/lines';
import { COLUMNS, PUBLISHED_COLUMNS, type StoredShift, shiftFromRow, shiftToRow } from './shift-row';

/** The shifts of a site that start between two dates, `to` not included. */
export async function loadShifts(db: Database, site: string, from: Day, to: Day): Promise<Shift[]> {
  const rows = await between(db, 'shift', site, from, to);
  return rows.map(shiftFromRow);
}

/** The shifts of a site as they were last published, between two dates, `to` not included. */
export async function loadPublished(db: Database, site: string, from: Day, to: Day): Promise<Shift[]> {
  const rows = await between(db, 'published_shift', site, from, to);
  return rows.map(shiftFromRow);
}

async function between(
  db: Database,
  table: 'shift' | 'published_shift',
  site: string,
  from: Day,
  to: Day,
): Promise<StoredShift[]> {
  const rows = db
    .selectFrom(table)
    .selectAll()
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .orderBy('from_minute')
    .orderBy('id');
  return rowsInText(db, rows, table === 'shift' ? COLUMNS : PUBLISHED_COLUMNS);
}

/** A shift with the site it is worked at. */
export interface Worked {
  readonly site: string;
  readonly shift: Shift;
}

/** What one person was told to work, at all sites, between two dates, `to` not included. */
export async function publishedShiftsOf(db: Database, person: string, from: Day, to: Day): Promise<Worked[]> {
  return publishedShiftsOfPeople(db, [person], [from, to]);
}

/** What some people were told to work on dates from `from` to `to` (not included), at any site. */
export async function publishedShiftsOfPeople(
  db: Database,
  people: readonly string[],
  [from, to]: readonly [Day, Day],
): Promise<Worked[]> {
  const rows = (await db
    .selectFrom('published_shift')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .execute()) as StoredShift[];
  return rows.map(workedOf);
}

/**
 * The shifts of a site that start between two dates, and those of some people wherever they are between others; of
 * both the end is not included.
 */
export async function loadWorked(
  db: Database,
  site: string,
  people: readonly string[],
  [from, to]: readonly [Day, Day],
  [first, last]: readonly [Day, Day],
): Promise<Worked[]> {
  const rows = db
    .selectFrom('shift')
    .selectAll()
    .where((is) =>
      is.or([
        is.and([
          is('site_id', '=', site),
          is('date', '>=', formatDate(from)),
          is('date', '<', formatDate(to)),
        ]),
        is.and([
          is('person_id', 'in', amongTexts(people)),
          is('date', '>=', formatDate(first)),
          is('date', '<', formatDate(last)),
        ]),
      ]),
    );
  return (await rowsInText(db, rows, COLUMNS)).map(workedOf);
}

/** A shift by its row. */
export function workedOf(row: StoredShift): Worked {
  return { site: row.site_id, shift: shiftFromRow(row) };
}

/** A shift of somebody as it stands around another plan. */
export function surroundingShift(site: string, where: string, shift: Shift): SurroundingShift {
  const { person, role, date, from, to } = shift;
  return {
    person: person!,
    role: where === site ? role : null,
    site: where === site ? null : where,
    date,
    from,
    to,
    break: asOneBreak(shift),
  };
}

/** The shifts with these ids, at any site and in any week, each with its site. */
export async function shiftsById(db: Database, ids: readonly string[]): Promise<Worked[]> {
  const rows = await db.selectFrom('shift').selectAll().where('id', 'in', amongTexts(ids)).execute();
  return rows.map(workedOf);
}

/** The shifts of some people on dates from `first` to `last` (not included), at any site, each with its site. */
export async function shiftsOfPeople(
  db: Database,
  people: readonly string[],
  [first, last]: readonly [Day, Day],
): Promise<Worked[]> {
  const rows = await db
    .selectFrom('shift')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .where('date', '>=', formatDate(first))
    .where('date', '<', formatDate(last))
    .execute();
  return rows.map(workedOf);
}

/** Which of these ids belong to a shift already, at any site and in any week. */
export async function takenIds(db: Database, ids: readonly string[]): Promise<Set<string>> {
  const rows = await db.selectFrom('shift').select('id').where('id', 'in', amongTexts(ids)).execute();
  return new Set(rows.map(({ id }) => id));
}

/** Writes many shifts at once, and publishes those that `published` names. */
export async function insertShifts(
  db: Database,
  site: string,
  shifts: readonly Shift[],
  published: (shift: Shift) => boolean,
): Promise<void> {
  for (let i = 0; i < shifts.length; i += 200) {
    const part = shifts.slice(i, i + 200);
    await db
      .insertInto('shift')
      .values(part.map((shift) => shiftToRow(site, shift)))
      .execute();
    const out = part.filter(published).map((shift) => {
      const { fixed: _draftOnly, ...row } = shiftToRow(site, shift);
      return row;
    });
    if (out.length > 0) await db.insertInto('published_shift').values(out).execute();
  }
}
