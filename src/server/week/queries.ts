import { sql } from 'kysely';
import { kindKey, shiftKindOf, LOOK_BACK_WEEKS, startsOf } from '@/core/fairness/shift-kinds';
import { judge } from '@/core/consequences/judge';
import { visibleSnags } from '@/core/consequences/visible-snags';
import { decimalsOf, toMajor } from '@/core/hours/money';
import { formatChange } from '@/core/plan/change-text';
import type { Result } from '@/core/plan/problem';
import { publicationOfAll } from '@/core/publish/publication';
import { type Day, parseDate, startOfWeek, formatDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { activitiesAbout, shiftIdOf } from '@/data/activity/activity-store';
import { loadSite } from '@/data/site/site-store';
import type { StoredPlan } from '@/data/week/plan-store';
import { loadPatterns } from '@/data/patterns/pattern-store';
import { loadStations, loadTemplates, loadWeekTemplates } from '@/data/templates/template-store';
import { shiftNames } from './shift-names';
import { offAt } from '../site/capabilities';
import { kindSharesBefore } from '../fairness/kind-shares';
import { readableSite } from '../site/readable';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { actorNames } from '../access/actor-names';
import { nowAt } from '../now';
import type { WeekFigures, RecurringPayload, ShiftEvent } from './payload';

/** Weeks of a month strip: the one asked for, two before and three after. */
const MONTH = { before: 2, after: 3 };

/** What the pages about templates, patterns and starting a week show of a site. */
export async function recurringOf(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ recurring: RecurringPayload }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const { line } = found;
  const today = parseDate(nowAt(line.timeZone).date)!;
  const stored = (await loadSite(db, site, startOfWeek(today, line.weekStart)))!;
  const off = await offAt(db, site);
  const { weekend } = await db
    .selectFrom('site')
    .select('weekend')
    .where('id', '=', site)
    .executeTakeFirstOrThrow();
  const people = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('person_site.site_id', '=', site)
    .where((where) =>
      where.or([where('employed_to', 'is', null), where('employed_to', '>=', formatDate(today))]),
    )
    .orderBy('person_site.position')
    .select(['person.id', 'person.name', 'person.contract_minutes'])
    .execute();
  const held = await db
    .selectFrom('person_role')
    .innerJoin('person_site', 'person_site.person_id', 'person_role.person_id')
    .where('person_site.site_id', '=', site)
    .where((where) => where.or([where('until', 'is', null), where('until', '>=', formatDate(today))]))
    .orderBy('person_role.position', 'desc')
    .select(['person_role.person_id', 'person_role.role_id'])
    .execute();
  // The first by position is put last, and stays.
  const roleOf = new Map(held.map((row) => [row.person_id, row.role_id]));
  return {
    ok: true,
    recurring: {
      site: { id: site, name: line.name, weekStart: line.weekStart },
      today,
      hourFormat: stored.hourFormat,
      weekend: JSON.parse(weekend) as number[],
      breaks: stored.rules.breaks,
      openHours: stored.site.openHours,
      roles: stored.roles
        .filter((role) => !role.retired)
        .map(({ id, name, mark, ink }) => ({ id, name, mark, ink })),
      people: people.map(({ id, name, contract_minutes }) => ({
        id,
        name,
        contractMinutes: contract_minutes,
        role: roleOf.get(id) ?? null,
      })),
      templates: await loadTemplates(db, site),
      stations: await loadStations(db, site),
      weekTemplates: (off.has('templates') ? [] : await loadWeekTemplates(db, site)).map(
        ({ id, name, shifts }) => ({
          id,
          name,
          shifts: shifts.length,
        }),
      ),
      patterns: off.has('patterns') ? [] : await loadPatterns(db, site),
      done: await doneLately(db, site),
      weeks: await plannedWeeksOf(db, site, line.weekStart, today),
    },
  };
}

/** The latest commands about a site that are not themselves a taking back. */
async function doneLately(db: Database, site: string): Promise<RecurringPayload['done']> {
  const entries = await activitiesAbout(db, { kind: 'site', id: site }, 20);
  const undone = new Set(entries.map((entry) => entry.undoes));
  const nameOfActor = await actorNames(
    db,
    entries.map((entry) => entry.actor),
  );
  return entries
    .filter((entry) => entry.undoes === null)
    .slice(0, 8)
    .map(({ id, at, actor, title }) => ({
      id,
      at,
      actor: nameOfActor(actor),
      title,
      undone: undone.has(id),
    }));
}

