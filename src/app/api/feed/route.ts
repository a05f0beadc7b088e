import { route } from '@/server/access/route';
import { feedAddresses } from '@/server/calendar/feeds';

/** The addresses of the calendars that who asks may have. */
export const GET = route({ name: 'GET feeds', permission: 'self' }, async ({ db, actor }) => ({
  ok: true as const,
  ...(await feedAddresses(db, actor)),
}));
