import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { readDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { planOfWeek } from '@/server/plan/queries';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { SupplyScreen } from '@/ui/people/supply-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Availability' };

export default async function Page({ params }: { params: Promise<{ site: string; week: string }> }) {
  const { site, week } = await params;
  const day = readDate(week);
  if (day === null) notFound();
  const db = await database();
  const actor = await currentActor();
  const found = await planOfWeek(db, actor, decodeURIComponent(site), day);
  if (!found.ok) notFound();
  const frame = await frameOfBusiness(db, actor);
  return <SupplyScreen key={found.payload.plan.from} frame={frame} payload={found.payload} />;
}
