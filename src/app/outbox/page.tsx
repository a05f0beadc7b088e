import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { outboxPage } from '@/server/outbox/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { OutboxScreen } from '@/ui/outbox/outbox-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Outbox' };

export default page({ permission: 'outbox.read', scope: 'somewhere' }, async ({ db, actor }) => {
  const found = await outboxPage(db, actor);
  if (!found.ok) notFound();
  return <OutboxScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
});
