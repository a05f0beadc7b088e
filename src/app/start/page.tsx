import type { Metadata } from 'next';
import { STARTING_SETS } from '@/core/checks/starting-sets';
import { page } from '@/server/access/page';
import { headerOfBusiness } from '@/server/site/queries';
import { FirstRunScreen } from '@/ui/first-run/first-run-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A new site' };

export default page({ permission: 'setup.change' }, async ({ db, actor }) => {
  const header = await headerOfBusiness(db, actor);
  const sets = STARTING_SETS.map(({ id, name, source, rules }) => ({ id, name, source, rules }));
  return <FirstRunScreen header={header} sets={sets} zones={Intl.supportedValuesOf('timeZone')} />;
});
