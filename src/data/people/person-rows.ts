import type { Database } from '../database';
import { groupedBy } from '@/core/grouped';
import {
  type NewRow,
  type RowChange,
  type RowOf,
  type TableName,
  loadRowsOf,
  rowChanges,
} from '../records/records';

type PersonTableName =
  | 'person'
  | 'person_site'
  | 'person_role'
  | 'person_pay'
  | 'person_field'
  | 'availability'
  | 'availability_block';

/** Every row of one person, by table. */
export type PersonRows = { readonly [T in PersonTableName]: readonly RowOf<T>[] };

/** Rows of one person as they are to be; tables that are left out stay as they are. */
export type PersonRowsAfter = { readonly [T in PersonTableName]?: readonly NewRow<T>[] };

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
  const versions = await loadRowsOf(db, 'availability', 'person_id', ids);
  const owner = new Map(versions.map((row) => [row.id, row.person_id]));
  const blocks = await loadRowsOf(db, 'availability_block', 'availability_id', [...owner.keys()]);
  const rows = {
    person_site: groupedBy(await loadRowsOf(db, 'person_site', 'person_id', ids), (row) => row.person_id),
    person_role: groupedBy(await loadRowsOf(db, 'person_role', 'person_id', ids), (row) => row.person_id),
    person_pay: groupedBy(await loadRowsOf(db, 'person_pay', 'person_id', ids), (row) => row.person_id),
    person_field: groupedBy(await loadRowsOf(db, 'person_field', 'person_id', ids), (row) => row.person_id),
    availability: groupedBy(versions, (row) => row.person_id),
    availability_block: groupedBy(blocks, (row) => owner.get(row.availability_id)!),
  };
  return new Map(
    (await loadRowsOf(db, 'person', 'id', ids)).map((person): [string, PersonRows] => [
      person.id,
      {
        person: [person],
        person_site: rows.person_site.get(person.id) ?? [],
        person_role: rows.person_role.get(person.id) ?? [],
        person_pay: rows.person_pay.get(person.id) ?? [],
        person_field: rows.person_field.get(person.id) ?? [],
        availability: rows.availability.get(person.id) ?? [],
        availability_block: rows.availability_block.get(person.id) ?? [],
      },
    ]),
  );
}

/** What has to change so that a person's rows become others. */
export function personChanges(before: PersonRows, after: PersonRowsAfter): RowChange[] {
  const of = <T extends PersonTableName>(table: T) =>
    after[table] ? rowChanges<TableName>(table, before[table], after[table]) : [];
  return (Object.keys(after) as PersonTableName[]).flatMap(of);
}
