import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { roundsAt } from '@/server/jobs/rounds-page';
import { headerOfBusiness } from '@/server/site/queries';
import { RoundsScreen } from '@/ui/jobs/rounds-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Rounds' };

/** The rounds of a site. */
export default page(
  {
    permission: 'plan.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await roundsAt(db, actor, site);
    if (!found.ok) notFound();
    return <RoundsScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
  },
);
