import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { hasAccounts } from '@/data/accounts/account-store';
import { publicPage } from '@/server/access/page';
import { FirstOwnerScreen } from '@/ui/accounts/first-owner-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A new installation' };

export default publicPage(async ({ db }) => {
  if (await hasAccounts(db)) redirect('/sign-in');
  return <FirstOwnerScreen />;
});
