import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { inWorker } from '@/server/workers/in-worker';

/** A site's week as a workbook. */
export const GET = route(
  { name: 'GET workbook', permission: 'plan.read', params: PLAN_ADDRESS, scope: atSite },
  async ({ db, actor, params, request }) => {
    const made = await inWorker(db, 'weekBook', { actor, ...params }, { signal: request.signal });
    return made.ok ? fileResponse(made.bytes as BodyInit, made.name, 'xlsx') : made;
  },
);
