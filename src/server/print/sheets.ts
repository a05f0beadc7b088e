import { judge } from '@/core/consequences/judge';
import { type Result, fail } from '@/core/plan/problem';
import { type DaySheet, daySheet } from '@/core/sheets/day-sheet';
import type { TableSheet } from '@/core/sheets/table-sheet';
import { type SheetGround, monthSheet, personSheet, weekSheet } from '@/core/sheets/week-sheet';
import { type Day, startOfWeek } from '@/core/time/day';
import { monthOf } from '@/core/time/month';
import type { Database } from '@/data/database';
import { loadDaybook } from '@/data/week/daybook-store';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { offAt } from '../site/capabilities';
import { readableSite } from '../site/readable';

/** Which sheet of a site is asked for. */
export interface SheetRequest {
  readonly site: string;
  readonly kind: 'day' | 'week' | 'month';
  /** A date of the week or month. */
  readonly date: Day;
  /** Of this person alone; null: of everybody. */
  readonly person: string | null;
}

/** A sheet, the first day of its week, and the ink of each role by its id. */
export interface Sheets {
  /** What it is called, all of it together. */
  readonly title: string;
  readonly day: DaySheet | null;
  /** One, or one for each person where `each` was asked for. */
  readonly tables: readonly TableSheet[];
  readonly site: string;
  readonly week: Day;
  readonly inks: Readonly<Record<string, string>>;
}

/**
 * What a sheet says, for who may read the site's plan; `each`: a sheet for every person who works or is away, in
 * place of one of them all. Fails where the site or the person is not there.
 */
export async function sheetsOf(
  db: Database,
  actor: Actor,
  { site, kind, date, person }: SheetRequest,
  each = false,
): Promise<Result<{ sheets: Sheets }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const { weekStart } = found.line;
  const week = startOfWeek(date, weekStart);
  const { from, days } = daysOf(kind, date, weekStart);
  const stored = (await planFor(db, actor, site, from, days))!;
  const ground: SheetGround = {
    judgement: judge(stored.plan),
    published: stored.published,
    hourFormat: stored.hourFormat,
    marks: new Map(stored.roles.map(({ id, mark }) => [id, mark])),
  };
  if (person !== null && !stored.plan.people.some(({ id }) => id === person))
    return fail('unknown', 'there is nobody of that name at this site then', 'person');
  const about = {
    site: found.line.name,
    week,
    inks: Object.fromEntries(stored.roles.map(({ id, ink }) => [id, ink])),
  };
  if (kind === 'day') {
    const notes = (await offAt(db, site)).has('daybook') ? [] : await loadDaybook(db, site, date, date + 1);
    const day = daySheet(ground, date, notes[0]?.note ?? null);
    return { ok: true, sheets: { ...about, title: day.title, day, tables: [] } };
  }
  const all = kind === 'week' ? weekSheet(ground) : monthSheet(ground, date);
  const of = (id: string) => personSheet(ground, id, kind === 'week' ? null : date);
  const people = each ? all.rows.map(({ key }) => key).filter((key) => key !== 'open') : [];
  if (person !== null) {
    const own = of(person);
    return { ok: true, sheets: { ...about, title: own.title, day: null, tables: [own] } };
  }
  const title = each ? `${all.title}, a page each` : all.title;
  const tables = each && people.length > 0 ? people.map(of) : [all];
  return { ok: true, sheets: { ...about, title, day: null, tables } };
}

/** The whole weeks in which the days of a sheet lie: a plan is judged by weeks. */
function daysOf(kind: SheetRequest['kind'], date: Day, weekStart: number): { from: Day; days: number } {
  const { first, days } = kind === 'month' ? monthOf(date) : { first: date, days: 1 };
  const from = startOfWeek(first, weekStart);
  return { from, days: startOfWeek(first + days - 1, weekStart) + 7 - from };
}
