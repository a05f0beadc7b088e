import { deviceRoute } from '@/server/access/route';
import { takeKept } from '@/server/clock/kept';
import { KEPT_PUNCHES } from '@/server/clock/device-schema';

/** Takes what a device kept while it had no connection. */
export const POST = deviceRoute(
  { name: 'POST clock kept', body: { json: KEPT_PUNCHES } },
  ({ db, device, input }) => takeKept(db, device, input),
);
