import { redirect } from 'next/navigation';
import { writeDate } from '@/core/time/day';
import { currentActor } from '@/server/actor';
import { firstPlace } from '@/server/plan/queries';
import { database } from '@/server/store';
import { Message } from '@/ui/kit/message';

export const dynamic = 'force-dynamic';

export default async function Home() {
  const place = await firstPlace(await database(), await currentActor());
  if (place) redirect(`/plan/${encodeURIComponent(place.site)}/${writeDate(place.week)}`);
  return (
    <Message title="No site yet">
      This data file is empty. To look around in a made-up harbour town, stop the application and run{' '}
      <code>npm run demo</code>.
    </Message>
  );
}
