import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { sayHere } from '@/server/live/presence';

interface Said {
  readonly tab: string;
  readonly site: string;
  readonly week: string | null;
}

/** Says which week a tab has open. */
export const POST = route(
  {
    name: 'POST here',
    permission: 'plan.read',
    body: {
      json: Joi.object<Said>({
        tab: ID.required(),
        site: ID.required(),
        week: Joi.string()
          .pattern(/^\d{4}-\d{2}-\d{2}$/, 'a date')
          .allow(null)
          .required(),
      }).required(),
    },
    scope: ({ input }) => ({ sites: [input.site] }),
  },
  async ({ db, actor, input }) => {
    await sayHere(db, actor, input);
    return { ok: true };
  },
);
