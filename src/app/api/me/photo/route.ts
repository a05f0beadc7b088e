import { route } from '@/server/access/route';
import { SENT_PHOTO } from '@/server/clock/photo-schema';
import { keepPhoto } from '@/server/clock/photos';

/** Keeps what one's own phone saw when one clocked with it. */
export const POST = route(
  { name: 'POST own photo', permission: 'self', body: { json: SENT_PHOTO, most: 200_000 } },
  ({ db, actor: { person }, input }) => keepPhoto(db, { person }, input),
);
