import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { PLAN_ADDRESS } from '@/server/plan/schema';
import { publishPage } from '@/server/publish/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { PublishScreen } from '@/ui/publish/publish-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Publish' };

export default page(
  { permission: 'plan.publish', params: PLAN_ADDRESS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, week }, search }) => {
    const weeks = /^[1-4]$/.test(String(search.weeks)) ? Number(search.weeks) : 1;
    const found = await publishPage(db, actor, site, week, weeks);
    if (!found.ok) notFound();
    const first = found.page.from;
    if (first !== week) redirect(`/plan/${encodeURIComponent(site)}/${formatDate(first)}/publish`);
    return (
      <PublishScreen
        key={`${site} ${first} ${weeks}`}
        header={await headerOfBusiness(db, actor)}
        page={found.page}
      />
    );
  },
);
