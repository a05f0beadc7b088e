import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { type Day, formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID } from '@/server/input';
import { planOfWeek } from '@/server/plan/queries';
import { WeekSheet } from '@/ui/print/week-sheet';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the week' };

const PARAMS = Joi.object<{ site: string; date: Day }>({ site: ID.required(), date: DATE.required() });

export default page(
  { permission: 'plan.read', params: PARAMS, scope: ({ site }) => ({ sites: [site] }) },
  async ({ db, actor, params: { site, date } }) => {
    const found = await planOfWeek(db, actor, site, date);
    if (!found.ok) notFound();
    const { payload } = found;
    const back = `/plan/${encodeURIComponent(site)}/${formatDate(payload.plan.from)}`;
    return <WeekSheet payload={payload} back={back} />;
  },
);
