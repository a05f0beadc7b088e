import { parseReceipt } from '@/core/outbox/receipt';
import { fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import { publicAddress } from '../access/origin';
import { isSealed, sealOf } from '../accounts/secret';
import { timestamp } from '../now';

/** The address to which a gateway says later what became of a message. Nobody who was not given it can make it. */
export function receiptAddress(message: string): string {
  return `${publicAddress()}/api/outbox/receipt/${message}/${sealOfReceipt(message)}`;
}

function sealOfReceipt(message: string): string {
  return sealOf(`receipt ${message}`).subarray(0, 16).toString('base64url');
}

/**
 * Takes what a gateway says became of a message: that it arrived, or failed after all. What says neither changes
 * nothing, nor does what comes after the message was sent again by hand.
 */
export async function takeReceipt(
  db: Database,
  { message, seal }: { readonly message: string; readonly seal: string },
  text: string,
): Promise<{ readonly ok: boolean }> {
  if (!isSealed(seal, sealOfReceipt(message))) return fail('unknown', 'there is no such message');
  const receipt = parseReceipt(text);
  if (!receipt) return { ok: true };
  const values =
    receipt.state === 'delivered'
      ? { state: 'sent', delivered_at: timestamp(), reason: null }
      : { state: 'failed', reason: receipt.reason };
  await inTransaction(db, (trx) =>
    trx
      .updateTable('outbox')
      .set(values)
      .where('id', '=', message)
      .where('state', 'in', ['sent', 'perhaps sent'])
      .execute(),
  );
  return { ok: true };
}
