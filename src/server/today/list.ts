import type { Result } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { formatTimeSpan } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { peopleOf } from '@/core/today/people-of';
import { standingText } from '@/core/today/standing-text';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { todayAt } from './queries';

/** Who should be at a site today and how each stands, as lines of a list, its heads first. */
export async function todayLines(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ lines: string[][]; name: string }>> {
  const found = await todayAt(db, actor, site);
  if (!found.ok) return found;
  const { page } = found;
  const clock = zoneClock(page.timeZone, page.date - 2, page.date + 2);
  const roles = new Map(page.roles.map(({ id, name }) => [id, name]));
  const lines = peopleOf(page, clock, page.now).map(({ of, planned, standing }) => [
    of.name,
    [...new Set(planned.map(({ role }) => roles.get(role ?? '') ?? ''))].join(', '),
    planned
      .map(({ start, end }) => formatTimeSpan(clock.wall(start), clock.wall(end), page.hourFormat))
      .join(', '),
    standingText(standing, clock, page.hourFormat),
    of.phone ?? '',
  ]);
  return {
    ok: true,
    lines: [['Name', 'Role', 'Planned', 'Now', 'Phone'], ...lines],
    name: `Today ${page.siteName} ${formatDate(page.date)}`,
  };
}
