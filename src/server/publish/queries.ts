import { groupedBy } from '@/core/grouped';
import { type StoredNews, newsOfPublications } from '@/data/staff/news-store';
import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import type { Snag } from '@/core/checks/shared/snag';
import { judge } from '@/core/consequences/judge';
import { visibleSnags } from '@/core/consequences/visible-snags';
import type { Result } from '@/core/plan/problem';
import { publishChanges } from '@/core/publish/publish-changes';
import { type Day, parseDate, startOfWeek } from '@/core/time/day';
import { lastSeq } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { loadBothSides, loadPublications } from '@/data/publish/publication-store';
import { namesOfPeople } from '@/data/people/people-names';
import { listSites, namesOf } from '@/data/site/site-store';
import type { StoredPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { actorNames } from '../access/actor-names';
import { checkAccess } from '../access/permissions';
import { nowAt } from '../now';
import { reachOf } from '../outbox/enqueue';
import { offAt } from '../site/capabilities';
import { requestsInPlan } from '../requests/in-plan';
import { readableSite } from '../site/readable';
import type { OpenStop, PublishPayload, Told } from './payload';

/** What could be published of a week and those after it, and what of them was. */
export async function publishPage(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  weeks: number,
): Promise<Result<{ page: PublishPayload }>> {
  const refused = checkAccess(actor, 'plan.publish', site);
  if (refused) return refused;
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const asOf = await lastSeq(db);
  const from = startOfWeek(week, found.line.weekStart);
  const to = from + weeks * 7;
  const stored = (await planFor(db, actor, site, from, weeks * 7))!;
  const { plan, hourFormat } = stored;
  const { shifts, published } = await loadBothSides(db, site, from, to);
  const changes = publishChanges(shifts, published, { from, to, people: null });
  const history = await loadPublications(db, site, from, to);
  // Those it speaks of and nobody else; who has left since may be among them.
  const named = [...changes, ...history.flatMap((one) => one.changes)].flatMap(({ before, after }) =>
    [before?.person, after?.person].filter((id) => typeof id === 'string'),
  );
  const people = await namesOfPeople(db, named);
  const told = groupedBy(
    await newsOfPublications(
      db,
      history.map(({ id }) => id),
    ),
    ({ publication }) => publication,
  );
  const nameOfActor = await actorNames(
    db,
    history.map((one) => one.actor),
  );
  return {
    ok: true,
    page: {
      asOf,
      site: { id: site, name: plan.site.name },
      from,
      to,
      today: parseDate(nowAt(plan.site.timeZone).date)!,
      hourFormat,
      people: Object.fromEntries(people),
      roles: Object.fromEntries(plan.roles.map(({ id, name }) => [id, name])),
      reach: await waysOf(db, site, [...people.keys()]),
      changes,
      stops: stopsIn(stored, namesOf(found.all), from, to),
      requests: await requestsInPlan(db, actor, site, from, to - from),
      published: published.filter((shift) => shift.date >= from && shift.date < to).length,
      history: history.map((one) => ({
        ...one,
        actor: nameOfActor(one.actor),
        told: (told.get(one.id) ?? []).map(toldOf),
      })),
    },
  };
}

/** By which ways people are told besides their own page; nobody where the site sends nothing. */
async function waysOf(
  db: Database,
  site: string,
  people: readonly string[],
): Promise<PublishPayload['reach']> {
  if ((await offAt(db, site)).has('outbox')) return {};
  const reach = await reachOf(db, people);
  return Object.fromEntries(
    [...reach].flatMap(([id, { mail, text }]) => {
      const ways = [...(mail ? ['mail' as const] : []), ...(text ? ['text' as const] : [])];
      return ways.length > 0 ? [[id, ways]] : [];
    }),
  );
}

function toldOf({ id, person, seenAt, isLate, answer, decision, items }: StoredNews): Told {
  const dates = items
    .filter((item) => item.isLate || !isLate)
    .map(({ before, after }) => (after ?? before)!.date);
  const late = items.filter((item) => item.isLate).map(({ before, after }) => (after ?? before)!.id);
  return { news: id, person, seenAt, isLate, answer, decision, date: Math.min(...dates), late };
}

/** The snags of severity stop in some days of a site, as they would be published. */
export async function openStops(
  db: Database,
  actor: Actor,
  site: string,
  from: Day,
  to: Day,
): Promise<OpenStop[]> {
  const sites = await listSites(db);
  const line = sites.find((one) => one.id === site);
  if (!line) return [];
  // Whole weeks, as hours and rest are judged by them.
  const first = startOfWeek(from, line.weekStart);
  const stored = (await planFor(db, actor, site, first, Math.ceil((to - first) / 7) * 7))!;
  return stopsIn(stored, namesOf(sites), from, to);
}

function stopsIn(
  { plan, hourFormat }: StoredPlan,
  siteNames: ReadonlyMap<string, string>,
  from: Day,
  to: Day,
): OpenStop[] {
  const words = wordsFor(plan, hourFormat, siteNames);
  return visibleSnags(judge(plan))
    .filter(({ severity, date }) => severity === 'stop' && date >= from && date < to)
    .map((snag) => ({
      key: keyOf(snag),
      date: snag.date,
      title: checkOf(snag.code)!.title,
      text: checkOf(snag.code)!.message(snag, words),
    }));
}

/** Names a snag: another as soon as it is about other hours, people or amounts. */
function keyOf({ code, date, from, to, person, role, amount }: Snag): string {
  return [code, date, from, to, person, role, amount].map((part) => part ?? '').join(' ');
}
