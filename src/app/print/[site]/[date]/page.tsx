import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { readDate, writeDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { planOfWeek } from '@/server/plan/queries';
import { database } from '@/server/store';
import { DaySheet } from '@/ui/print/day-sheet';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet of the day' };

export default async function Page({ params }: { params: Promise<{ site: string; date: string }> }) {
  const { site, date } = await params;
  const day = readDate(date);
  if (day === null) notFound();
  const found = await planOfWeek(await database(), await currentActor(), decodeURIComponent(site), day);
  if (!found.ok) notFound();
  const { payload } = found;
  return <DaySheet payload={payload} date={day} back={`/plan/${site}/${writeDate(payload.plan.from)}`} />;
}
