import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { accountsPage } from '@/server/accounts/queries';
import { headerOfBusiness } from '@/server/site/queries';
import { AccountsScreen } from '@/ui/accounts/accounts-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Who can sign in' };

export default page({ permission: 'accounts.read', scope: 'somewhere' }, async ({ db, actor }) => {
  const found = await accountsPage(db, actor);
  if (!found.ok) notFound();
  return <AccountsScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
});
