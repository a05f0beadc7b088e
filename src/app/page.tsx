import { redirect } from 'next/navigation';
import { formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { firstPlace } from '@/server/plan/queries';

export const dynamic = 'force-dynamic';

export default page({ permission: 'self' }, async ({ db, actor }) => {
  const place = await firstPlace(db, actor);
  if (place) redirect(`/plan/${encodeURIComponent(place.site)}/${formatDate(place.week)}`);
  redirect('/start');
});
