import { stampOf } from '@/core/publish/publish-changes';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { OWNER } from '../access/testing';
import type { PublishRequest } from './payload';
import { publishPage } from './queries';

/** What publishes all of a week as it stands, every stop acknowledged. Throws where there is no such week. */
export async function wholeWeek(
  db: Database,
  site: string,
  week: Day,
  message = '',
): Promise<PublishRequest> {
  const found = await publishPage(db, OWNER, site, week, 1);
  if (!found.ok) throw new Error(found.problem.message);
  const { from, to, changes, stops } = found.page;
  const acknowledged = stops.map(({ key }) => key);
  return { site, from, to, people: null, message, stamp: stampOf(changes), acknowledged };
}
