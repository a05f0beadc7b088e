import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { parseDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { hoursAt } from '@/server/hours/queries';
import { ID } from '@/server/input';
import { headerOfBusiness } from '@/server/site/queries';
import { HoursScreen } from '@/ui/hours/hours-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Hours' };

/** What everybody at home at a site worked in a period of pay: of today, or of the date behind `on`. Managers see whom they manage. */
export default page(
  {
    // Whoever manages somebody sees theirs here, so the query says who may.
    permission: 'self',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
  },
  async ({ db, actor, params: { site }, search: { on } }) => {
    const found = await hoursAt(db, actor, site, typeof on === 'string' ? parseDate(on) : null);
    if (!found.ok) notFound();
    return <HoursScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
  },
);
