import { route } from '@/server/access/route';
import { setOwnPin } from '@/server/clock/pins';
import { OWN_PIN } from '@/server/clock/device-schema';

/** Sets one's own PIN for the device at the door. */
export const POST = route(
  { name: 'POST own PIN', permission: 'self', body: { json: OWN_PIN } },
  ({ db, actor, input }) => setOwnPin(db, actor, input.pin),
);
