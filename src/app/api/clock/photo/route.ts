import { deviceRoute } from '@/server/access/route';
import { SENT_PHOTO } from '@/server/clock/photo-schema';
import { keepPhoto } from '@/server/clock/photos';

/** Keeps what a device saw when somebody clocked at it. */
export const POST = deviceRoute(
  { name: 'POST clock photo', body: { json: SENT_PHOTO } },
  ({ db, device, input }) => keepPhoto(db, { device }, input),
);
