import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { findDraft } from '@/data/people/import-store';
import type { Table } from '@/formats/table/cells';
import { unpacked } from './draft';

/** The tables of a file that was taken in, and its name. Fails where it is no longer kept. */
export async function keptTables(
  db: Database,
  draft: string,
): Promise<Result<{ name: string; tables: readonly Table[] }>> {
  const found = await findDraft(db, draft);
  if (!found) return fail('unknown', 'this file is no longer here; pick it again', 'draft');
  return { ok: true, name: found.name, tables: unpacked(found.content) };
}
