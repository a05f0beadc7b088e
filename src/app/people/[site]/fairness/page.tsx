import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { fairnessAt } from '@/server/fairness/queries';
import { ID } from '@/server/input';
import { headerOfBusiness } from '@/server/site/queries';
import { FairnessScreen } from '@/ui/fairness/fairness-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Fairness' };

export default page(
  {
    permission: 'people.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await fairnessAt(db, actor, site);
    if (!found.ok) notFound();
    const header = await headerOfBusiness(db, actor);
    return <FairnessScreen header={header} site={site} fairness={found.fairness} />;
  },
);
