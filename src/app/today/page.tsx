import type { Metadata } from 'next';
import { page } from '@/server/access/page';
import { headerOfBusiness } from '@/server/site/queries';
import { todayOfAll } from '@/server/today/all';
import { AllSitesScreen } from '@/ui/today/all-sites-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Today, all sites' };

/** How the day stands at every site that who asks may see. */
export default page({ permission: 'clock.read', scope: 'somewhere' }, async ({ db, actor }) => (
  <AllSitesScreen header={await headerOfBusiness(db, actor)} {...await todayOfAll(db, actor)} />
));
