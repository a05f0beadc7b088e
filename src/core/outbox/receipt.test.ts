import { expect, test } from '@jest/globals';
import { parseReceipt } from './receipt';

test.each([
  ['{"status": "delivered"}', 'delivered'],
  ['{"report": [{"id": "7", "state": "DELIVRD"}]}', 'delivered'],
  ['status=Delivered&to=%2B351', 'delivered'],
  ['delivered', 'delivered'],
  ['{"status": "undelivered", "note": "delivered"}', 'failed'],
  ['status=expired', 'failed'],
  ['{"status": "queued"}', null],
  ['{"text": "it was delivered to the door"}', null],
  ['', null],
  ['null', null],
])('%s is %s', (text, state) => {
  expect(parseReceipt(text)?.state ?? null).toBe(state);
});
