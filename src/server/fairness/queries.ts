import type { Behind } from '@/core/fairness/behind';
import type { Fairness, PersonFairness } from '@/core/fairness/fairness';
import type { Result } from '@/core/plan/problem';
import { type Day, parseDate, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import { Unchanged } from '@/data/unchanged';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { nowAt } from '../now';
import { readableSite } from '../site/readable';
import { inWorker } from '../workers/in-worker';

const FAIRNESS = new Unchanged<Fairness>(10);

/** Fairness of a site with the names of its people. */
export interface FairnessPayload extends Fairness {
  readonly names: Readonly<Record<string, string>>;
}

/** Who carried what at a site over the last weeks and those that are planned. */
export async function fairnessAt(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ fairness: FairnessPayload }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const { line } = found;
  const today = parseDate(nowAt(line.timeZone).date)!;
  const fairness = await siteFairness(db, site, startOfWeek(today, line.weekStart), today);
  const rows = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('person_site.site_id', '=', site)
    .select(['person.id', 'person.name'])
    .execute();
  const names = Object.fromEntries(rows.map(({ id, name }) => [id, name]));
  return { ok: true, fairness: { ...fairness, names } };
}

/** What one person carried at a site. */
export interface OwnFairness extends Pick<Fairness, 'from' | 'planned' | 'to' | 'limits'> {
  readonly own: PersonFairness;
}

/** What somebody carried at a site, as whoever plans sees it; null: they do not work there. */
export async function fairnessOfPerson(
  db: Database,
  actor: Actor,
  site: string,
  person: string,
): Promise<Result<{ fairness: OwnFairness | null }>> {
  const refused = checkAccess(actor, 'people.read', site);
  if (refused) return refused;
  const line = (await listSites(db)).find(({ id }) => id === site);
  return { ok: true, fairness: line ? await ownAt(db, line, person, false) : null };
}

/** What who asks carried at each site they work at, by what staff were told of: drafts are nobody's yet. */
export async function ownFairness(
  db: Database,
  actor: Actor,
): Promise<Result<{ sites: (OwnFairness & { readonly id: string; readonly name: string })[] }>> {
  const { person } = actor;
  if (person === null) return { ok: true, sites: [] };
  const mine = await db.selectFrom('person_site').select('site_id').where('person_id', '=', person).execute();
  const sites: (OwnFairness & { readonly id: string; readonly name: string })[] = [];
  for (const line of await listSites(db)) {
    if (!mine.some(({ site_id }) => site_id === line.id)) continue;
    const found = await ownAt(db, line, person, true);
    if (found) sites.push({ ...found, id: line.id, name: line.name });
  }
  return { ok: true, sites };
}

/** What a figure of somebody at a site counts, as whoever plans sees it; null: they do not work there, or it counts none. */
export async function behindOfPerson(
  db: Database,
  actor: Actor,
  { site, person, key }: { readonly site: string; readonly person: string; readonly key: string },
): Promise<Result<{ behind: BehindPayload | null }>> {
  const refused = checkAccess(actor, 'people.read', site);
  if (refused) return refused;
  return { ok: true, behind: await behindAt(db, site, person, key, false) };
}

/** What a figure of who asks counts, by what staff were told of. */
export async function ownBehind(
  db: Database,
  actor: Actor,
  { site, key }: { readonly site: string; readonly key: string },
): Promise<Result<{ behind: BehindPayload | null }>> {
  const { person } = actor;
  if (person === null) return { ok: true, behind: null };
  const mine = await db
    .selectFrom('person_site')
    .select('site_id')
    .where('person_id', '=', person)
    .where('site_id', '=', site)
    .executeTakeFirst();
  return { ok: true, behind: mine ? await behindAt(db, site, person, key, true) : null };
}

/** What a figure counts, with the roles by name. */
export interface BehindPayload extends Behind {
  readonly roles: Readonly<Record<string, string>>;
}

async function behindAt(
  db: Database,
  site: string,
  person: string,
  key: string,
  isTold: boolean,
): Promise<BehindPayload | null> {
  const line = (await listSites(db)).find(({ id }) => id === site);
  if (!line) return null;
  const today = parseDate(nowAt(line.timeZone).date)!;
  const week = startOfWeek(today, line.weekStart);
  const found = await inWorker(db, 'fairnessBehind', { site, week, today, isTold, person, key });
  if (!found) return null;
  const ids = [...new Set(found.own.flatMap(({ role }) => role ?? []))];
  const rows =
    ids.length === 0
      ? []
      : await db.selectFrom('role').select(['id', 'name']).where('id', 'in', ids).execute();
  return { ...found, roles: Object.fromEntries(rows.map(({ id, name }) => [id, name])) };
}

async function ownAt(
  db: Database,
  { id, timeZone, weekStart }: SiteSummary,
  person: string,
  isTold: boolean,
): Promise<OwnFairness | null> {
  const today = parseDate(nowAt(timeZone).date)!;
  const { people, ...window } = await siteFairness(db, id, startOfWeek(today, weekStart), today, isTold);
  const own = people.find((one) => one.person === person);
  return own ? { ...window, own } : null;
}

function siteFairness(db: Database, site: string, week: Day, today: Day, isTold = false): Promise<Fairness> {
  const key = `${site} ${today} ${isTold}`;
  return FAIRNESS.get(db, key, () => inWorker(db, 'fairness', { site, week, today, isTold }));
}
