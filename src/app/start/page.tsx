import type { Metadata } from 'next';
import { STARTING_SETS } from '@/core/checks/starting-sets';
import { currentActor } from '@/server/actor';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { StartScreen } from '@/ui/start/start-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A new site' };

export default async function Page() {
  const frame = await frameOfBusiness(await database(), await currentActor());
  const sets = STARTING_SETS.map(({ id, name, source, rules }) => ({ id, name, source, rules }));
  return <StartScreen frame={frame} sets={sets} zones={Intl.supportedValuesOf('timeZone')} />;
}
