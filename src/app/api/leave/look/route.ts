import { route } from '@/server/access/route';
import { lookAtLeave } from '@/server/leave/queries';
import { LOOK_AT_LEAVE } from '@/server/leave/schema';

/** What asking for leave would come to, before it is sent. */
export const POST = route(
  { name: 'POST look at leave', permission: 'self', body: { json: LOOK_AT_LEAVE } },
  ({ db, actor, input }) => lookAtLeave(db, actor, input),
);
