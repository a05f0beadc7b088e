import { crewSizeOn, isMemberOn } from '@/core/jobs/crew-hours';
import type { Crew, Visit } from '@/core/jobs/types';
import { type NewsCount, type VisitNews, newsCounts, newsStamp, visitNews } from '@/core/jobs/visit-news';
import { fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import type { Database } from '@/data/database';
import { visitFromRow, visitToRow } from '@/data/jobs/field-store';
import { loadVisitSides } from '@/data/jobs/published-visits';
import { type NewRow, type RowOf, rowChanges } from '@/data/records/records';
import { publicAddress } from '../access/origin';
import { command } from '../commands/command';
import { timestamp } from '../now';
import { type Telling, enqueueTellings } from '../outbox/enqueue';
import { fieldAt } from './ground';
import { PUBLISH_VISITS, type VisitsPublish } from './schema';

/** The most days that are published at once. */
const MOST_DAYS = 62;

/** What crews were not told of yet in some days, `to` not included. */
export async function untoldVisits(
  db: Database,
  site: string,
  days: { readonly from: Day; readonly to: Day },
): Promise<VisitNews[]> {
  const { visits, published } = await loadVisitSides(db, site, days.from, days.to);
  return visitNews(visits, published.map(visitFromRow), days);
}

/** Tells crews of their visits in some days: exactly what was looked at, or nothing. They are told, so it cannot be undone. */
export const publishVisits = command<'visits.publish', VisitsPublish>({
  kind: 'visits.publish',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: PUBLISH_VISITS,
  async prepare({ db }, { site, from, to, stamp }) {
    if (to - from > MOST_DAYS)
      return fail('input', `at most ${MOST_DAYS} days are published at once`, 'input.to');
    const found = await fieldAt(db, site, [from, to - 1]);
    if (!found.ok) return found;
    const { work } = found.ground;
    const { visits, published } = await loadVisitSides(db, site, from, to);
    const news = visitNews(visits, published.map(visitFromRow), { from, to });
    if (news.length === 0) return fail('nothing', 'crews know all of this already', 'input');
    if (newsStamp(news) !== stamp)
      return fail('changed-meanwhile', 'the visits were changed since you looked at them', 'input.stamp');
    const ids = new Set(news.map(({ before, after }) => (before ?? after)!.id));
    const days = formatDays(from, to - from);
    return {
      ok: true,
      work: {
        title: `Published ${counted(news.length, 'visit')} of ${days}`,
        rows: rowChanges(
          'published_visit',
          published.filter(({ id }) => ids.has(id)),
          news.flatMap(({ after }) => (after ? [toldRow(site, after, published)] : [])),
        ),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [], isFinal: true },
        onCommitted: (trx) => enqueueTellings(trx, tellings(site, work.crews, news, days)),
      },
    };
  },
});

/** The row of a visit that a crew is told of now. */
function toldRow(
  site: string,
  visit: Visit,
  published: readonly RowOf<'published_visit'>[],
): NewRow<'published_visit'> {
  const before = published.find(({ id }) => id === visit.id);
  const times_told = before ? (before.times_told ?? 0) + 1 : 0;
  return { ...visitToRow(site, visit), times_told, told_at: timestamp() } as NewRow<'published_visit'>;
}

/** Whom the visits of a crew on a date concern. */
function whose(crews: readonly Crew[], id: string, date: Day): string[] {
  const crew = crews.find((one) => one.id === id);
  if (!crew || crewSizeOn(crew, date) === 0) return [];
  return crew.members.filter((member) => isMemberOn(member, date)).map(({ person }) => person);
}

function tellings(site: string, crews: readonly Crew[], news: readonly VisitNews[], days: string): Telling[] {
  const counts = newsCounts(news);
  const byPerson = new Map<string, Set<string>>();
  for (const visit of news.flatMap(({ before, after }) => [before, after]).filter((one) => one !== null)) {
    const people = visit.crew === null ? [visit.person!] : whose(crews, visit.crew, visit.date);
    for (const person of people) {
      const rows = byPerson.get(person) ?? new Set<string>();
      byPerson.set(person, rows.add((visit.crew ?? visit.person)!));
    }
  }
  return [...byPerson].map(([person, rows]) => {
    const all = [...rows].map((id) => counts.get(id)!);
    const sum = (part: keyof NewsCount) => all.reduce((total, count) => total + count[part], 0);
    const parts = [
      sum('added') > 0 ? `${sum('added')} new` : null,
      sum('changed') > 0 ? `${sum('changed')} changed` : null,
      sum('gone') > 0 ? `${sum('gone')} taken away` : null,
    ].filter(Boolean);
    const line = `Your jobs of ${days}: ${parts.join(', ')}.`;
    return { person, site, subject: line, line, body: `${line}\n\n${publicAddress()}/me/jobs` };
  });
}
