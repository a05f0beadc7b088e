import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { readDate, writeDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { firstPlace, frameOfWeek } from '@/server/plan/queries';
import { database } from '@/server/store';
import { PlanScreen } from '@/ui/plan/plan-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Plan' };

interface Props {
  params: Promise<{ site: string; week: string }>;
}

export default async function PlanPage({ params }: Props) {
  const { site, week } = await params;
  const db = await database();
  const actor = await currentActor();
  if (week === 'now') {
    const place = await firstPlace(db, actor, site);
    if (!place || place.site !== site) notFound();
    redirect(`/plan/${encodeURIComponent(site)}/${writeDate(place.week)}`);
  }
  const day = readDate(week);
  if (day === null) notFound();
  const found = await frameOfWeek(db, actor, site, day);
  if (!found.ok) notFound();
  const { frame } = found;
  if (frame.week !== day) redirect(`/plan/${encodeURIComponent(site)}/${writeDate(frame.week)}`);
  const data = `/api/plan/${encodeURIComponent(site)}/${week}`;
  return (
    <>
      <link rel="preload" href={data} as="fetch" crossOrigin="anonymous" />
      <PlanScreen key={`${site} ${week}`} frame={frame} />
    </>
  );
}
