import { route } from '@/server/access/route';
import { ownCalendar } from '@/server/calendar/feeds';

/** One's own calendar as a file. */
export const GET = route({ name: 'GET calendar', permission: 'self' }, ({ db, actor }) =>
  ownCalendar(db, actor),
);
