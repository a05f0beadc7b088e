import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import type { Day } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID } from '@/server/input';
import { crewSheetsAt } from '@/server/jobs/crew-sheets';
import { CrewSheetsPage } from '@/ui/jobs/crew-sheets';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Day sheets of crews' };

/** What each crew does on a day, a page each, for the van. */
export default page(
  {
    permission: 'plan.read',
    params: Joi.object<{ site: string; date: Day }>({ site: ID.required(), date: DATE.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site, date } }) => {
    const found = await crewSheetsAt(db, actor, site, date);
    if (!found.ok) notFound();
    return <CrewSheetsPage site={site} page={found.page} />;
  },
);
