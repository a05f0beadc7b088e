import { deviceRoute } from '@/server/access/route';
import { identify } from '@/server/clock/at-device';
import { DEVICE_ASK } from '@/server/clock/device-schema';

/** Who stands at a device, by a PIN. */
export const POST = deviceRoute(
  { name: 'POST clock who', body: { json: DEVICE_ASK } },
  ({ db, device, input }) => identify(db, device, input),
);
