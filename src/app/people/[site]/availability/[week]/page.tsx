import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { PLAN_ADDRESS } from '@/server/plan/schema';
import { planOfWeek } from '@/server/plan/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { SupplyScreen } from '@/ui/people/supply-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Availability' };

export default page(
  { permission: 'people.read', params: PLAN_ADDRESS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, week } }) => {
    const found = await planOfWeek(db, actor, site, week);
    if (!found.ok) notFound();
    const header = await headerOfBusiness(db, actor);
    return <SupplyScreen key={found.payload.plan.from} header={header} payload={found.payload} />;
  },
);
