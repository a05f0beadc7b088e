import { type Problem, fail } from '@/core/plan/problem';
import { plainText } from '@/core/plain-text';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { knownHeads } from '@/data/people/import-store';
import { PEOPLE_FIELDS, guessColumns, isHead } from '@/formats/people/columns';
import { isAmbiguousDate, orderOf, parseTypedDate } from '@/core/time/typed-date';
import type { Table, TableRow } from '@/formats/table/cells';
import { keptTables } from '../../import/kept-tables';
import { withMended } from '../../import/mended';
import { ImportReader } from './import-reader';
import type { ImportWriting } from './row-changes';
import type { ImportOptions, ImportPreview } from './payload';

/** A file as it would be taken: what to show of it, and what to write of the rows that have no fault. */
export interface ImportPlan extends ImportWriting {
  readonly preview: ImportPreview;
  /** Heads with what they were taken to mean, to be remembered. */
  readonly heads: readonly (readonly [string, string])[];
}

const DATES = new Set(['birthDate', 'employedFrom', 'employedTo']);

/** How a file is read unless somebody says otherwise. */
function firstOptions(
  draft: string,
  tables: readonly Table[],
  fields: readonly { readonly id: string; readonly name: string }[],
  known: ReadonlyMap<string, string>,
  site: string | null,
): ImportOptions {
  const first = tables[0]?.lines[0]?.cells ?? [];
  const heads = isHead(first);
  const width = Math.max(0, ...(tables[0]?.lines.slice(0, 50).map((line) => line.cells.length) ?? []));
  const columns = heads
    ? guessColumns(
        Array.from({ length: width }, (_, i) => first[i] ?? ''),
        fields,
        known,
      )
    : Array.from({ length: width }, (_, i) => (i === 0 ? 'name' : null));
  const dates = (tables[0]?.lines ?? []).flatMap((line) =>
    columns.flatMap((meaning, i) => (meaning !== null && DATES.has(meaning) ? [line.cells[i] ?? ''] : [])),
  );
  return { draft, sheet: 0, heads, columns, dateOrder: orderOf(dates) ?? 'day', site, create: true };
}

/** Reads a draft as seems best, and works out what taking it would do. Writes nothing. */
export async function planDraft(
  db: Database,
  today: Day,
  id: string,
  site: string | null,
): ReturnType<typeof planImport> {
  const kept = await keptTables(db, id);
  if (!kept.ok) return kept;
  const fields = (await loadRows(db, 'custom_field', {})).map((row) => ({
    id: row.id,
    name: row.name,
  }));
  const { name, tables } = kept;
  const options = firstOptions(id, tables, fields, await knownHeads(db), site);
  return planTables(db, today, name, tables, options);
}

/** Reads a draft by some options and works out what taking it would do. Writes nothing. */
export async function planImport(
  db: Database,
  today: Day,
  options: ImportOptions,
): Promise<{ ok: true; plan: ImportPlan } | { ok: false; problem: Problem }> {
  const kept = await keptTables(db, options.draft);
  return kept.ok ? planTables(db, today, kept.name, kept.tables, options) : kept;
}

function ambiguousDateIn(
  lines: readonly TableRow[],
  columns: ImportOptions['columns'],
): ImportPreview['ambiguousDate'] {
  for (const { cells } of lines)
    for (const [i, meaning] of columns.entries()) {
      const text = (cells[i] ?? '').trim();
      if (meaning === null || !DATES.has(meaning) || !isAmbiguousDate(text)) continue;
      const [day, month] = (['day', 'month'] as const).map((order) => parseTypedDate(text, order));
      if (day.ok && month.ok) return { text, day: day.value, month: month.value };
    }
  return null;
}

async function planTables(
  db: Database,
  today: Day,
  name: string,
  tables: readonly Table[],
  options: ImportOptions,
): ReturnType<typeof planImport> {
  const found = tables[options.sheet];
  if (!found) return fail('unknown', 'there is no such sheet', 'sheet');
  const table = withMended(found.lines, options.columns.length, options.mended);
  const [first, ...others] = table;
  const headTexts = options.columns.map((_, i) => (options.heads ? (first?.cells[i] ?? '') : ''));
  const lines = options.heads ? others : table;
  const reader = await ImportReader.open(db, today, options, headTexts);
  for (const line of lines) reader.take(line);
  const rows = reader.finish();
  const counts = { new: 0, changed: 0, same: 0, faulty: 0 };
  for (const row of rows) counts[row.state]++;
  const nameless = !options.columns.some((meaning) =>
    /^(name|firstName|lastName|number)$/.test(meaning ?? ''),
  );
  return {
    ok: true,
    plan: {
      preview: {
        name,
        sheets: tables.map((one) => one.sheet ?? 'List'),
        options,
        fields: PEOPLE_FIELDS.map(({ id, name }) => ({ id, name })),
        headTexts,
        samples: options.columns.map((_, i) =>
          lines
            .slice(0, 40)
            .flatMap((line) => line.cells[i] || [])
            .slice(0, 3),
        ),
        ambiguousDate: ambiguousDateIn(lines, options.columns),
        newRoles: reader.newRoles,
        newSites: reader.newSites,
        newFields: reader.newFields,
        counts,
        rows,
        problem:
          lines.length === 0
            ? 'There are no rows in it.'
            : nameless
              ? 'Choose the column that holds the name.'
              : null,
      },
      ...(await reader.writing(db)),
      heads: options.columns.flatMap((meaning, i) => {
        const head = plainText(headTexts[i]);
        return meaning !== null && meaning !== 'new' && head !== '' ? [[head, meaning] as const] : [];
      }),
    },
  };
}
