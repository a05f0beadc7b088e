import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { SHIFT_OPTIONS } from '@/server/week/import/schema';
import { inWorker } from '@/server/workers/in-worker';

/** What a file of shifts that was taken in would do, read by other options. */
export const POST = route(
  {
    name: 'POST shift import preview',
    permission: 'plan.change',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { json: SHIFT_OPTIONS },
  },
  ({ db, params: { site }, input, request }) =>
    inWorker(db, 'planShiftImport', { site, options: input }, { signal: request.signal }),
);
