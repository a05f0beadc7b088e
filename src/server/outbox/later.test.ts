import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { tick } from '../ticker/ticker';
import { MONDAY, db, freshDemo } from '../week/testing';
import { receiptAddress, takeReceipt } from './receipts';
import { sendDue } from './send';

// What comes after a message was sent: a reminder where nobody answers, and what a gateway says of it.

beforeEach(freshDemo);

const clock = (to: string) => (process.env.VICENDA_NOW = to);
const publish = async (id = 'tell') =>
  runCommand(
    db,
    OWNER,
    { id, kind: 'plan.publish', input: await wholeWeek(db, 'bistro', MONDAY) },
    { preview: false },
  );

describe('a late change without an answer', () => {
  const WEDNESDAY = 'bistro-2026-11-23-49';
  const messages = async () =>
    (await db.selectFrom('outbox').select(['person_id', 'subject']).execute()).filter(
      ({ person_id: person }) => person === 'noor',
    );
  const changeLate = async () => {
    await db.updateTable('site').set({ notice_days: 3 }).where('id', '=', 'bistro').execute();
    await publish();
    await db.updateTable('shift').set({ from_minute: 720 }).where('id', '=', WEDNESDAY).execute();
    await publish('late');
  };

  test('is asked about once more, after twenty hours, and never again', async () => {
    await changeLate();
    const told = (await messages()).length;
    clock('2026-11-25T05:59:00Z');
    await tick(db, 'a');
    expect(await messages()).toHaveLength(told);
    clock('2026-11-25T06:00:00Z');
    await tick(db, 'a');
    await tick(db, 'a');
    clock('2026-11-25T20:00:00Z');
    await tick(db, 'a');
    expect((await messages()).map(({ subject }) => subject).filter((text) => /^Please/.test(text))).toEqual([
      'Please answer. Quay Bistro: 1 shift changed',
    ]);
  });

  test.each([
    ['that was answered', { answer: 'no' }, '2026-11-25T07:00:00Z'],
    ['that is over', { message: '' }, '2026-11-26T07:00:00Z'],
  ])('%s is not asked about', async (_, answered, at) => {
    await changeLate();
    await db.updateTable('news').set(answered).where('person_id', '=', 'noor').execute();
    clock(at);
    await tick(db, 'a');
    expect((await messages()).filter(({ subject }) => /^Please/.test(subject))).toEqual([]);
  });
});

describe('what a gateway says later', () => {
  async function sent() {
    await publish();
    await sendDue(db);
    const row = await db.selectFrom('outbox').select('id').limit(1).executeTakeFirstOrThrow();
    const [message, seal] = receiptAddress(row.id).split('/').slice(-2);
    const state = () =>
      db
        .selectFrom('outbox')
        .select(['state', 'delivered_at', 'reason'])
        .where('id', '=', message)
        .executeTakeFirstOrThrow();
    return { message, seal, state };
  }

  test('is that a message arrived, or failed after all', async () => {
    const { message, seal, state } = await sent();
    await takeReceipt(db, { message, seal }, 'status=queued');
    expect(await state()).toMatchObject({ state: 'sent', delivered_at: null });
    await takeReceipt(db, { message, seal }, '{"status": "delivered"}');
    expect(await state()).toMatchObject({ state: 'sent', delivered_at: '2026-11-24T10:00:00.000Z' });
    await takeReceipt(db, { message, seal }, '{"status": "undelivered"}');
    expect(await state()).toMatchObject({
      state: 'failed',
      reason: 'the gateway says: {"status": "undelivered"}',
    });
    // It failed, and is sent again by hand or not at all: a late word for the first try changes nothing.
    await takeReceipt(db, { message, seal }, 'status=delivered');
    expect(await state()).toMatchObject({ state: 'failed' });
  });

  test('is taken only under the address that it was given', async () => {
    const { message, seal, state } = await sent();
    const other = `${seal.startsWith('A') ? 'B' : 'A'}${seal.slice(1)}`;
    for (const wrong of [other, '', `${seal}x`])
      expect(await takeReceipt(db, { message, seal: wrong }, 'status=failed')).toMatchObject({ ok: false });
    expect(await takeReceipt(db, { message: 'x', seal }, 'status=failed')).toMatchObject({ ok: false });
    expect(await state()).toMatchObject({ state: 'sent' });
  });
});
