import { newsStamp } from '@/core/jobs/visit-news';
import { untoldVisits } from './visit-publish';
import type { Result } from '@/core/plan/problem';
import { toPortable } from '@/core/plan/portable';
import { type Day, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadRows, loadRowsOf } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { checkAccess } from '../access/permissions';
import { fieldSite } from './ground';
import type { JobsPage } from './payload';

/** How many days of crews are shown at once. */
export const CREW_DAYS = [1, 3, 7, 14] as const;

/** The days of a site's crews from the week of a date on (null: today's), for who may see its plan. */
export async function jobsAt(
  db: Database,
  actor: Actor,
  site: string,
  { from, days }: { readonly from: Day | null; readonly days: number },
): Promise<Result<{ page: JobsPage }>> {
  const found = await fieldSite(db, actor, site);
  if (!found.ok) return found;
  const { asOf, line, today } = found.at;
  const asked = from ?? today;
  const first = days >= 7 ? startOfWeek(asked, line.weekStart) : asked;
  const { plan } = (await planFor(db, actor, site, first, days))!;
  const crews = await loadRows(db, 'crew', { site_id: site });
  const rounds = await loadRows(db, 'job_round', { site_id: site });
  const jobs = await loadRowsOf(
    db,
    'job',
    'id',
    plan.work!.jobs.map(({ id }) => id),
  );
  const untold = await untoldVisits(db, site, { from: first, to: first + days });
  const retired = [
    ...(await loadRows(db, 'service', { site_id: site, is_retired: 1 })),
    ...(await loadRows(db, 'place', { site_id: site, is_retired: 1 })),
  ];
  const notes = jobs.filter(({ note }) => note !== '');
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: line.name, hourFormat: line.hourFormat, today },
      plan: toPortable({ ...plan, work: { ...plan.work!, today } }),
      inks: Object.fromEntries(crews.map(({ id, ink }) => [id, ink])),
      retired: retired.map(({ id }) => id),
      rounds: rounds.map(({ id, name }) => ({ id, name })),
      notes: Object.fromEntries(notes.map(({ id, note }) => [id, note])),
      untold: { news: untold, stamp: newsStamp(untold) },
      canChange: checkAccess(actor, 'plan.change', site) === null,
      canPublish: checkAccess(actor, 'plan.publish', site) === null,
    },
  };
}
