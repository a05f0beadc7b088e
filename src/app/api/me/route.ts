import { route } from '@/server/access/route';
import { ownPage } from '@/server/staff/own-page';
import { tagged } from '@/server/staff/revision';

/** One's own shifts and what belongs to them, under a tag that says when it is still true. */
export const GET = route({ name: 'GET me', permission: 'self' }, ({ db, actor, request }) =>
  tagged(db, actor, request, 'own', () => ownPage(db, actor)),
);
