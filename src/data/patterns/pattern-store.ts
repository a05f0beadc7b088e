import { sql } from 'kysely';
import type { Pattern } from '@/core/patterns/pattern';
import type { Shift, ShiftDetail } from '@/core/plan/types';
import { formatDate, parseDate } from '@/core/time/day';
import type { Database } from '../database';
import type { RowOf } from '../records/records';

/** The id of the pattern that a shift comes from, as it stands in its detail. */
export const patternOf = sql<string | null>`json_extract(detail, '$.pattern.id')`;

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
export function patternRow(site: string, pattern: Pattern): RowOf<'pattern'> {
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
  const rows = await db
    .selectFrom('pattern_exception')
    .selectAll()
    .where('pattern_id', 'in', patterns)
    .execute();
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
  exceptions: readonly Shift[],
  given: readonly Shift[],
): Promise<void> {
  for (const { detail } of given) {
    const from = detail?.pattern;
    if (from)
      await db
        .deleteFrom('pattern_exception')
        .where('pattern_id', '=', from.id)
        .where('key', '=', from.key)
        .execute();
  }
  for (const { detail } of exceptions) {
    const from = detail?.pattern;
    if (!from) continue;
    const pattern = await db.selectFrom('pattern').select('id').where('id', '=', from.id).executeTakeFirst();
    if (pattern)
      await db
        .insertInto('pattern_exception')
        .values({ pattern_id: from.id, key: from.key })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
  }
}
