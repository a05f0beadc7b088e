import { publicRoute } from '@/server/access/route';
import { withCookie } from '@/server/accounts/cookie';
import { SIGN_IN } from '@/server/accounts/schema';
import { signIn } from '@/server/accounts/sign-in';

/** Signs in with a password. */
export const POST = publicRoute(
  { name: 'POST sign-in', body: { json: SIGN_IN } },
  async ({ db, input, visitor }) => withCookie(await signIn(db, input, visitor)),
);
