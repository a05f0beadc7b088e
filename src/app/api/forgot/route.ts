import { publicRoute } from '@/server/access/route';
import { sendReset } from '@/server/accounts/forgot';
import { FORGOT } from '@/server/accounts/schema';

/** Sends a link for a new password, where there is an account and an address to send it to. */
export const POST = publicRoute({ name: 'POST forgot', body: { json: FORGOT } }, ({ db, input, visitor }) =>
  sendReset(db, input.name, visitor),
);
