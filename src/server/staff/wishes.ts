import { fail } from '@/core/plan/problem';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import { type Wish, type WishKind, checkWish, quarterOf } from '@/core/wishes/wishes';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { SAVE_WISH } from './schema';

/** How far ahead one may wish, in days. */
const AHEAD = 120;

/** Wishes for a day that is not planned yet, or takes the wish for it back. */
export const saveWish = command<'wish.save', { date: Day; kind: WishKind | null; weight: number }>({
  kind: 'wish.save',
  permission: 'self',
  scope: () => BUSINESS,
  input: SAVE_WISH,
  async prepare({ db, actor, today }, { date, kind, weight }) {
    const { person } = actor;
    if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    if (date <= today || date > today + AHEAD)
      return fail('input', 'wishes are for days to come, up to four months ahead', 'input.date');
    if ((await plannedWeeks(db, await sitesOf(db, person), date, date + 1)).length > 0)
      return fail('planned', 'this week is published already: ask whoever plans it', 'input.date');
    const { first, last } = quarterOf(date);
    const wishes = await wishesOf(db, [person], first, last + 1);
    if (kind !== null) {
      const checked = checkWish(wishes, { date, kind, weight }, await pointsOf(db, person));
      if (!checked.ok) return checked;
    }
    const of = { person_id: person, date: formatDate(date) };
    const before = await loadRows(db, 'wish', of);
    return {
      ok: true,
      work: {
        title:
          kind === null ? `No wish for ${formatLongDay(date)}` : `Wish for ${formatLongDay(date)}: ${kind}`,
        rows: rowChanges('wish', before, kind === null ? [] : [{ ...of, kind, weight }]),
        subjects: [],
        sites: [],
        weeks: [],
      },
    };
  },
});

/** The wishes of some people for days between two dates, `to` not included. */
export async function wishesOf(
  db: Database,
  people: readonly string[],
  from: Day,
  to: Day,
): Promise<(Wish & { readonly person: string })[]> {
  const rows = await db
    .selectFrom('wish')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .execute();
  return rows.map(({ person_id: person, date, kind, weight }) => ({
    person,
    date: parseDate(date)!,
    kind: kind as WishKind,
    weight,
  }));
}

/** How many points somebody may give to wishes in a quarter: the most that one of their sites grants. */
export async function pointsOf(db: Database, person: string): Promise<number> {
  const row = await db
    .selectFrom('person_site')
    .innerJoin('site', 'site.id', 'person_site.site_id')
    .where('person_id', '=', person)
    .select((q) => q.fn.max('site.wish_points').as('points'))
    .executeTakeFirst();
  return Number(row?.points ?? 0);
}

async function sitesOf(db: Database, person: string): Promise<string[]> {
  return (await loadRows(db, 'person_site', { person_id: person })).map((row) => row.site_id);
}

/** The first days of the weeks between two dates in which something is published at one of some sites. */
export async function plannedWeeks(
  db: Database,
  sites: readonly string[],
  from: Day,
  to: Day,
): Promise<Day[]> {
  const rows = await db
    .selectFrom('site')
    .select(['id', 'week_start'])
    .where('id', 'in', amongTexts(sites))
    .execute();
  const weeks = new Set<Day>();
  for (const { id, week_start: start } of rows) {
    const first = startOfWeek(from, start);
    const dates = await db
      .selectFrom('published_shift')
      .select('date')
      .distinct()
      .where('site_id', '=', id)
      .where('date', '>=', formatDate(first))
      .where('date', '<', formatDate(startOfWeek(to - 1, start) + 7))
      .execute();
    for (const { date } of dates) weeks.add(startOfWeek(parseDate(date)!, start));
  }
  return [...weeks].sort((a, b) => a - b);
}
