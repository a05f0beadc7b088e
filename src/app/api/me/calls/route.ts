import { route } from '@/server/access/route';
import { ownCalls } from '@/server/calls/queries';
import { tagged } from '@/server/staff/revision';

/** What somebody is asked just now: whether they take a shift. */
export const GET = route({ name: 'GET own calls', permission: 'self' }, ({ db, actor, request }) =>
  tagged(db, actor, request, 'calls', async () => ({ ok: true, calls: await ownCalls(db, actor) })),
);
