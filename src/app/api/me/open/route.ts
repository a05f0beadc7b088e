import { route } from '@/server/access/route';
import { openShiftsFor } from '@/server/staff/open-shifts';
import { tagged } from '@/server/staff/revision';

/** The open shifts that who asks could work. */
export const GET = route({ name: 'GET open shifts', permission: 'self' }, ({ db, actor, request }) =>
  tagged(db, actor, request, 'open', () => openShiftsFor(db, actor)),
);
