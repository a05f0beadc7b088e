import { publicRoute } from '@/server/access/route';
import { withCookie } from '@/server/accounts/cookie';
import { join } from '@/server/accounts/invitations';
import { JOIN } from '@/server/accounts/schema';

/** Uses an invitation, or a code for a new password. */
export const POST = publicRoute({ name: 'POST join', body: { json: JOIN } }, async ({ db, input, visitor }) =>
  withCookie(await join(db, input, visitor)),
);