/** Weeks with something in them, from a year ago on, the latest first. */
async function plannedWeeksOf(
  db: Database,
  site: string,
  weekStart: number,
  today: Day,
): Promise<RecurringPayload['weeks']> {
  const rows = await db
    .selectFrom('shift')
    .select(['date', (query) => query.fn.countAll<number>().as('shifts')])
    .select(sql<number>`sum(person_id is null)`.as('open'))
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(today - 371))
    .groupBy('date')
    .execute();
  const weeks = new Map<Day, { shifts: number; open: number }>();
  for (const row of rows) {
    const first = startOfWeek(parseDate(row.date)!, weekStart);
    const week = weeks.get(first) ?? { shifts: 0, open: 0 };
    week.shifts += Number(row.shifts);
    week.open += Number(row.open);
    weeks.set(first, week);
  }
  return [...weeks].map(([first, week]) => ({ first, ...week })).sort((a, b) => b.first - a.first);
}

/** Who changed a shift, and when, the latest first. */
export async function shiftHistory(
  db: Database,
  actor: Actor,
  site: string,
  shift: string,
): Promise<Result<{ events: ShiftEvent[] }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const entries = await activitiesAbout(db, { kind: 'shift', id: shift }, MOST_EVENTS);
  if (entries.length === 0) return { ok: true, events: [] };
  const names = await shiftNames(db, site);
  const nameOfActor = await actorNames(
    db,
    entries.map((entry) => entry.actor),
  );
  const events = entries.flatMap(({ at, actor: who, shifts }): ShiftEvent[] => {
    const says = shifts
      .filter((entry) => entry.site === site)
      .flatMap((entry) => entry.changes)
      .filter((change) => shiftIdOf(change) === shift)
      .map((change) => formatChange(change, names));
    return says.length === 0 ? [] : [{ at, actor: nameOfActor(who), message: says.join('; ') }];
  });
  return { ok: true, events };
}

/** How far back the history of a shift is told. */
const MOST_EVENTS = 200;

/** How many shifts of the same kind each person had in the weeks before a date, at any site. */
export async function recentCountsOf(
  db: Database,
  actor: Actor,
  site: string,
  date: Day,
  from: number,
): Promise<Result<{ counts: Record<string, number>; shares: Record<string, number> }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const kind = shiftKindOf(date, from);
  const starts = startsOf(kind.part);
  const dates = Array.from({ length: LOOK_BACK_WEEKS }, (_, i) => formatDate(date - (i + 1) * 7));
  const rows = await db
    .selectFrom('shift')
    .innerJoin('person_site', (join) =>
      join.onRef('person_site.person_id', '=', 'shift.person_id').on('person_site.site_id', '=', site),
    )
    .where('shift.date', 'in', dates)
    .where('shift.from_minute', '>=', starts.from)
    .where('shift.from_minute', '<', starts.to)
    .groupBy('shift.person_id')
    .select(['shift.person_id', (query) => query.fn.countAll<number>().as('times')])
    .execute();
  const shares = await kindSharesBefore(db, site, startOfWeek(date, found.line.weekStart));
  const expected = [...(shares.get(kindKey(kind)) ?? [])];
  return {
    ok: true,
    counts: Object.fromEntries(rows.map((row) => [row.person_id!, Number(row.times)])),
    shares: Object.fromEntries(expected.map(([person, share]) => [person, share.expected])),
  };
}

/** Hours, cost and snags of the weeks around that of a day. */
export async function weekSummariesOf(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
): Promise<Result<{ weeks: WeekFigures[] }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const first = startOfWeek(week, found.line.weekStart);
  const weeks: WeekFigures[] = [];
  for (let i = -MONTH.before; i <= MONTH.after; i++) {
    const stored = (await planFor(db, actor, site, first + i * 7, 7))!;
    weeks.push(weekFigures(stored));
  }
  return { ok: true, weeks };
}

function weekFigures({ plan, published }: StoredPlan): WeekFigures {
  const { shifts, budget } = plan;
  const base = { first: plan.from, budgetMinutes: budget.minutes, budgetCost: budget.cost };
  const here = new Set(plan.people.map((person) => person.id));
  const told = published.filter((shift) => shift.person === null || here.has(shift.person));
  const state = publicationOfAll(shifts, told);
  if (shifts.length === 0) return { ...base, state, minutes: 0, cost: 0, open: 0, stops: 0, warns: 0 };
  const judgement = judge(plan);
  const snags = visibleSnags(judgement);
  return {
    ...base,
    state,
    minutes: judgement.weeks.reduce((sum, one) => sum + one.paid, 0),
    cost: toMajor(
      judgement.weeks.reduce((sum, one) => sum + one.cost, 0),
      decimalsOf(plan.site.currency),
    ),
    open: shifts.filter((shift) => shift.person === null).length,
    stops: snags.filter((snag) => snag.severity === 'stop').length,
    warns: snags.filter((snag) => snag.severity === 'warn').length,
  };
}
