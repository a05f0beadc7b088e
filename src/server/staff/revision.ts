import { createHash } from 'node:crypto';
import type { Result } from '@/core/plan/problem';
import { parseDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { Unchanged } from '@/data/unchanged';
import { amongTexts } from '@/data/records/lines';
import type { Actor } from '../access/actor';
import { now, nowAt } from '../now';

/** Answers that were made last, by who and what was asked; each with the state of the data it was made from. */
const MADE = new Map<string, { readonly tag: string; readonly text: string }>();
const MOST = 2000;

/**
 * Answers a question of staff about what they see, as JSON under a tag that stays the same until something of it
 * changes. Whoever has the answer already is told so, and neither that nor an answer that was made before reads more
 * than a few numbers. `key`: what is asked, by its name and values; `make` may read only what a revision stands for.
 */
export async function tagged(
  db: Database,
  actor: Actor,
  request: Request,
  key: string,
  make: () => Promise<Result<object>>,
): Promise<Response | { readonly ok: boolean }> {
  const tag = await tagOf(db, actor, key);
  if (request.headers.get('if-none-match') === tag)
    return new Response(null, { status: 304, headers: { etag: tag } });
  const whose = `${actor.id} ${key}`;
  const known = MADE.get(whose);
  let text = known?.tag === tag ? known.text : null;
  if (text === null) {
    const made = await make();
    if (!made.ok) return made;
    text = JSON.stringify(made);
    MADE.delete(whose);
    MADE.set(whose, { tag, text });
    if (MADE.size > MOST) MADE.delete(MADE.keys().next().value!);
  }
  return new Response(text, { headers: { 'content-type': 'application/json', etag: tag } });
}

/** Tags as long as nothing at all is written; by minute, as the day changes by the clock. */
const TAGS = new Unchanged<string>(MOST);

function tagOf(db: Database, actor: Actor, key: string): Promise<string> {
  const whose = `${actor.id} ${actor.session} ${key} ${Math.floor(now() / 60_000)}`;
  return TAGS.get(db, whose, () => readTag(db, actor, key));
}

/** Names the state of everything that somebody sees as staff: their own, their sites', what day it is there, and what of theirs is over. */
async function readTag(db: Database, { id, name, person, grants }: Actor, key: string): Promise<string> {
  const sites = [...new Set(grants.flatMap(({ site }) => site ?? []))].sort();
  const rows = await db
    .selectFrom('staff_revision')
    .select(['subject', 'revision'])
    .where('subject', 'in', amongTexts([`person:${person}`, ...sites.map((site) => `site:${site}`)]))
    .execute();
  const revisions = rows.map(({ subject, revision }) => `${subject} ${revision}`).sort();
  // The day begins at the first of the places where it does: at most one time zone is asked for in most businesses.
  const moment = [await daysAt(db), await overOf(db, person)];
  const state = JSON.stringify([id, name, person, grants, key, revisions, moment]);
  return `"${createHash('sha256').update(state).digest('base64url').slice(0, 24)}"`;
}

/** How many of somebody's latest shifts are over by now: the next one is another then. */
async function overOf(db: Database, person: string | null): Promise<number> {
  if (person === null) return 0;
  const day = 24 * 3600_000;
  const rows = await db
    .selectFrom('published_shift')
    .innerJoin('site', 'site.id', 'published_shift.site_id')
    .select(['date', 'to_minute', 'time_zone'])
    .where('person_id', '=', person)
    .where('date', '>=', new Date(now() - 2 * day).toISOString().slice(0, 10))
    .where('date', '<=', new Date(now() + day).toISOString().slice(0, 10))
    .execute();
  return rows.filter(({ date, to_minute: to, time_zone: zone }) => {
    const { date: today, minute } = nowAt(zone);
    return parseDate(date)! * DAY + to <= parseDate(today)! * DAY + minute;
  }).length;
}

/** The date in each time zone that a site lies in. */
async function daysAt(db: Database): Promise<string[]> {
  const rows = await db.selectFrom('site').select('time_zone').distinct().execute();
  return rows.map((row) => nowAt(row.time_zone).date);
}
