import { route } from '@/server/access/route';
import { visitorOf } from '@/server/access/visitor';
import { changePassword } from '@/server/accounts/own';
import { NEW_PASSWORD } from '@/server/accounts/schema';

/** Sets another password of who asks. */
export const POST = route(
  { name: 'POST password', permission: 'self', body: { json: NEW_PASSWORD } },
  ({ db, actor, input, request }) => changePassword(db, actor, input, visitorOf(request.headers)),
);
