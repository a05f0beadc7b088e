import { deviceRoute } from '@/server/access/route';
import { devicePage } from '@/server/clock/at-device';

/** What a device shows. */
export const GET = deviceRoute({ name: 'GET clock device' }, async ({ db, device }) => ({
  ok: true,
  page: await devicePage(db, device),
}));
