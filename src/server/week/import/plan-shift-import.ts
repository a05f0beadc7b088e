import { type Result, fail } from '@/core/plan/problem';
import { type Day, startOfWeek } from '@/core/time/day';
import { dateHabitsOf, orderOf } from '@/core/time/typed-date';
import { formatDays, weekdayName } from '@/core/time/format';
import type { Change } from '@/core/plan/change';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import { loadPlan } from '@/data/week/plan-store';
import { loadTemplates } from '@/data/templates/template-store';
import {
  SHIFT_FIELDS,
  canBeRead,
  dayMeaning,
  dayOfMeaning,
  findHeads,
  guessShiftColumns,
} from '@/formats/shifts/columns';
import { readShiftTable } from '@/formats/shifts/read-table';
import type { Table } from '@/formats/table/cells';
import { openOn } from '@/core/plan/plan-context';
import { keptTables } from '../../import/kept-tables';
import { withMended } from '../../import/mended';
import type { ShiftImportOptions, ShiftImportPreview } from './payload';
import { type ImportedRows, importRows } from './import-rows';

/** A file as it would be taken: what to show of it, and the changes of the rows that have no fault. */
export interface ShiftImportPlan {
  readonly preview: ShiftImportPreview;
  readonly changes: readonly Change[];
  /** First days of the weeks in which they lie. */
  readonly weeks: readonly Day[];
}

/** The longest stretch of days that one file may speak of. */
const MOST_DAYS = 27 * 7;
/** Lines that are looked through for what columns are, and shown to choose the heads from. */
const LOOKED_AT = 50;
/** A date of which either number may be the month. */
const OPEN_DATE = /(?:^|\D)(?:0?[1-9]|1[0-2])[/-](?:0?[1-9]|1[0-2])(?:$|\D)/;

/** Reads a draft as seems best for a site's week, and works out what taking it would do. Writes nothing. */
export async function planShiftDraft(
  db: Database,
  { draft, site, week }: { readonly draft: string; readonly site: string; readonly week: Day },
): Promise<Result<{ plan: ShiftImportPlan }>> {
  const found = await keptTables(db, draft);
  if (!found.ok) return found;
  const line = (await listSites(db)).find(({ id }) => id === site);
  if (!line) return fail('unknown', 'there is no such site', 'site');
  const { tables } = found;
  const first = startOfWeek(week, line.weekStart);
  const texts = tables[0].lines.slice(0, LOOKED_AT).flatMap(({ cells }) => cells);
  const { order } = dateHabitsOf(line.hourFormat, line.weekStart);
  const options = readAs(tables[0], {
    ...{ draft, sheet: 0, head: -1, columns: [], week: first, others: 'stay' },
    dateOrder: orderOf(texts) ?? order,
  });
  return planOf(db, site, found.name, tables, options);
}

/** Reads a draft by some options and works out what taking it would do. Writes nothing. */
export async function planShiftImport(
  db: Database,
  site: string,
  options: ShiftImportOptions,
): Promise<Result<{ plan: ShiftImportPlan }>> {
  const found = await keptTables(db, options.draft);
  if (!found.ok) return found;
  const { tables } = found;
  const table = tables[options.sheet];
  if (!table) return fail('unknown', 'there is no such sheet', 'sheet');
  // Another sheet or another line of heads is read as if it had just come.
  const asked = options.columns.length === 0 ? readAs(table, options) : options;
  return planOf(db, site, found.name, tables, asked);
}

/** Options under which a table is read as seems best: its heads are looked for unless a line is said. */
function readAs({ lines }: Table, options: ShiftImportOptions): ShiftImportOptions {
  const head = options.head >= 0 ? options.head : findHeads(lines, options.week, options.dateOrder);
  const width = Math.max(0, ...lines.slice(0, LOOKED_AT).map(({ cells }) => cells.length));
  const heads = Array.from({ length: width }, (_, i) => lines[head]?.cells[i] ?? '');
  const columns = guessShiftColumns(heads, options.week, options.dateOrder);
  // Over names there is often nothing: where days are, the first column without a head holds them.
  const isWide = columns.some((meaning) => dayOfMeaning(meaning) !== null);
  const unnamed = columns.findIndex((meaning, i) => meaning === null && heads[i].trim() === '');
  if (isWide && !columns.includes('person') && !columns.includes('number') && unnamed >= 0)
    columns[unnamed] = 'person';
  return { ...options, head, columns };
}

