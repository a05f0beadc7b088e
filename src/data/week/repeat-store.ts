import type { ShiftSpec, ShiftTemplate } from '@/core/plan/shift-spec';
import type { Pattern } from '@/core/patterns/pattern';
import type { Shift, ShiftDetail } from '@/core/plan/types';
import { type Day, parseDate, formatDate } from '@/core/time/day';
import { sql } from 'kysely';
import type { Database } from '../database';
import type { Row } from '../records/records';

/** A whole week kept under a name; the dates of its shifts are counted from its first day. */
export interface WeekTemplate {
  readonly id: string;
  readonly name: string;
  readonly shifts: readonly Shift[];
}

/** The shift templates of a site, in their order. */
export async function loadTemplates(db: Database, site: string): Promise<ShiftTemplate[]> {
  const rows = await db
    .selectFrom('shift_template')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('position')
    .orderBy('id')
    .execute();
  return rows.map(({ id, name, short, form }) => ({ id, name, short, form: JSON.parse(form) as ShiftSpec }));
}

/** The id of the pattern that a shift comes from, as it stands in its detail. */
export const patternOf = sql<string | null>`json_extract(detail, '$.pattern.id')`;

/** The row of a shift template. */
export function templateRow(site: string, { id, name, short, form }: ShiftTemplate, position: number): Row {
  return { id, site_id: site, name, short, form: JSON.stringify(form), position };
}

/** The week templates of a site, by name. */
export async function loadWeekTemplates(db: Database, site: string): Promise<WeekTemplate[]> {
  const rows = await db
    .selectFrom('week_template')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('name')
    .execute();
  return rows.map(({ id, name, shifts }) => ({ id, name, shifts: JSON.parse(shifts) as Shift[] }));
}

/** The stations of a site, in their order. */
export async function loadStations(db: Database, site: string): Promise<{ id: string; name: string }[]> {
  return db
    .selectFrom('station')
    .select(['id', 'name'])
    .where('site_id', '=', site)
    .orderBy('position')
    .execute();
}

/** The patterns of a site, by name, then start. */
export async function loadPatterns(db: Database, site: string): Promise<Pattern[]> {
  const rows = await db
    .selectFrom('pattern')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('name')
    .orderBy('since')
    .orderBy('id')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    anchor: parseDate(row.anchor)!,
    since: parseDate(row.since)!,
    until: row.until === null ? null : parseDate(row.until),
    weeks: row.weeks,
    rule: row.rule,
    ...(JSON.parse(row.content) as Pick<Pattern, 'shifts' | 'members' | 'endings'>),
  }));
}

/** The row of a pattern. */
export function patternRow(site: string, pattern: Pattern): Row {
  const { id, name, anchor, since, until, weeks, rule, shifts, members, endings } = pattern;
  return {
    id,
    site_id: site,
    name,
    anchor: formatDate(anchor),
    since: formatDate(since),
    until: until === null ? null : formatDate(until),
    weeks,
    rule,
    content: JSON.stringify({ shifts, members, endings }),
  };
}

/**
 * The occurrences of some patterns that are not to be written where their date says: those left out, and those that
 * somebody moved to another date.
 */
export async function loadPatternExceptions(
  db: Database,
  patterns: readonly string[],
): Promise<Map<string, Set<string>>> {
  const found = new Map<string, Set<string>>(patterns.map((id) => [id, new Set()]));
  if (patterns.length === 0) return found;
  const rows = await db.selectFrom('left_out').selectAll().where('pattern_id', 'in', patterns).execute();
  for (const row of rows) found.get(row.pattern_id)!.add(row.key);
  const given = await db
    .selectFrom('shift')
    .select(['date', 'detail'])
    .where(patternOf, 'is not', null)
    .execute();
  for (const { date, detail } of given) {
    const source = (JSON.parse(detail!) as ShiftDetail).pattern;
    if (source && source.originalDate !== parseDate(date)) found.get(source.id)?.add(source.key);
  }
  return found;
}

/** Notes that occurrences of patterns are left out from now on, or given again. */
export async function notePatternExceptions(
  db: Database,
  leftOut: readonly Shift[],
  given: readonly Shift[],
): Promise<void> {
  for (const { detail } of given) {
    const from = detail?.pattern;
    if (from)
      await db.deleteFrom('left_out').where('pattern_id', '=', from.id).where('key', '=', from.key).execute();
  }
  for (const { detail } of leftOut) {
    const from = detail?.pattern;
    if (!from) continue;
    const pattern = await db.selectFrom('pattern').select('id').where('id', '=', from.id).executeTakeFirst();
    if (pattern)
      await db
        .insertInto('left_out')
        .values({ pattern_id: from.id, key: from.key })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
  }
}

/** The notes of some days at a site, by date; `to` is not included. */
export async function loadDaybook(
  db: Database,
  site: string,
  from: Day,
  to: Day,
): Promise<{ date: Day; note: string }[]> {
  const rows = await db
    .selectFrom('daybook')
    .select(['date', 'note'])
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .execute();
  return rows.map(({ date, note }) => ({ date: parseDate(date)!, note }));
}
