import Joi from 'joi';
import { publicRoute } from '@/server/access/route';
import { withCookie } from '@/server/accounts/cookie';
import { signInToDemo } from '@/server/accounts/demo';
import { ID } from '@/server/input';

/** Signs in to the demo, which has no secrets; any other data file refuses it. */
export const POST = publicRoute(
  {
    name: 'POST sign-in demo',
    body: { json: Joi.object<{ account: string }>({ account: ID.required() }).required() },
  },
  async ({ db, input, visitor }) => withCookie(await signInToDemo(db, input.account, visitor)),
);
