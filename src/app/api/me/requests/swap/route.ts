import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { lookAtSwap } from '@/server/requests/combine';

/** Ids with commas between them. */
const IDS = Joi.string()
  .max(800)
  .custom((text: string, helpers) => {
    const ids = text.split(',');
    const isFine = ids.length <= 8 && ids.every((id) => ID.validate(id).error === undefined);
    return isFine ? ids : helpers.error('any.invalid');
  })
  .required();

/** What a swap of one or several shifts each way would mean. */
export const GET = route(
  {
    name: 'GET swap',
    permission: 'self',
    query: Joi.object<{ site: string; mine: string[]; theirs: string[] }>({
      site: ID.required(),
      mine: IDS,
      theirs: IDS,
    }),
  },
  ({ db, actor, query: { site, mine, theirs } }) => lookAtSwap(db, actor, site, mine, theirs),
);
