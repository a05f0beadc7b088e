import { lastSeq } from '@/data/activity/activity-store';
import { route } from '@/server/access/route';

export const dynamic = 'force-dynamic';

/** How far the log goes: a page that was made from less of it has missed something. */
export const GET = route({ name: 'GET seq', permission: 'self' }, async ({ db }) => ({
  ok: true,
  seq: await lastSeq(db),
}));
