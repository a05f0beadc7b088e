import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound, redirect } from 'next/navigation';
import { type Day, formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID } from '@/server/input';
import { firstPlace, headerOfWeek } from '@/server/plan/queries';
import { PlanScreen } from '@/ui/plan/plan-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Plan' };

const PARAMS = Joi.object<{ site: string; week: Day | 'now' }>({
  site: ID.required(),
  week: Joi.alternatives(Joi.valid('now'), DATE).required(),
});

export default page(
  { permission: 'plan.read', params: PARAMS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, week } }) => {
    if (week === 'now') {
      const place = await firstPlace(db, actor, site);
      if (!place || place.site !== site) notFound();
      redirect(`/plan/${encodeURIComponent(site)}/${formatDate(place.week)}`);
    }
    const found = await headerOfWeek(db, actor, site, week);
    if (!found.ok) notFound();
    const { header } = found;
    const first = formatDate(header.week);
    if (header.week !== week) redirect(`/plan/${encodeURIComponent(site)}/${first}`);
    return (
      <>
        <link
          rel="preload"
          href={`/api/plan/${encodeURIComponent(site)}/${first}`}
          as="fetch"
          crossOrigin="anonymous"
        />
        <PlanScreen key={`${site} ${first}`} header={header} />
      </>
    );
  },
);
