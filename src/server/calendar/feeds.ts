import { createHash } from 'node:crypto';
import { fail } from '@/core/plan/problem';
import { type Day, parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { formatCalendar } from '@/formats/calendar/calendar-file';
import { type Actor, actorOfAccount } from '../access/actor';
import { fileResponse } from '../access/file-response';
import { checkAccess, visibleSites } from '../access/permissions';
import { nowAt } from '../now';
import { type FeedOwner, feedAddress, isFeedSeal } from './address';
import { eventsOfPerson, eventsOfSite } from './events';
import type { FeedAddresses } from './payload';

/** What is answered to an address that is nobody's, or not any more: always the same. */
const NO_FEED = fail('unknown', 'there is no such calendar; its address may have been renewed');

/** A feed as a calendar asks for it. The address is all that it knows. */
export async function feedOf(
  db: Database,
  owner: FeedOwner,
  seal: string,
  request: Request,
): Promise<Response | typeof NO_FEED> {
  if (!(await isFeedSeal(db, owner, seal))) return NO_FEED;
  const made = owner.kind === 'person' ? await personFeed(db, owner.person) : await siteFeed(db, owner);
  if (made === null) return NO_FEED;
  const tag = `"${createHash('sha256').update(made).digest('base64url').slice(0, 24)}"`;
  if (request.headers.get('if-none-match') === tag)
    return new Response(null, { status: 304, headers: { etag: tag } });
  return new Response(made, { headers: { 'content-type': 'text/calendar; charset=utf-8', etag: tag } });
}

/** One's own calendar as a file, to be taken into a calendar once. */
export async function ownCalendar(db: Database, actor: Actor): Promise<Response | typeof NO_FEED> {
  const text = actor.person === null ? null : await personFeed(db, actor.person);
  if (text === null) return NO_FEED;
  return fileResponse(text, 'my-shifts.ics', 'ics');
}

/** The addresses of one's own feed, and of those of the sites whose plans one sees. */
export async function feedAddresses(db: Database, actor: Actor): Promise<FeedAddresses> {
  const sites = visibleSites(actor, await listSites(db));
  return {
    own: actor.person === null ? null : await feedAddress(db, { kind: 'person', person: actor.person }),
    sites: await Promise.all(
      sites.map(async ({ id, name }) => ({
        id,
        name,
        address: await feedAddress(db, { kind: 'site', site: id, account: actor.id }),
      })),
    ),
  };
}

/** Null: there is nobody of that id, or they do not work here any more. */
async function personFeed(db: Database, id: string): Promise<string | null> {
  const [person] = await loadRows(db, 'person', { id });
  if (!person) return null;
  const today = await todayFor(db, (await loadRows(db, 'person_site', { person_id: id }))[0]?.site_id);
  if (person.employed_to !== null && parseDate(person.employed_to)! < today) return null;
  return formatCalendar(`Shifts of ${person.name}`, await eventsOfPerson(db, id, today));
}

/** Null: the account has ended, or may not see the site's plan any more. */
async function siteFeed(
  db: Database,
  { site, account }: Extract<FeedOwner, { kind: 'site' }>,
): Promise<string | null> {
  const actor = await actorOfAccount(db, account);
  if (!actor || checkAccess(actor, 'plan.read', site)) return null;
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return null;
  return formatCalendar(row.name, await eventsOfSite(db, site, parseDate(nowAt(row.time_zone).date)!));
}

async function todayFor(db: Database, site: string | undefined): Promise<Day> {
  const [row] = site === undefined ? [] : await loadRows(db, 'site', { id: site });
  return parseDate(nowAt(row?.time_zone ?? 'UTC').date)!;
}
