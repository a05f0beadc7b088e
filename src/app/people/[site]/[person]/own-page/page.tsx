import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { headerOfBusiness } from '@/server/site/queries';
import { pageOfPerson } from '@/server/staff/own-page';
import { PageOf } from '@/ui/staff/page-of';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'As they see it' };

const PARAMS = Joi.object<{ site: string; person: string }>({ site: ID.required(), person: ID.required() });

export default page(
  { permission: 'people.read', scope: 'somewhere', params: PARAMS },
  async ({ db, actor, params: { site, person } }) => {
    const found = await pageOfPerson(db, actor, person);
    if (!found.ok) notFound();
    return (
      <PageOf
        header={await headerOfBusiness(db, actor)}
        page={found.page}
        site={site === 'all' ? null : site}
        back={`/people/${encodeURIComponent(site)}/${encodeURIComponent(person)}`}
      />
    );
  },
);
