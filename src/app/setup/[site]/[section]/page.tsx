import type { Metadata } from 'next';
import { setupPage } from './setup-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Set-up' };

export default async function Page({ params }: { params: Promise<{ site: string; section: string }> }) {
  const { site, section } = await params;
  return setupPage(site, section);
}
