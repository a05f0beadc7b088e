import { route } from '@/server/access/route';
import { PHOTO_OF } from '@/server/clock/photo-schema';
import { photoOf } from '@/server/clock/photos';

/** What was seen at a punch, for who may correct it. */
export const GET = route(
  {
    name: 'GET clock photo',
    permission: 'clock.write',
    params: PHOTO_OF,
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, params: { site, punch } }) => {
    const found = await photoOf(db, site, punch);
    if (!found.ok) return found;
    return new Response(new Uint8Array(found.image), { headers: { 'content-type': 'image/jpeg' } });
  },
);
