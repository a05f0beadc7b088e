import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { hoursReport } from '@/server/hours/report';
import { reportAskOf } from '@/server/hours/report-ask';
import { ID } from '@/server/input';
import { headerOfBusiness } from '@/server/site/queries';
import { ReportScreen } from '@/ui/hours/report-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Report of hours' };

/** What was worked at a site against what was planned, grouped as the address says. */
export default page(
  {
    permission: 'hours.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site }, search }) => {
    const ask = await reportAskOf(db, site, search);
    const found = await hoursReport(db, actor, ask);
    if (!found.ok && found.problem.code !== 'input') notFound();
    const header = await headerOfBusiness(db, actor);
    return found.ok ? (
      <ReportScreen header={header} ask={ask} page={found.page} />
    ) : (
      <ReportScreen header={header} ask={ask} page={null} trouble={found.problem.message} />
    );
  },
);
