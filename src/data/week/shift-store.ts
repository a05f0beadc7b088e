import { sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import { asOneBreak } from '@/core/plan/shift-edits';
import type { SurroundingShift, Shift, ShiftDetail } from '@/core/plan/types';
import { type Day, parseDate, formatDate } from '@/core/time/day';
import type { Database } from '../database';
import { type Lines, dropLines, linesInText, stageLines } from '../records/lines';
import type { ShiftTable } from '../schema';

type Row = Omit<ShiftTable, 'break_paid' | 'fixed'> & { break_paid: number; fixed?: number };

/** The shifts of a site that start between two dates, `to` not included. */
export async function loadShifts(db: Database, site: string, from: Day, to: Day): Promise<Shift[]> {
  const rows = await between(db, 'shift', site, from, to);
  return rows.map(shiftOf);
}

/** The shifts of a site as they were last published, between two dates, `to` not included. */
export async function loadPublished(db: Database, site: string, from: Day, to: Day): Promise<Shift[]> {
  const rows = await between(db, 'published_shift', site, from, to);
  return rows.map(shiftOf);
}

function between(db: Database, table: 'shift' | 'published_shift', site: string, from: Day, to: Day) {
  return db
    .selectFrom(table)
    .selectAll()
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .orderBy('from_minute')
    .orderBy('id')
    .execute() as Promise<Row[]>;
}

/** A shift with the site it is worked at. */
export interface Worked {
  readonly site: string;
  readonly shift: Shift;
}

const COLUMNS = [
  'id',
  'site_id',
  'person_id',
  'role_id',
  'date',
  'from_minute',
  'to_minute',
  'break_minutes',
  'break_at',
  'break_paid',
  'fixed',
  'note',
  'label',
  'detail',
] as const satisfies readonly (keyof ShiftTable)[];

/**
 * The shifts of a site that start between two dates, and those of some people wherever they are between others; of
 * both the end is not included. Taken over as one text, which is several times quicker than row by row.
 */
export async function loadWorked(
  db: Database,
  site: string,
  people: readonly string[],
  [from, to]: readonly [Day, Day],
  [first, last]: readonly [Day, Day],
): Promise<Worked[]> {
  const { rows } = await sql<{ list: string }>`
    select json_group_array(json_array(${sql.join(COLUMNS.map((column) => sql.ref(column)))})) as list from shift
    where (site_id = ${site} and date >= ${formatDate(from)} and date < ${formatDate(to)})
      or (person_id in (select value from json_each(${JSON.stringify(people)}))
        and date >= ${formatDate(first)} and date < ${formatDate(last)})
  `.execute(db);
  const lines = JSON.parse(rows[0].list) as Line[];
  return lines.map(([id, site_id, person_id, role_id, date, from_minute, to_minute, ...rest]) => {
    const [break_minutes, break_at, break_paid, fixed, note, label, detail] = rest;
    const pause = { break_minutes, break_at, break_paid };
    const row = {
      id,
      site_id,
      person_id,
      role_id,
      date,
      from_minute,
      to_minute,
      ...pause,
      fixed,
      note,
      label,
      detail,
    };
    return { site: site_id, shift: shiftOf(row) };
  });
}

/** A row of a shift as its columns in {@link COLUMNS}. */
type Line = [
  id: string,
  site: string,
  person: string | null,
  role: string | null,
  date: string,
  from: number,
  to: number,
  breakMinutes: number | null,
  breakAt: number | null,
  breakPaid: number,
  fixed: number,
  note: string | null,
  label: string | null,
  detail: string | null,
];

/** A shift by its row. */
export function workedOf(row: Readonly<Record<string, string | number | null>>): Worked {
  return { site: String(row.site_id), shift: shiftOf(row as unknown as Row) };
}

/** A shift of somebody as it stands around another plan. */
export function aroundShift(site: string, where: string, shift: Shift): SurroundingShift {
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
  const found: Worked[] = [];
  for (let i = 0; i < ids.length; i += 500) {
    const rows = (await db
      .selectFrom('shift')
      .selectAll()
      .where('id', 'in', ids.slice(i, i + 500))
      .execute()) as Row[];
    for (const row of rows) found.push({ site: row.site_id, shift: shiftOf(row) });
  }
  return found;
}

/** The shifts of some people on dates from `first` to `last` (not included), at any site, each with its site. */
export async function shiftsOfPeople(
  db: Database,
  people: readonly string[],
  [first, last]: readonly [Day, Day],
): Promise<Worked[]> {
  if (people.length === 0) return [];
  const rows = (await db
    .selectFrom('shift')
    .selectAll()
    .where('person_id', 'in', sql<string>`(select value from json_each(${JSON.stringify(people)}))`)
    .where('date', '>=', formatDate(first))
    .where('date', '<', formatDate(last))
    .execute()) as Row[];
  return rows.map((row) => ({ site: row.site_id, shift: shiftOf(row) }));
}

/** Which of these ids belong to a shift already, at any site and in any week. */
export async function takenIds(db: Database, ids: readonly string[]): Promise<Set<string>> {
  const taken = new Set<string>();
  for (let i = 0; i < ids.length; i += 500) {
    const part = ids.slice(i, i + 500);
    const rows = await db.selectFrom('shift').select('id').where('id', 'in', part).execute();
    for (const row of rows) taken.add(row.id);
  }
  return taken;
}

/** Changes of one kind, with what has to be known to write them together. */
interface Run {
  readonly kind: 'add' | 'remove' | 'set';
  /** Columns that are written; the first place of a line is the id. */
  readonly columns: readonly (keyof ShiftRow)[];
  readonly lines: readonly (readonly (string | number | null)[])[];
}

/** Changes of shifts that stand beside the data already; what is left is to write them. */
export interface StagedChanges {
  readonly runs: readonly { readonly run: Run; readonly lines: Lines; readonly name: string }[];
}

/**
 * Writes changes of shifts. They must have been judged; ids that are not there change nothing. `staged`: the same
 * changes put beside the data before, which leaves little to do.
 */
export async function applyShiftChanges(
  db: Database,
  site: string,
  changes: readonly Change[],
  staged?: StagedChanges,
): Promise<void> {
  if (staged) for (const { run, lines } of staged.runs) await applyRun(db, site, run, lines);
  else for (const run of runsOf(site, changes)) await applyRun(db, site, run, linesInText(run.lines));
}

/** Puts changes of shifts beside the data; `progress` hears how many are there. */
export async function stageChanges(
  db: Database,
  site: string,
  changes: readonly Change[],
  progress?: (done: number) => Promise<void>,
): Promise<StagedChanges> {
  const runs: StagedChanges['runs'][number][] = [];
  let before = 0;
  try {
    for (const run of runsOf(site, changes)) {
      const lines = await stageLines(db, run.columns.length + 1, run.lines, (done) =>
        progress ? progress(before + done) : Promise.resolve(),
      );
      runs.push({ run, lines, name: lines.name });
      before += run.lines.length;
    }
  } catch (error) {
    await dropStaged(db, { runs });
    throw error;
  }
  return { runs };
}

/** Gives up changes that were staged. */
export async function dropStaged(db: Database, { runs }: StagedChanges): Promise<void> {
  for (const { name } of runs) await dropLines(db, name);
}

/** Changes in runs of one kind each; where a shift changes twice they stay in their order. */
function runsOf(site: string, changes: readonly Change[]): Run[] {
  const isOnce = new Set(changes.map(idOf)).size === changes.length;
  const runs = new Map<string, { -readonly [K in keyof Run]: Run[K] } & { lines: Run['lines'][number][] }>();
  for (const [i, change] of changes.entries()) {
    const { kind, columns, line } = lineOf(site, change);
    if (kind === 'set' && columns.length === 0) continue;
    const key = isOnce ? `${kind} ${columns.join()}` : String(i);
    const run = runs.get(key);
    if (run) run.lines.push(line);
    else runs.set(key, { kind, columns, lines: [line] });
  }
  return [...runs.values()];
}

function idOf(change: Change): string {
  return change.do === 'add' ? change.shift.id : 'id' in change ? change.id : '';
}

function lineOf(
  site: string,
  change: Change,
): Pick<Run, 'kind' | 'columns'> & { line: Run['lines'][number] } {
  switch (change.do) {
    case 'add': {
      const row = rowOf(site, change.shift);
      return { kind: 'add', columns: REST, line: COLUMNS.map((column) => plain(row[column])) };
    }
    case 'remove':
      return { kind: 'remove', columns: [], line: [change.id] };
    case 'set': {
      const patch = patchOf(change.shift);
      const columns = Object.keys(patch) as (keyof ShiftRow)[];
      return { kind: 'set', columns, line: [change.id, ...columns.map((column) => plain(patch[column]!))] };
    }
    default:
      throw new TypeError(`"${change.do}" is not a change of a shift`);
  }
}

const [, ...REST] = COLUMNS;

/** The `+` keeps a few shifts from being looked for among all of the site. */
async function applyRun(
  db: Database,
  site: string,
  { kind, columns }: Run,
  { from, at }: Lines,
): Promise<void> {
  const names = columns.map((column) => sql.ref(column));
  if (kind === 'add') {
    const values = sql.join(COLUMNS.map((_, i) => at(i)));
    await sql`insert into shift (id, ${sql.join(names)}) select ${values} from ${from}`.execute(db);
  } else if (kind === 'remove')
    await sql`delete from shift where +site_id = ${site} and id in (select ${at(0)} from ${from})`.execute(
      db,
    );
  else {
    const sets = sql.join(names.map((name, i) => sql`${name} = ${at(i + 1)}`));
    await sql`update shift set ${sets} from ${from} where shift.id = ${at(0)} and +shift.site_id = ${site}`.execute(
      db,
    );
  }
}

function plain(value: string | number | boolean | null): string | number | null {
  return typeof value === 'boolean' ? Number(value) : value;
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
      .values(part.map((shift) => rowOf(site, shift)))
      .execute();
    const out = part.filter(published).map((shift) => {
      const { fixed: _draftOnly, ...row } = rowOf(site, shift);
      return row;
    });
    if (out.length > 0) await db.insertInto('published_shift').values(out).execute();
  }
}

