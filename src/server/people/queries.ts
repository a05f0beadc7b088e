import { minutesByWeekday } from '@/core/availability/week-blocks';
import { versionOn } from '@/core/availability/versions';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, startOfWeek } from '@/core/time/day';
import { widestHours } from '@/core/time/parse-time';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { loadPeopleRows } from '@/data/people/person-rows';
import { activitiesAbout, undoneAmong } from '@/data/activity/activity-store';
import { loadRows } from '@/data/records/records';
import { hoursOfSites, listSites } from '@/data/site/site-store';
import { seesPayAtOne } from '../access/pay';
import { checkAccess, isPermittedEverywhere, visibleSites } from '../access/permissions';
import type { Actor } from '../access/actor';
import { actorNames } from '../access/actor-names';
import { todayOf } from '../commands/request';
import { proposalViews } from '../staff/proposals';
import { detailsOf } from './history';
import type { HistoryEntry, PeopleChoices, PeoplePayload, PersonRow, PersonPayload } from './payload';
import { draftOf, versionsOf } from './rows';

/** Everybody the actor may see, as the table of people shows them. */
export async function peopleTable(db: Database, actor: Actor): Promise<Result<{ table: PeoplePayload }>> {
  const sites = visibleSites(actor, await listSites(db), 'people.read');
  const refused = sites.length === 0 ? checkAccess(actor, 'people.read', null) : null;
  if (refused) return refused;
  const choices = await choicesOf(db, actor);
  const seen = new Set(choices.sites.map((site) => site.id));
  const ids = (await db.selectFrom('person').select('id').orderBy('name').execute()).map((row) => row.id);
  const rows = await loadPeopleRows(db, ids);
  const money = await businessMoney(db);
  const people: PersonRow[] = [];
  for (const [id, mine] of rows) {
    const draft = draftOf(mine, money);
    if (
      draft.sites.length > 0
        ? !draft.sites.some((site) => seen.has(site))
        : !isPermittedEverywhere(actor, 'people.read')
    )
      continue;
    const { pay, notes: _notes, usualWeek: _usual, ...line } = draft;
    const base = pay.filter((one) => one.role === null && (one.since ?? -Infinity) <= choices.today).at(-1);
    people.push({
      ...line,
      id,
      rate: seesPayAtOne(actor, draft.sites) ? (base?.rate ?? null) : null,
      available: availableWeek(versionsOf(mine), choices.today),
    });
  }
  const waiting = await db
    .selectFrom('availability_proposal')
    .select('person_id')
    .distinct()
    .where('state', '=', 'waiting')
    .execute();
  const listed = new Set(people.map(({ id }) => id));
  const proposing = waiting.map((row) => row.person_id).filter((id) => listed.has(id));
  return { ok: true, table: { people, proposing, choices } };
}

/** Minutes available on each weekday of the week of a date, Monday first, each by the version that counts then. */
function availableWeek(versions: ReturnType<typeof versionsOf>, today: Day): number[] {
  const monday = startOfWeek(today, 0);
  return Array.from(
    { length: 7 },
    (_, i) => minutesByWeekday(versionOn(versions, monday + i)?.blocks ?? [])[i],
  );
}

/** One person with everything that is said of them. */
export async function personPage(
  db: Database,
  actor: Actor,
  id: string,
): Promise<Result<{ page: PersonPayload }>> {
  const rows = (await loadPeopleRows(db, [id])).get(id);
  if (!rows) return fail('unknown', 'there is no such person', 'id');
  const sites = rows.person_site.map((row) => row.site_id);
  const may = (sites.length > 0 ? sites : [null]).some((site) => !checkAccess(actor, 'people.read', site));
  if (!may) return fail('forbidden', `${actor.name} may not see this person`);
  const draft = draftOf(rows, await businessMoney(db));
  const choices = { ...(await choicesOf(db, actor)), ...mayAt(actor, sites) };
  const people = await db.selectFrom('person').select(['id', 'name']).orderBy('name').execute();
  const home = sites[0] ?? choices.sites[0]?.id ?? '';
  const place = await db
    .selectFrom('site')
    .select(['hour_format', 'weekend', 'week_start'])
    .where('id', '=', home)
    .executeTakeFirst();
  return {
    ok: true,
    page: {
      id,
      person: seesPayAtOne(actor, sites) ? draft : { ...draft, pay: [] },
      versions: versionsOf(rows),
      proposed: await proposalViews(
        db,
        await loadRows(db, 'availability_proposal', { person_id: id, state: 'waiting' }),
      ),
      managers: people.filter((person) => person.id !== id),
      history: await historyOf(db, id, new Map(people.map((person) => [person.id, person.name]))),
      choices,
      hourFormat: place?.hour_format === '12' ? '12' : '24',
      weekend: JSON.parse(place?.weekend ?? '[5,6]') as number[],
      weekStart: place?.week_start ?? 0,
      openHours: widestHours((await hoursOfSites(db)).get(home) ?? null),
    },
  };
}

async function historyOf(
  db: Database,
  person: string,
  names: ReadonlyMap<string, string>,
): Promise<HistoryEntry[]> {
  const entries = await activitiesAbout(db, { kind: 'person', id: person }, 50);
  const undone = await undoneAmong(
    db,
    entries.map((entry) => entry.id),
  );
  const roles = new Map((await loadRows(db, 'role', {})).map((row) => [row.id, row.name]));
  const sites = new Map((await loadRows(db, 'site', {})).map((row) => [row.id, row.name]));
  const fields = new Map((await loadRows(db, 'custom_field', {})).map((row) => [row.id, row.name]));
  const nameOfActor = await actorNames(
    db,
    entries.map((entry) => entry.actor),
  );
  const lines: HistoryEntry[] = [];
  for (const entry of entries)
    lines.push({
      id: entry.id,
      at: entry.at,
      actor: nameOfActor(entry.actor),
      title: entry.title,
      details: detailsOf(entry.rows, person, { roles, sites, fields, people: names }),
      undoable: entry.undoable && entry.undoes === null && !undone.has(entry.id),
    });
  return lines;
}

/** What the actor may do with people of some sites. */
function mayAt(
  actor: Actor,
  sites: readonly string[],
): Pick<PeopleChoices, 'mayChange' | 'mayErase' | 'seesPay'> {
  const places = sites.length === 0 ? [null] : sites;
  return {
    mayChange: places.some((site) => checkAccess(actor, 'people.change', site) === null),
    mayErase: isPermittedEverywhere(actor, 'records.erase'),
    seesPay: seesPayAtOne(actor, sites),
  };
}

/** What is chosen from wherever people are shown. */
export async function choicesOf(db: Database, actor: Actor): Promise<PeopleChoices> {
  const sites = visibleSites(actor, await listSites(db), 'people.read');
  const places = (await loadRows(db, 'site_role', {})).filter((place) => place.retired !== 1);
  const roles = await loadRows(db, 'role', {});
  const fields = await loadRows(db, 'custom_field', {});
  const first = await db.selectFrom('site').select('currency').orderBy('position').executeTakeFirst();
  return {
    sites: sites.map(({ id, name }) => ({ id, name })),
    roles: roles
      .map((row) => ({
        id: row.id,
        name: row.name,
        mark: row.mark,
        ink: row.ink,
        sites: places.filter((place) => place.role_id === row.id).map((place) => place.site_id),
      }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    fields: fields.sort((a, b) => a.position - b.position).map((row) => ({ id: row.id, name: row.name })),
    currency: first?.currency ?? 'EUR',
    ...mayAt(
      actor,
      sites.map(({ id }) => id),
    ),
    today: await todayOf(db),
  };
}
