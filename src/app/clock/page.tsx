import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { devicePage } from '@/server/clock/at-device';
import { deviceOf } from '@/server/clock/devices';
import { database } from '@/server/store';
import { DeviceScreen } from '@/ui/clock/device-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Clock' };

/** The clock at the door: of a device that is paired, else the way to pair it. Nobody is signed in at it. */
export default async function ClockPage() {
  const db = await database();
  const device = await deviceOf(db, (await headers()).get('cookie'));
  return <DeviceScreen page={device && (await devicePage(db, device))} />;
}