function shiftOf(row: Row): Shift {
  return {
    id: row.id,
    person: row.person_id,
    role: row.role_id,
    date: parseDate(row.date)!,
    from: row.from_minute,
    to: row.to_minute,
    break:
      row.break_minutes === null
        ? null
        : { minutes: row.break_minutes, at: row.break_at, paid: row.break_paid !== 0 },
    fixed: Boolean(row.fixed),
    note: row.note,
    label: row.label,
    ...(row.detail === null ? {} : { detail: JSON.parse(row.detail) as ShiftDetail }),
  };
}

/** The row of a shift. */
export function rowOf(site: string, shift: Shift): ShiftRow {
  return {
    id: shift.id,
    site_id: site,
    person_id: shift.person,
    role_id: shift.role,
    date: formatDate(shift.date),
    from_minute: shift.from,
    to_minute: shift.to,
    break_minutes: shift.break?.minutes ?? null,
    break_at: shift.break?.at ?? null,
    break_paid: shift.break?.paid ?? false,
    fixed: shift.fixed,
    note: shift.note,
    label: shift.label,
    detail: shift.detail ? JSON.stringify(shift.detail) : null,
  };
}

export type ShiftRow = Omit<ShiftTable, 'break_paid' | 'fixed'> & { break_paid: boolean; fixed: boolean };

function patchOf(patch: Partial<Shift>): Partial<ShiftRow> {
  const row: Partial<ShiftRow> = {};
  if (patch.person !== undefined) row.person_id = patch.person;
  if (patch.role !== undefined) row.role_id = patch.role;
  if (patch.date !== undefined) row.date = formatDate(patch.date);
  if (patch.from !== undefined) row.from_minute = patch.from;
  if (patch.to !== undefined) row.to_minute = patch.to;
  if (patch.fixed !== undefined) row.fixed = patch.fixed;
  if (patch.note !== undefined) row.note = patch.note;
  if (patch.label !== undefined) row.label = patch.label;
  if (patch.detail !== undefined) row.detail = patch.detail && JSON.stringify(patch.detail);
  if (patch.break !== undefined) {
    row.break_minutes = patch.break?.minutes ?? null;
    row.break_at = patch.break?.at ?? null;
    row.break_paid = patch.break?.paid ?? false;
  }
  return row;
}
