import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { moneyAt } from '@/server/jobs/money-page';
import { headerOfBusiness } from '@/server/site/queries';
import { MoneyScreen } from '@/ui/jobs/money-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Money' };

/** Jobs of a site in hours and money. */
export default page(
  {
    permission: 'plan.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await moneyAt(db, actor, site);
    if (!found.ok) notFound();
    return <MoneyScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
  },
);
