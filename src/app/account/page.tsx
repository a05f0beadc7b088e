import type { Metadata } from 'next';
import { page } from '@/server/access/page';
import { ownAccount } from '@/server/accounts/own';
import { headerOfBusiness } from '@/server/site/queries';
import { AccountScreen } from '@/ui/accounts/account-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'My account' };

export default page({ permission: 'self' }, async ({ db, actor }) => (
  <AccountScreen header={await headerOfBusiness(db, actor)} account={await ownAccount(db, actor)} />
));
