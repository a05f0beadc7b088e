import { deviceRoute } from '@/server/access/route';
import { clockAtDevice } from '@/server/clock/at-device';
import { DEVICE_PUNCH } from '@/server/clock/device-schema';

/** Clocks for who is known at a device. */
export const POST = deviceRoute(
  { name: 'POST clock punch', body: { json: DEVICE_PUNCH } },
  ({ db, device, input }) => clockAtDevice(db, device, input),
);
