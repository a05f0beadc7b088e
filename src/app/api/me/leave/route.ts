import { route } from '@/server/access/route';
import { ownLeave } from '@/server/leave/queries';
import { tagged } from '@/server/staff/revision';

/** What is left of one's own leave, and what became of what was asked for. */
export const GET = route({ name: 'GET own leave', permission: 'self' }, ({ db, actor, request }) =>
  tagged(db, actor, request, 'leave', () => ownLeave(db, actor)),
);
