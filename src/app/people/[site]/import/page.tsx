import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { choicesOf } from '@/server/people/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { ImportScreen } from '@/ui/people/import-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Import people' };

export default page(
  {
    permission: 'people.change',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => (site === 'all' ? 'somewhere' : { sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const header = await headerOfBusiness(db, actor);
    if (site !== 'all' && !header.sites.some((one) => one.id === site)) notFound();
    return (
      <ImportScreen
        header={header}
        site={site === 'all' ? null : site}
        choices={await choicesOf(db, actor)}
      />
    );
  },
);
