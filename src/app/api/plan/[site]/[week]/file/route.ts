import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { planFileOf } from '@/server/plan-file/queries';

/** A site's week as a plan file. */
export const GET = route(
  { name: 'GET plan file', permission: 'plan.read', params: PLAN_ADDRESS, scope: atSite },
  async ({ db, actor, params: { site, week } }) => {
    const found = await planFileOf(db, actor, site, week);
    if (!found.ok) return found;
    return fileResponse(found.text, found.name, 'json');
  },
);
