import { peopleOf } from '@/core/today/people-of';
import { PRESENCES, type Presence } from '@/core/today/presence';
import { standingText } from '@/core/today/standing-text';
import { formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { lastSeq } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { visibleSites } from '../access/permissions';
import { offAt } from '../site/capabilities';
import { todayAt } from './queries';

/** How many who are missing are named of a site; its own page has all. */
const MOST_NAMED = 8;

/** How a site's day stands: how many people stand how, who is missing or late, and what nobody has. */
export interface SiteToday {
  readonly id: string;
  readonly name: string;
  /** The time there. */
  readonly time: string;
  readonly counts: Readonly<Partial<Record<Presence, number>>>;
  readonly short: readonly { readonly id: string; readonly name: string; readonly said: string }[];
  /** Open shifts of the day that are not over. */
  readonly open: number;
  /** Call rounds under way. */
  readonly calls: number;
}

/** The day of every site at which who asks may see it, in the order of the business. */
export async function todayOfAll(
  db: Database,
  actor: Actor,
): Promise<{ readonly asOf: number; readonly sites: readonly SiteToday[] }> {
  const asOf = await lastSeq(db);
  const sites: SiteToday[] = [];
  for (const { id } of visibleSites(actor, await listSites(db), 'clock.read')) {
    if ((await offAt(db, id)).has('clock')) continue;
    const found = await todayAt(db, actor, id);
    if (!found.ok) continue;
    const { page } = found;
    const clock = zoneClock(page.timeZone, page.date - 2, page.date + 2);
    const all = peopleOf(page, clock, page.now);
    const counts: Partial<Record<Presence, number>> = {};
    for (const presence of PRESENCES) {
      const count = all.filter(({ standing }) => standing.presence === presence).length;
      if (count > 0) counts[presence] = count;
    }
    sites.push({
      ...{ id, name: page.siteName, time: formatTime(clock.wall(page.now), page.hourFormat), counts },
      short: all
        .filter(({ standing }) => standing.presence === 'missing' || standing.presence === 'late')
        .slice(0, MOST_NAMED)
        .map(({ of, standing }) => ({
          ...{ id: of.id, name: of.name },
          said: standingText(standing, clock, page.hourFormat),
        })),
      open: page.open.filter(({ end }) => end > page.now).length,
      calls: page.calls.filter(({ state }) => state === 'going').length,
    });
  }
  return { asOf, sites };
}
