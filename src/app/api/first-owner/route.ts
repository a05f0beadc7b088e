import { publicRoute } from '@/server/access/route';
import { withCookie } from '@/server/accounts/cookie';
import { makeFirstOwner } from '@/server/accounts/first-owner';
import { FIRST_OWNER } from '@/server/accounts/schema';

/** Makes the first account of an installation, for whoever has the code of the terminal. */
export const POST = publicRoute(
  { name: 'POST first-owner', body: { json: FIRST_OWNER } },
  async ({ db, input, visitor }) => withCookie(await makeFirstOwner(db, input, visitor)),
);
