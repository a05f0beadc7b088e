import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { readDate, startOfWeek, writeDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { frameOfBusiness } from '@/server/site/queries';
import { database } from '@/server/store';
import { repeatOf } from '@/server/week/queries';
import { StartScreen } from '@/ui/repeat/start-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Start a week' };

interface Props {
  params: Promise<{ site: string; week: string }>;
  searchParams: Promise<{ from?: string }>;
}

export default async function Page({ params, searchParams }: Props) {
  const { site, week } = await params;
  const { from } = await searchParams;
  const db = await database();
  const actor = await currentActor();
  const found = await repeatOf(db, actor, decodeURIComponent(site));
  const day = readDate(week);
  if (!found.ok || day === null) notFound();
  const first = startOfWeek(day, found.repeat.site.weekStart);
  if (first !== day) redirect(`/plan/${site}/${writeDate(first)}/start`);
  return (
    <StartScreen
      key={`${site} ${week}`}
      frame={await frameOfBusiness(db, actor)}
      repeat={found.repeat}
      week={first}
      from={from === undefined ? null : readDate(from)}
    />
  );
}
