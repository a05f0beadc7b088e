import { route } from '@/server/access/route';
import { PHONE_CODE } from '@/server/outbox/schema';
import { confirmPhone } from '@/server/outbox/phone';

/** Takes the code that was sent to one's own number. */
export const POST = route(
  { name: 'POST own phone confirm', permission: 'self', body: { json: PHONE_CODE } },
  ({ db, actor, input }) => confirmPhone(db, actor, input.code),
);
