import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { hasAccounts } from '@/data/accounts/account-store';
import { publicPage } from '@/server/access/page';
import { demoAccounts } from '@/server/accounts/demo';
import { businessName } from '@/server/site/queries';
import { SignInScreen } from '@/ui/accounts/sign-in-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in' };

export default publicPage(async ({ db, actor, search }) => {
  const to = ownAddress(search.to);
  if (actor) redirect(to);
  if (!(await hasAccounts(db))) redirect('/first-owner');
  return <SignInScreen business={await businessName(db)} to={to} demo={await demoAccounts(db)} />;
});

/** Where one wanted to go: an address of this application, whatever a link says. */
function ownAddress(to: unknown): string {
  return typeof to === 'string' && /^\/(?![/\\])[^\p{C}\\]*$/u.test(to) ? to : '/';
}
