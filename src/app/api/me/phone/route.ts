import { route } from '@/server/access/route';
import { SEND_CODE } from '@/server/outbox/schema';
import { sendPhoneCode } from '@/server/outbox/phone';

/** Sends a code to one's own number. */
export const POST = route(
  { name: 'POST own phone', permission: 'self', body: { json: SEND_CODE } },
  ({ db, actor, input }) => sendPhoneCode(db, actor, input.phone),
);
