import { linkedRoute } from '@/server/access/linked-route';
import { takeReceipt } from '@/server/outbox/receipts';
import { RECEIPT } from '@/server/outbox/schema';

/** A gateway says what became of a text message. */
export const POST = linkedRoute({ name: 'POST receipt', params: RECEIPT }, ({ db, params, text }) =>
  takeReceipt(db, params, text),
);
