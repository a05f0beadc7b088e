import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { customersAt } from '@/server/jobs/customers-page';
import { headerOfBusiness } from '@/server/site/queries';
import { CustomersScreen } from '@/ui/jobs/customers-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Customers' };

/** The customers of a site. */
export default page(
  {
    permission: 'plan.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await customersAt(db, actor, site);
    if (!found.ok) notFound();
    return <CustomersScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
  },
);
