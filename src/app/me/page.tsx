import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { headerOfBusiness } from '@/server/site/queries';
import { ownPage } from '@/server/staff/own-page';
import { OwnScreen } from '@/ui/staff/own-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'My shifts' };

export default page({ permission: 'self' }, async ({ db, actor }) => {
  const found = await ownPage(db, actor);
  if (!found.ok) notFound();
  return <OwnScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
});
