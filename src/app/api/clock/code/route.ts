import { route } from '@/server/access/route';
import { pairingCode } from '@/server/clock/devices';
import { DEVICE_CODE } from '@/server/clock/device-schema';

/** A code with which a device is paired, answered this once. */
export const POST = route(
  {
    name: 'POST clock code',
    permission: 'setup.change',
    scope: ({ input }) => ({ sites: [input.site] }),
    body: { json: DEVICE_CODE },
  },
  ({ db, actor, input }) => pairingCode(db, actor, input),
);
