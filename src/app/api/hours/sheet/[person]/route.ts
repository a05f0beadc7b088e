import Joi from 'joi';
import type { Day } from '@/core/time/day';
import { route } from '@/server/access/route';
import { sheetPage } from '@/server/hours/queries';
import { DATE, ID } from '@/server/input';

/** One person's hours in the period of a date: one's own, or of who one may see. The query says who that is. */
export const GET = route(
  {
    name: 'GET hours of a person',
    permission: 'self',
    params: Joi.object<{ person: string }>({ person: ID.required() }).required(),
    query: Joi.object<{ on?: Day }>({ on: DATE }),
  },
  ({ db, actor, params: { person }, query: { on } }) => sheetPage(db, actor, person, on ?? null),
);
