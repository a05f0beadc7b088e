import type { Metadata } from 'next';
import { STARTING_SETS } from '@/core/checks/starting-sets';
import { page } from '@/server/access/page';
import { frameOfBusiness } from '@/server/site/queries';
import { StartScreen } from '@/ui/first-run/first-run-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A new site' };

export default page({}, async ({ db, actor }) => {
  const frame = await frameOfBusiness(db, actor);
  const sets = STARTING_SETS.map(({ id, name, source, rules }) => ({ id, name, source, rules }));
  return <StartScreen frame={frame} sets={sets} zones={Intl.supportedValuesOf('timeZone')} />;
});
