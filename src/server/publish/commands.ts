import { fail } from '@/core/plan/problem';
import { lateShifts } from '@/core/publish/late';
import { type PublishChange, newsByPerson, publishChanges, stampOf } from '@/core/publish/publish-changes';
import { counted, formatDays } from '@/core/time/format';
import {
  type StoredPublication,
  loadBothSides,
  loadPublishedRows,
  publicationRow,
  publishedRow,
} from '@/data/publish/publication-store';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import type { Database } from '@/data/database';
import { newsRow } from '@/data/staff/news-store';
import { loadPublished } from '@/data/week/shift-store';
import { randomUUID } from 'node:crypto';
import { now } from '../clock';
import { enqueueNews } from '../outbox/enqueue';
import { type Context, command } from '../commands/command';
import type { PublishRequest, WithdrawRequest } from './payload';
import { openStops } from './queries';
import { MOST_DAYS, PUBLISH, WITHDRAW } from './schema';

/** Tells staff of all that is new, different or gone in some days: exactly what was looked at, or nothing. */
export const publishDays = command<'plan.publish', PublishRequest>({
  kind: 'plan.publish',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: PUBLISH,
  async prepare(context, { site, from, to, people, message, stamp, acknowledged }) {
    if (to - from > MOST_DAYS)
      return fail('input', `at most ${MOST_DAYS} days are published at once`, 'input.to');
    const { shifts, published } = await loadBothSides(context.db, site, from, to);
    const scope = { from, to, people: people && new Set(people) };
    const changes = publishChanges(shifts, published, scope);
    if (changes.length === 0) return fail('nothing', 'staff know all of this already', 'input');
    if (stampOf(changes) !== stamp)
      return fail('changed-meanwhile', 'the plan was changed since you looked at it', 'input.stamp');
    const known = new Set(acknowledged);
    const open = (await openStops(context.db, context.actor, site, from, to)).filter(
      ({ key }) => !known.has(key),
    );
    if (open.length > 0)
      return fail('acknowledge', `${counted(open.length, 'stop')} not looked at yet`, 'input.acknowledged');
    const what = counted(changes.length, 'change');
    return effect(context, site, changes, {
      title: `Published ${what} in ${formatDays(from, to - from)}`,
      publication: { kind: 'publish', from, to, isPartial: people !== null, message, changes },
    });
  },
});

/** Takes days back from staff, who are told why. What has begun stays: it was worked. */
export const withdrawDays = command<'plan.withdraw', WithdrawRequest>({
  kind: 'plan.withdraw',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: WITHDRAW,
  async prepare(context, { site, from, to, reason }) {
    if (to - from > MOST_DAYS)
      return fail('input', `at most ${MOST_DAYS} days are withdrawn at once`, 'input.to');
    if (from <= context.today)
      return fail('begun', 'days that have begun cannot be withdrawn; begin with tomorrow', 'input.from');
    const told = await loadPublished(context.db, site, from, to);
    if (told.length === 0) return fail('nothing', 'nothing of these days is published', 'input');
    const changes = told.map((before): PublishChange => ({ before, after: null }));
    return effect(context, site, changes, {
      title: `Withdrew ${counted(told.length, 'shift')} of ${formatDays(from, to - from)}`,
      publication: { kind: 'withdraw', from, to, isPartial: false, message: reason, changes },
    });
  },
});

/** The rows of a publication: what staff see from now on, and what they were told. */
async function effect(
  { db, actor, today }: Context,
  site: string,
  changes: readonly PublishChange[],
  {
    title,
    publication,
  }: { readonly title: string; readonly publication: Omit<StoredPublication, 'id' | 'at' | 'actor'> },
) {
  const ids = changes.flatMap(({ before }) => (before ? [before.id] : []));
  const kept: StoredPublication = {
    ...publication,
    id: randomUUID(),
    at: new Date(now()).toISOString(),
    actor: actor.id,
  };
  const news = newsOf(site, kept, lateShifts(changes, today, await noticeOf(db, site)));
  return {
    ok: true as const,
    work: {
      title,
      rows: [
        ...rowChanges(
          'published_shift',
          await loadPublishedRows(db, site, ids),
          changes.flatMap(({ after }) => (after ? [publishedRow(site, after)] : [])),
        ),
        ...rowChanges('publication', [], [publicationRow(site, kept)]),
        ...rowChanges('news', [], news),
      ],
      subjects: [{ kind: 'site' as const, id: site }],
      sites: [site],
      weeks: [],
      isFinal: true,
      onCommitted: (trx: Database) => enqueueNews(trx, news),
      answer: kept.id,
    },
  };
}

/** What each person is told by a publication: what is new, different or gone for them, and nothing of others. */
function newsOf(site: string, publication: StoredPublication, late: ReadonlySet<string>): RowOf<'news'>[] {
  return [...newsByPerson(publication.changes)].flatMap(([person, items]) => {
    if (person === null) return [];
    const told = items.map((item) => ({ ...item, isLate: late.has((item.after ?? item.before)!.id) }));
    const { id, at, kind, message } = publication;
    return newsRow({ id: randomUUID(), publication: id, person, site, at, kind, message, items: told });
  });
}

async function noticeOf(db: Database, site: string): Promise<number> {
  const [row] = await loadRows(db, 'site', { id: site });
  return row?.notice_days ?? 0;
}
