import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { parseDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { CREW_DAYS, jobsAt } from '@/server/jobs/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { CrewDaysScreen } from '@/ui/jobs/crew-days-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Jobs' };

/** The days of a site's crews with their visits, and the jobs that wait: a week from the one of `from` on, or as many days as are asked for. */
export default page(
  {
    permission: 'plan.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site }, search: { from, days } }) => {
    const shown = CREW_DAYS.find((count) => String(count) === days) ?? 7;
    const first = typeof from === 'string' ? parseDate(from) : null;
    const found = await jobsAt(db, actor, site, { from: first, days: shown });
    if (!found.ok) notFound();
    return <CrewDaysScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
  },
);
