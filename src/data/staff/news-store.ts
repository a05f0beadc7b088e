import { sql } from 'kysely';
import type { NewsItem } from '@/core/publish/late';
import type { Database } from '../database';
import type { RowOf } from '../records/records';

/** What one person was told at once. */
export interface StoredNews {
  readonly id: string;
  readonly person: string;
  readonly site: string;
  readonly publication: string;
  /** UTC. */
  readonly at: string;
  readonly kind: 'publish' | 'withdraw';
  readonly message: string;
  readonly items: readonly NewsItem[];
  readonly isLate: boolean;
  readonly seenAt: string | null;
  readonly answer: 'yes' | 'no' | null;
  readonly answeredAt: string | null;
  readonly decision: 'keep' | 'give back' | null;
}

/** The latest news of a person, the last first. */
export async function loadNews(db: Database, person: string, most: number): Promise<StoredNews[]> {
  const rows = await db
    .selectFrom('news')
    .selectAll()
    .where('person_id', '=', person)
    // In the order in which it was told: two may have the same time.
    .orderBy(sql`rowid`, 'desc')
    .limit(most)
    .execute();
  return rows.map(newsFromRow);
}

/** What everybody was told by some publications. */
export async function newsOfPublications(db: Database, ids: readonly string[]): Promise<StoredNews[]> {
  if (ids.length === 0) return [];
  const rows = await db.selectFrom('news').selectAll().where('publication_id', 'in', ids).execute();
  return rows.map(newsFromRow);
}

/** News as it is read, of a row as it is stored. */
export function newsFromRow(row: RowOf<'news'>): StoredNews {
  return {
    id: row.id,
    person: row.person_id,
    site: row.site_id,
    publication: row.publication_id,
    at: row.at,
    kind: row.kind === 'withdraw' ? 'withdraw' : 'publish',
    message: row.message,
    items: JSON.parse(row.content) as NewsItem[],
    isLate: row.is_late === 1,
    seenAt: row.seen_at,
    answer: row.answer as StoredNews['answer'],
    answeredAt: row.answered_at,
    decision: row.decision as StoredNews['decision'],
  };
}

/** The row of news that nobody has seen yet. */
export function newsRow(
  news: Pick<StoredNews, 'id' | 'person' | 'site' | 'publication' | 'at' | 'kind' | 'message' | 'items'>,
): RowOf<'news'> {
  return {
    id: news.id,
    person_id: news.person,
    site_id: news.site,
    publication_id: news.publication,
    at: news.at,
    kind: news.kind,
    message: news.message,
    content: JSON.stringify(news.items),
    is_late: news.items.some(({ isLate }) => isLate) ? 1 : 0,
    seen_at: null,
    answer: null,
    answered_at: null,
    decision: null,
    decided_by: null,
    decided_at: null,
    reminded_at: null,
  };
}
