import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { currentActor } from '@/server/actor';
import { personPage } from '@/server/people/queries';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { PersonScreen } from '@/ui/people/person-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Person' };

export default async function Page({ params }: { params: Promise<{ site: string; person: string }> }) {
  const { site, person } = await params;
  const db = await database();
  const actor = await currentActor();
  const found = await personPage(db, actor, decodeURIComponent(person));
  if (!found.ok) notFound();
  const frame = await frameOfBusiness(db, actor);
  const place = decodeURIComponent(site);
  return (
    <PersonScreen key={found.page.id} frame={frame} site={place === 'all' ? null : place} page={found.page} />
  );
}
