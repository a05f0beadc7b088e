import { planContext } from '@/core/plan/plan-context';
import { resolveShift } from '@/core/plan/resolved-shift';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites, loadSite } from '@/data/site/site-store';
import { loadNews } from '@/data/staff/news-store';
import { publishedShiftsOf } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { nowAt } from '../clock';
import type { OwnPage, OwnShift } from './payload';

/** How far back and ahead own shifts are shown, in days. */
const SPAN = { back: 35, ahead: 84 };
const MOST_NEWS = 30;

/** The published shifts of who asks and what they were told of them. */
export async function ownPage(db: Database, actor: Actor): Promise<Result<{ page: OwnPage }>> {
  const { person: id } = actor;
  if (id === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const sites = await listSites(db);
  const mine = actor.grants.flatMap(({ kind, site }) => (kind === 'staff' && site !== null ? [site] : []));
  const home = sites.find((site) => mine.includes(site.id)) ?? sites[0];
  if (!home) return fail('unknown', 'there is no site yet');
  const today = parseDate(nowAt(home.timeZone).date)!;
  const worked = await publishedShiftsOf(db, id, today - SPAN.back, today + SPAN.ahead);
  const news = await loadNews(db, id, MOST_NEWS);
  const shifts: OwnShift[] = [];
  for (const site of new Set(worked.map((one) => one.site)))
    shifts.push(
      ...(await withHours(
        db,
        site,
        worked.filter((one) => one.site === site),
        today,
      )),
    );
  shifts.sort((a, b) => a.shift.date - b.shift.date || a.shift.from - b.shift.from);
  const told = [...shifts.map(({ shift }) => shift), ...news.flatMap(({ items }) => items.flatMap(bothOf))];
  const places = new Set([...worked.map((one) => one.site), ...news.map((one) => one.site), ...mine]);
  const { contract_minutes: contractMinutes } = await db
    .selectFrom('person')
    .select('contract_minutes')
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return {
    ok: true,
    page: {
      name: actor.name,
      today,
      weekStart: home.weekStart,
      hourFormat: home.hourFormat,
      contractMinutes,
      sites: Object.fromEntries(
        sites.filter((site) => places.has(site.id)).map((site) => [site.id, site.name]),
      ),
      roles: await roleNames(
        db,
        told.flatMap(({ role }) => (role === null ? [] : [role])),
      ),
      shifts,
      news: news.map(({ id: item, site, at, kind, message, items, isLate, seenAt, answer, decision }) => ({
        ...{ id: item, site, at, kind, message, items, isLate, answer, decision },
        isSeen: seenAt !== null,
      })),
    },
  };
}

function bothOf({
  before,
  after,
}: {
  readonly before: OwnShift['shift'] | null;
  readonly after: OwnShift['shift'] | null;
}) {
  return [before, after].filter((shift) => shift !== null);
}

/** Shifts of one site with the minutes that are paid of each. */
async function withHours(
  db: Database,
  site: string,
  worked: Awaited<ReturnType<typeof publishedShiftsOf>>,
  today: Day,
): Promise<OwnShift[]> {
  const stored = (await loadSite(db, site, today))!;
  const context = planContext({
    ...stored,
    from: today - SPAN.back,
    days: SPAN.back + SPAN.ahead,
    people: [],
    holidays: [],
    needs: [],
    shifts: [],
    surroundingShifts: [],
  });
  return worked.map(({ shift }) => ({ site, shift, paid: resolveShift(context, shift).paid }));
}

async function roleNames(db: Database, ids: readonly string[]): Promise<Record<string, string>> {
  if (ids.length === 0) return {};
  const rows = await db
    .selectFrom('role')
    .select(['id', 'name'])
    .where('id', 'in', [...new Set(ids)])
    .execute();
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}
