import { redirect } from 'next/navigation';
import { formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { checkSomewhere } from '@/server/access/permissions';
import { firstPlace } from '@/server/plan/queries';
import { NothingYet } from '@/ui/accounts/nothing-yet';

export const dynamic = 'force-dynamic';

/** Where somebody arrives who names no page: at the first of what they may do. */
export default page({ permission: 'self' }, async ({ db, actor }) => {
  const place = await firstPlace(db, actor);
  if (place) redirect(`/plan/${encodeURIComponent(place.site)}/${formatDate(place.week)}`);
  if (checkSomewhere(actor, 'people.read') === null && checkSomewhere(actor, 'setup.change') !== null)
    redirect('/people/all');
  if (actor.person !== null) redirect('/me');
  if (checkSomewhere(actor, 'setup.change') === null) redirect('/start');
  return <NothingYet name={actor.name} />;
});
