import { randomUUID } from 'node:crypto';
import { lateShifts } from '@/core/publish/late';
import { type PublishChange, newsByPerson } from '@/core/publish/publish-changes';
import type { Database } from '@/data/database';
import {
  type StoredPublication,
  loadPublishedRows,
  publicationRow,
  publishedRow,
} from '@/data/publish/publication-store';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { newsRow } from '@/data/staff/news-store';
import { timestamp } from '../now';
import type { CommandEffect, Context } from '../commands/command';
import { enqueueNews } from '../outbox/enqueue';

/** What is published by a command. */
interface Publishing {
  readonly title: string;
  readonly publication: Omit<StoredPublication, 'id' | 'at' | 'actor'>;
  /** Who agreed to it, or asked for it: nobody asks them for a yes, however late it comes. */
  readonly agreed?: ReadonlySet<string>;
}

/**
 * The rows of a publication: what staff see from now on, and what they are told. For `Publish` itself and for every
 * decision that publishes just what it decides. It cannot be undone, as people are told.
 */
export async function publicationEffect(
  { db, actor, today }: Context,
  site: string,
  { title, publication, agreed = new Set() }: Publishing,
): Promise<CommandEffect> {
  const { changes } = publication;
  const ids = changes.flatMap(({ before }) => (before ? [before.id] : []));
  const stored: StoredPublication = { ...publication, id: randomUUID(), at: timestamp(), actor: actor.id };
  const late = lateShifts(changes, today, await noticeOf(db, site));
  const news = newsOf(site, stored, (id, person) => late.has(id) && !agreed.has(person));
  return {
    title,
    rows: [
      ...rowChanges(
        'published_shift',
        await loadPublishedRows(db, site, ids),
        changes.flatMap(({ after }) => (after ? [publishedRow(site, after)] : [])),
      ),
      ...rowChanges('publication', [], [publicationRow(site, stored)]),
      ...rowChanges('news', [], news),
    ],
    subjects: [{ kind: 'site', id: site }],
    sites: [site],
    weeks: [],
    isFinal: true,
    onCommitted: (trx) => enqueueNews(trx, news),
    answer: stored.id,
  };
}

/** The days of some changes, on either side; `to` not included. Throws where there are no changes. */
export function daysOf(changes: readonly PublishChange[]): { readonly from: number; readonly to: number } {
  const dates = changes.flatMap(({ before, after }) =>
    [before, after].flatMap((shift) => (shift ? [shift.date] : [])),
  );
  if (dates.length === 0) throw new Error('no changes, so no days');
  return { from: Math.min(...dates), to: Math.max(...dates) + 1 };
}

/** What each person is told by a publication: what is new, different or gone for them, and nothing of others. */
function newsOf(
  site: string,
  publication: StoredPublication,
  isLate: (shift: string, person: string) => boolean,
): RowOf<'news'>[] {
  return [...newsByPerson(publication.changes)].flatMap(([person, items]) => {
    if (person === null) return [];
    const told = items.map((item) => ({ ...item, isLate: isLate((item.after ?? item.before)!.id, person) }));
    const { id, at, kind, message } = publication;
    return newsRow({ id: randomUUID(), publication: id, person, site, at, kind, message, items: told });
  });
}

async function noticeOf(db: Database, site: string): Promise<number> {
  const [row] = await loadRows(db, 'site', { id: site });
  return row?.notice_days ?? 0;
}
