import { route } from '@/server/access/route';
import { ownRequests } from '@/server/requests/queries';
import { tagged } from '@/server/staff/revision';

/** What one asked for and is asked about shifts, and what others give up that one could work. */
export const GET = route({ name: 'GET own requests', permission: 'self' }, ({ db, actor, request }) =>
  tagged(db, actor, request, 'requests', () => ownRequests(db, actor)),
);
