import type { Database } from '../database';

/** A file taken in and not yet imported: its name and its tables, as JSON. */
export interface ImportDraft {
  readonly id: string;
  readonly name: string;
  readonly content: string;
}

/** Keeps a draft; drafts older than `before` (UTC text) go. */
export async function keepDraft(
  db: Database,
  draft: ImportDraft & { readonly at: string; readonly actor: string },
  before: string,
): Promise<void> {
  await db.deleteFrom('import_draft').where('at', '<', before).execute();
  await db.insertInto('import_draft').values(draft).execute();
}

/** The draft with this id, or null. */
export async function findDraft(db: Database, id: string): Promise<ImportDraft | null> {
  const row = await db
    .selectFrom('import_draft')
    .select(['id', 'name', 'content'])
    .where('id', '=', id)
    .executeTakeFirst();
  return row ?? null;
}

/** A draft that was imported, or that nobody wants, goes. */
export async function dropDraft(db: Database, id: string): Promise<void> {
  await db.deleteFrom('import_draft').where('id', '=', id).execute();
}

/** What column heads meant in earlier imports, by plain head. */
export async function knownHeads(db: Database): Promise<Map<string, string>> {
  const rows = await db.selectFrom('import_column_alias').selectAll().execute();
  return new Map(rows.map((row) => [row.head, row.field]));
}

/** Remembers what heads mean. */
export async function rememberHeads(
  db: Database,
  heads: readonly (readonly [string, string])[],
): Promise<void> {
  for (const [head, field] of heads)
    await db
      .insertInto('import_column_alias')
      .values({ head, field })
      .onConflict((conflict) => conflict.column('head').doUpdateSet({ field }))
      .execute();
}
