import Joi from 'joi';
import { fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { route } from '@/server/access/route';
import { sheetPage } from '@/server/hours/queries';
import { DATE } from '@/server/input';

/** One's own hours in the period of a date, else in this one. */
export const GET = route(
  { name: 'GET own hours', permission: 'self', query: Joi.object<{ on?: Day }>({ on: DATE }) },
  async ({ db, actor, query: { on } }) =>
    actor.person === null
      ? fail('forbidden', 'this account belongs to nobody who works here')
      : sheetPage(db, actor, actor.person, on ?? null),
);
