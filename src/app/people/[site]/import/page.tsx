import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { currentActor } from '@/server/actor';
import { choicesOf } from '@/server/people/queries';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { ImportScreen } from '@/ui/people/import-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Import people' };

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params;
  const id = decodeURIComponent(site);
  const db = await database();
  const actor = await currentActor();
  const frame = await frameOfBusiness(db, actor);
  if (id !== 'all' && !frame.sites.some((one) => one.id === id)) notFound();
  return <ImportScreen frame={frame} site={id === 'all' ? null : id} choices={await choicesOf(db, actor)} />;
}
