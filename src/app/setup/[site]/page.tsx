import type { Metadata } from 'next';
import { setupPage } from './[section]/setup-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Set-up' };

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params;
  return setupPage(site, 'overview');
}
