import type { Metadata } from 'next';
import { devicePageOf } from '@/server/access/page';
import { devicePage } from '@/server/clock/at-device';
import { DeviceScreen } from '@/ui/clock/device-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Clock' };

/** The clock at the door: of a device that is paired, else the way to pair it. */
export default devicePageOf(async ({ db, device }) => (
  <DeviceScreen page={device && (await devicePage(db, device))} />
));
