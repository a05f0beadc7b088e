import type { Metadata } from 'next';
import { publicPage } from '@/server/access/page';
import { businessName } from '@/server/site/queries';
import { ForgotScreen } from '@/ui/accounts/forgot-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A new password' };

export default publicPage(async ({ db }) => <ForgotScreen business={await businessName(db)} />);
