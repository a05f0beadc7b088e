import { redirect } from 'next/navigation';
import { writeDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { firstPlace } from '@/server/plan/queries';
import { database } from '@/server/store';

export const dynamic = 'force-dynamic';

export default async function Home() {
  const place = await firstPlace(await database(), await currentActor());
  if (place) redirect(`/plan/${encodeURIComponent(place.site)}/${writeDate(place.week)}`);
  redirect('/start');
}
