import { route } from '@/server/access/route';
import { waitingCounts } from '@/server/requests/in-plan';

/** How much waits for who asks to decide, by site. */
export const GET = route({ name: 'GET count of requests', permission: 'self' }, async ({ db, actor }) =>
  Response.json({ counts: await waitingCounts(db, actor) }),
);
