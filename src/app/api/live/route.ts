import { route } from '@/server/access/route';
import { liveStream } from '@/server/live/stream';

export const dynamic = 'force-dynamic';

/** What others do, as it happens. */
export const GET = route({ name: 'GET live', permission: 'self' }, async ({ db, actor, request }) =>
  liveStream(db, actor, request.headers.get('cookie'), request.signal),
);
