import Joi from 'joi';
import { route } from '@/server/access/route';
import { sessionCookie } from '@/server/accounts/cookie';
import { endSession } from '@/server/accounts/own';

/** Ends the session that asks. */
export const POST = route(
  { name: 'POST sign-out', permission: 'self', body: { json: Joi.object({}).required() } },
  async ({ db, actor }) => {
    if (actor.session !== null) await endSession(db, actor, actor.session);
    // Nothing that was read stays in the browser's cache either.
    return Response.json(
      { ok: true },
      { headers: { 'set-cookie': sessionCookie('', false), 'clear-site-data': '"cache"' } },
    );
  },
);
