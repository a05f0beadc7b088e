import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { currentActor } from '@/server/actor';
import { peopleTable } from '@/server/people/queries';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { PeopleScreen } from '@/ui/people/people-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People' };

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params;
  const id = decodeURIComponent(site);
  const db = await database();
  const actor = await currentActor();
  const frame = await frameOfBusiness(db, actor);
  if (id !== 'all' && !frame.sites.some((one) => one.id === id)) notFound();
  const found = await peopleTable(db, actor);
  if (!found.ok) notFound();
  return <PeopleScreen frame={frame} site={id === 'all' ? null : id} table={found.table} />;
}