async function planOf(
  db: Database,
  site: string,
  name: string,
  tables: readonly Table[],
  options: ShiftImportOptions,
): Promise<Result<{ plan: ShiftImportPlan }>> {
  const { columns, head, week, sheet } = options;
  const { lines } = tables[sheet];
  const headTexts = columns.map((_, i) => lines[head]?.cells[i] ?? '');
  const body = withMended(lines.slice(head + 1), columns.length, options.mended);
  const frame = await loadPlan(db, site, week, 7);
  if (!frame) return fail('unknown', 'there is no such site', 'site');
  const marks = new Map(frame.roles.map(({ id, mark }) => [id, mark]));
  const templates = await loadTemplates(db, site);
  const readable = canBeRead(columns);
  const rows = !readable
    ? []
    : readShiftTable(body, {
        ...{ columns, heads: headTexts, week },
        dateOrder: options.dateOrder,
        hourFormat: frame.hourFormat,
        openOn: (date) => (frame.plan.site.openHours === null ? [] : openOn(frame.plan, date)),
        roles: frame.plan.roles.map(({ id, name: role }) => ({ id, name: role, mark: marks.get(id) })),
        named: templates.flatMap(({ id, short, form }) =>
          short ? [{ id, short, from: form.from, to: form.to }] : [],
        ),
      });
  const dates = rows.flatMap(({ days }) => days);
  const from = startOfWeek(Math.min(week, ...dates), frame.plan.site.weekStart);
  const days = startOfWeek(Math.max(week, ...dates), frame.plan.site.weekStart) + 7 - from;
  const isFar = days > MOST_DAYS;
  const stored = isFar ? frame : (await loadPlan(db, site, from, days))!;
  const taken = isFar ? NOTHING : await importRows(db, stored, rows, options.others);
  const counts = { new: 0, changed: 0, same: 0, faulty: 0 };
  for (const row of taken.rows) counts[row.state]++;
  return {
    ok: true,
    plan: {
      changes: taken.changes,
      weeks: taken.weeks,
      preview: {
        ...{ name, options, headTexts, counts, rows: taken.rows, left: taken.left },
        sheets: tables.map((one) => one.sheet ?? 'List'),
        fields: SHIFT_FIELDS.map(({ id, name: field }) => ({ id, name: field })),
        days: daysFor(columns, week),
        samples: columns.map((_, i) =>
          body
            .slice(0, 40)
            .flatMap(({ cells }) => cells[i] || [])
            .slice(0, 3),
        ),
        firstLines: lines
          .slice(0, 15)
          .map(({ row, cells }) => ({ row, text: cells.filter(Boolean).join(' · ').slice(0, 60) })),
        hasOpenDates: [
          ...headTexts,
          ...body.slice(0, LOOKED_AT).map(({ cells }) => cells[columns.indexOf('date')] ?? ''),
        ].some((text) => OPEN_DATE.test(text)),
        problem: problemOf(body.length, columns, isFar),
      },
    },
  };
}

const NOTHING: ImportedRows = { rows: [], changes: [], weeks: [], left: 0 };

function problemOf(lines: number, columns: ShiftImportOptions['columns'], isFar: boolean): string | null {
  if (lines === 0) return 'There are no rows in it.';
  if (!canBeRead(columns))
    return 'Choose the columns that hold the date and the times, or those that hold the times of each day.';
  if (!columns.includes('person') && !columns.includes('number'))
    return 'Choose the column that says who works.';
  return isFar ? 'Its dates lie more than half a year apart: split it, or mend the dates.' : null;
}

/** The days of the week that is looked at, and those of columns besides. */
function daysFor(columns: ShiftImportOptions['columns'], week: Day): ShiftImportPreview['days'] {
  const own = columns.flatMap((meaning) => dayOfMeaning(meaning) ?? []);
  const all = new Set([...Array.from({ length: 7 }, (_, i) => week + i), ...own]);
  return [...all]
    .sort((a, b) => a - b)
    .map((day) => ({ id: dayMeaning(day)!, name: `${weekdayName(day)} ${formatDays(day, 1, true)}` }));
}
