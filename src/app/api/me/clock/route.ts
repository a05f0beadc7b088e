import { route } from '@/server/access/route';
import { ownClock } from '@/server/clock/own-phone';

/** How one stands at the clock, and where one can clock by phone. */
export const GET = route({ name: 'GET own clock', permission: 'self' }, ({ db, actor }) =>
  ownClock(db, actor),
);
