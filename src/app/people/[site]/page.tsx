import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { peopleTable } from '@/server/people/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { PeopleScreen } from '@/ui/people/people-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People' };

export default page(
  {
    permission: 'people.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => (site === 'all' ? 'somewhere' : { sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const header = await headerOfBusiness(db, actor);
    if (site !== 'all' && !header.sites.some((one) => one.id === site)) notFound();
    const found = await peopleTable(db, actor);
    if (!found.ok) notFound();
    return <PeopleScreen header={header} site={site === 'all' ? null : site} table={found.table} />;
  },
);
