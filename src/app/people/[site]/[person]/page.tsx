import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { personPage } from '@/server/people/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { PersonScreen } from '@/ui/people/person-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Person' };

const PARAMS = Joi.object<{ site: string; person: string }>({ site: ID.required(), person: ID.required() });

export default page(
  { permission: 'people.read', scope: 'somewhere', params: PARAMS },
  async ({ db, actor, params: { site, person }, search }) => {
    const found = await personPage(db, actor, person);
    if (!found.ok) notFound();
    const header = await headerOfBusiness(db, actor);
    return (
      <PersonScreen
        key={found.page.id}
        header={header}
        site={site === 'all' ? null : site}
        page={found.page}
        first={search.part === 'availability' ? 'availability' : 'about'}
      />
    );
  },
);
