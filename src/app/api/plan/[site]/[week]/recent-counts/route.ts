import Joi from 'joi';
import type { Day } from '@/core/time/day';
import { route } from '@/server/access/route';
import { DATE } from '@/server/input';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { recentCountsOf } from '@/server/week/queries';

/** How many shifts like one that starts at `from` on `date` each person had lately, and how many would have been their share. */
export const GET = route(
  {
    name: 'GET lately',
    permission: 'plan.read',
    params: PLAN_ADDRESS,
    query: Joi.object<{ date: Day; from: number }>({
      date: DATE.required(),
      from: Joi.number().integer().min(0).max(1439).required(),
    }),
    scope: atSite,
  },
  async ({ db, actor, params: { site }, query: { date, from } }) => {
    const found = await recentCountsOf(db, actor, site, date, from);
    return found.ok ? Response.json({ counts: found.counts, shares: found.shares }) : found;
  },
);
