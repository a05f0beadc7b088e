import type { Metadata } from 'next';
import { startOfWeek } from '@/core/time/day';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { PLAN_ADDRESS } from '@/server/plan/schema';
import { headerOfBusiness } from '@/server/site/queries';
import { readableSite } from '@/server/site/readable';
import { ShiftImportScreen } from '@/ui/plan/import/shift-import-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Import shifts' };

export default page(
  { permission: 'plan.change', params: PLAN_ADDRESS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, week } }) => {
    const found = await readableSite(db, actor, site);
    if (!found.ok) notFound();
    return (
      <ShiftImportScreen
        header={await headerOfBusiness(db, actor)}
        site={site}
        week={startOfWeek(week, found.line.weekStart)}
      />
    );
  },
);
