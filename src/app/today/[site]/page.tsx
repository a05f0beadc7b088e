import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { headerOfBusiness } from '@/server/site/queries';
import { todayAt } from '@/server/today/queries';
import { TodayScreen } from '@/ui/today/today-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Today' };

/** Who should be at a site today, and who is. */
export default page(
  {
    permission: 'clock.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await todayAt(db, actor, site);
    if (!found.ok) notFound();
    const page = { ...found.page, people: JSON.stringify(found.page.people) };
    return <TodayScreen header={await headerOfBusiness(db, actor)} page={page} />;
  },
);
