import type { Database } from '../database';
import { type Row, type RowChange, type TableName, loadRowsOf, rowChanges } from '../records/records';

/** The tables that hold one person, with the column that names the person in each. */
const TABLES = [
  ['person', 'id'],
  ['person_site', 'person_id'],
  ['person_role', 'person_id'],
  ['person_pay', 'person_id'],
  ['person_field', 'person_id'],
  ['availability', 'person_id'],
] as const satisfies readonly (readonly [TableName, string])[];

type PersonTableName = (typeof TABLES)[number][0] | 'availability_block';

/** Every row of one person, by table. */
export type PersonRows = Readonly<Record<PersonTableName, readonly Row[]>>;

/** A person of whom nothing is said yet. */
export const NO_ROWS: PersonRows = {
  person: [],
  person_site: [],
  person_role: [],
  person_pay: [],
  person_field: [],
  availability: [],
  availability_block: [],
};

/** The rows of some people, by id; people who are not there are left out. */
export async function loadPeopleRows(db: Database, ids: readonly string[]): Promise<Map<string, PersonRows>> {
  const people = new Map<string, Record<PersonTableName, Row[]>>();
  for (const [table, column] of TABLES)
    for (const row of await loadRowsOf(db, table, column, ids)) {
      const id = String(row[column]);
      if (table === 'person')
        people.set(id, Object.fromEntries(Object.keys(NO_ROWS).map((name) => [name, []])) as never);
      people.get(id)![table].push(row);
    }
  const owner = new Map<string, string>();
  for (const [id, rows] of people) for (const version of rows.availability) owner.set(String(version.id), id);
  const blocks = await loadRowsOf(db, 'availability_block', 'availability_id', [...owner.keys()]);
  for (const row of blocks) people.get(owner.get(String(row.availability_id))!)!.availability_block.push(row);
  return people;
}

/** What has to change so that a person's rows become others. */
export function personChanges(before: PersonRows, after: Partial<PersonRows>): RowChange[] {
  return (Object.keys(after) as PersonTableName[]).flatMap((table) =>
    rowChanges(table, before[table], after[table]!),
  );
}
