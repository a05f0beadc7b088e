import { publicRoute } from '@/server/access/route';
import { withCookie } from '@/server/accounts/cookie';
import { pairDevice } from '@/server/clock/devices';
import { PAIR } from '@/server/clock/device-schema';

/** Pairs the device that asks by a code from whoever sets up the site. */
export const POST = publicRoute({ name: 'POST clock pair', body: { json: PAIR } }, async ({ db, input }) =>
  withCookie(await pairDevice(db, input.code)),
);
