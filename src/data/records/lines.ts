import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely';
import type { Database } from '../database';

/** A value that a line may hold. */
type Value = string | number | null;

/** Lines of values that a statement can read from: as one text in it, or staged beside the data. */
export interface Lines {
  /** To stand behind `from`. */
  readonly from: RawBuilder<unknown>;
  /** The value at a place of a line. */
  at(place: number): RawBuilder<Value>;
}

/** Lines as one text, which is several times quicker than values one by one. */
export function linesInText(lines: readonly (readonly Value[])[]): Lines {
  return {
    from: sql`json_each(${JSON.stringify(lines)}) as line`,
    at: (place) => sql`(line.value ->> ${sql.lit(place)})`,
  };
}

/** So many go over at once: few enough to hear in between that somebody stopped it. */
const AT_ONCE = 1000;
let staged = 0;

/**
 * Puts lines of a width into a table that only this connection sees. That holds nobody up, and from there they can be
 * written into the data in a fraction of the time. To be dropped with {@link dropLines}.
 */
export async function stageLines(
  db: Database,
  width: number,
  lines: readonly (readonly Value[])[],
  progress?: (done: number) => Promise<void>,
): Promise<Lines & { readonly name: string }> {
  const name = `staged_${++staged}`;
  const columns = Array.from({ length: width }, (_, i) => sql.ref(`c${i}`));
  const table = sql.table(`temp.${name}`);
  await sql`create temp table ${sql.table(name)} (${sql.join(columns)})`.execute(db);
  try {
    for (let i = 0; i < lines.length; i += AT_ONCE) {
      const some = linesInText(lines.slice(i, i + AT_ONCE));
      const values = sql.join(columns.map((_, place) => some.at(place)));
      await sql`insert into ${table} select ${values} from ${some.from}`.execute(db);
      await progress?.(Math.min(i + AT_ONCE, lines.length));
    }
  } catch (error) {
    await dropLines(db, name);
    throw error;
  }
  return { name, from: sql`${table} as line`, at: (place) => sql`${sql.ref(`line.c${place}`)}` };
}

/** Gives up lines that were staged. */
export async function dropLines(db: Database, name: string): Promise<void> {
  await sql`drop table if exists ${sql.table(`temp.${name}`)}`.execute(db);
}

/**
 * A list of texts to look for, however many they are: one parameter of JSON.
 *
 * @example
 * sql`select * from shift where id in ${amongTexts(ids)}`
 */
export function amongTexts(texts: Iterable<string>): RawBuilder<string> {
  return sql<string>`(select value from json_each(${JSON.stringify([...texts])}))`;
}

/**
 * The rows of a query, taken over as one text, which is several times quicker than row by row. None of its columns may hold bytes.
 *
 * @param columns all that is wanted of a row
 */
export async function rowsInText<Schema, Table extends keyof Schema, Row, Column extends keyof Row & string>(
  db: Database,
  query: SelectQueryBuilder<Schema, Table, Row>,
  columns: readonly Column[],
): Promise<Pick<Row, Column>[]> {
  const values = columns.flatMap((column) => [sql.lit(column), sql.ref(`line.${column}`)]);
  const { rows } = await sql<{ list: string }>`
    select json_group_array(json_object(${sql.join(values)})) as list from ${query} as line
  `.execute(db);
  return JSON.parse(rows[0].list) as Pick<Row, Column>[];
}
