import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { parseDate, startOfWeek, formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { PLAN_ADDRESS } from '@/server/plan/schema';
import { headerOfBusiness } from '@/server/site/queries';
import { recurringOf } from '@/server/week/queries';
import { StartScreen } from '@/ui/start-week/start-week-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Start a week' };

export default page(
  { permission: 'plan.change', params: PLAN_ADDRESS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, week }, search }) => {
    const found = await recurringOf(db, actor, site);
    if (!found.ok) notFound();
    const first = startOfWeek(week, found.recurring.site.weekStart);
    if (first !== week) redirect(`/plan/${encodeURIComponent(site)}/${formatDate(first)}/start`);
    return (
      <StartScreen
        key={`${site} ${first}`}
        header={await headerOfBusiness(db, actor)}
        recurring={found.recurring}
        week={first}
        from={typeof search.from === 'string' ? parseDate(search.from) : null}
      />
    );
  },
);
