import { deviceRoute } from '@/server/access/route';
import { againAtDevice } from '@/server/clock/at-device';
import { DEVICE_AGAIN } from '@/server/clock/device-schema';

/** How somebody stands who is known at a device, or for whom they clock. */
export const POST = deviceRoute(
  { name: 'POST clock again', body: { json: DEVICE_AGAIN } },
  ({ db, device, input }) => againAtDevice(db, device, input.ticket, input.other),
);
