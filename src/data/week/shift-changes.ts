import { sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import type { Database } from '../database';
import { type Lines, dropLines, linesInText, stageLines } from '../records/lines';
import { COLUMNS, type ShiftRow, patchToRow, shiftToRow } from './shift-row';

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
      const row = shiftToRow(site, change.shift);
      return { kind: 'add', columns: REST, line: COLUMNS.map((column) => plain(row[column])) };
    }
    case 'remove':
      return { kind: 'remove', columns: [], line: [change.id] };
    case 'set': {
      const patch = patchToRow(change.shift);
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
