import Joi from 'joi';
import { notFound } from 'next/navigation';
import { type Day, formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID } from '@/server/input';
import type { PlanPayload } from '@/server/plan/payload';
import { planOfWeek } from '@/server/plan/queries';

const PARAMS = Joi.object<{ site: string; date: Day }>({ site: ID.required(), date: DATE.required() });

/** A page that draws the week of a date for the wall; `back` leads to that week. */
export function planPage(draw: (payload: PlanPayload, date: Day, back: string) => React.ReactNode) {
  return page(
    { permission: 'plan.read', params: PARAMS, scope: ({ site }) => ({ sites: [site] }) },
    async ({ db, actor, params: { site, date } }) => {
      const found = await planOfWeek(db, actor, site, date);
      if (!found.ok) notFound();
      const { payload } = found;
      return draw(payload, date, `/plan/${encodeURIComponent(site)}/${formatDate(payload.plan.from)}`);
    },
  );
}
