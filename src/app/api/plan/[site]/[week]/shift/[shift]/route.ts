import { route } from '@/server/access/route';
import { SHIFT_ADDRESS, atSite } from '@/server/plan/schema';
import { shiftHistory } from '@/server/week/queries';

/** Who changed a shift, and when. */
export const GET = route(
  { name: 'GET shift', permission: 'plan.read', params: SHIFT_ADDRESS, scope: atSite },
  async ({ db, actor, params: { site, shift } }) => {
    const found = await shiftHistory(db, actor, site, shift);
    return found.ok ? Response.json(found.events) : found;
  },
);
