import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { confirmPhone, sendPhoneCode } from './phone';
import { reachOf } from './enqueue';
import { toldWishOf } from './wish';

// A number is typed by somebody, and may be somebody else's: nothing is told to it before its owner has read a code there.

const NUMBER = '+351 555 0101';
const clock = (to: string) => (process.env.VICENDA_NOW = to);
let noor: Awaited<ReturnType<typeof actorNamed>>;

beforeEach(async () => {
  await freshDemo();
  clock('2026-11-24T10:00:00Z');
  noor = await actorNamed(db, 'demo-noor');
  await db.updateTable('person').set({ phone: NUMBER }).where('id', '=', 'noor').execute();
  const input = { byMail: false, byText: true };
  await runCommand(db, noor, { id: 'wish', kind: 'told.wish', input }, { preview: false });
});

const texts = () =>
  db.selectFrom('outbox').selectAll().where('way', '=', 'text').where('person_id', '=', 'noor').execute();
const codeSent = async () => (await texts()).at(-1)!.body.slice(0, 6);
const reached = async () => (await reachOf(db, ['noor'])).get('noor')!.text;
const isConfirmed = async () => (await toldWishOf(db, noor, 'noor')).isConfirmed;

describe('a number', () => {
  test('counts once the code that was sent to it is given back, and not before', async () => {
    expect(await reached()).toBeNull();
    expect(await sendPhoneCode(db, noor, NUMBER)).toEqual({ ok: true });
    expect(await texts()).toMatchObject([{ address: NUMBER, site_id: 'bistro' }]);
    expect(await codeSent()).toMatch(/^\d{6}$/);
    expect(await reached()).toBeNull();
    expect(await isConfirmed()).toBe(false);
    expect(await confirmPhone(db, noor, await codeSent())).toEqual({ ok: true });
    expect(await reached()).toBe(NUMBER);
    expect(await isConfirmed()).toBe(true);
    expect(await sendPhoneCode(db, noor, NUMBER)).toMatchObject({ problem: { code: 'twice' } });
  });

  test('that is changed counts no more, and the code of the one before is of no use', async () => {
    await sendPhoneCode(db, noor, NUMBER);
    const code = await codeSent();
    await confirmPhone(db, noor, code);
    await db.updateTable('person').set({ phone: '+351 555 0199' }).where('id', '=', 'noor').execute();
    expect(await reached()).toBeNull();
    expect(await confirmPhone(db, noor, code)).toMatchObject({ problem: { code: 'unknown' } });
    expect(await sendPhoneCode(db, noor, NUMBER)).toMatchObject({ problem: { code: 'changed' } });
    clock('2026-11-24T10:02:00Z');
    expect(await sendPhoneCode(db, noor, '+351 555 0199')).toEqual({ ok: true });
    expect(await confirmPhone(db, noor, await codeSent())).toEqual({ ok: true });
    expect(await reached()).toBe('+351 555 0199');
  });

  test('is told of a publication once it is confirmed', async () => {
    await sendPhoneCode(db, noor, NUMBER);
    await confirmPhone(db, noor, await codeSent());
    await db.updateTable('shift').set({ note: 'bring keys' }).where('person_id', '=', 'noor').execute();
    const input = await wholeWeek(db, 'bistro', MONDAY);
    const told = await runCommand(db, OWNER, { id: 'tell', kind: 'plan.publish', input }, { preview: false });
    expect(told).toMatchObject({ ok: true });
    expect((await texts()).map(({ subject }) => subject)).toEqual([
      'Confirm your number',
      expect.stringContaining('Quay Bistro'),
    ]);
  });
});

describe('a code', () => {
  test('cannot be guessed: after five wrong ones another has to be asked for, and not at once', async () => {
    await sendPhoneCode(db, noor, NUMBER);
    const code = await codeSent();
    const wrong = code === '000000' ? '000001' : '000000';
    for (let i = 1; i <= 5; i++)
      expect(await confirmPhone(db, noor, wrong)).toMatchObject({ problem: { code: 'code' } });
    expect(await confirmPhone(db, noor, code)).toMatchObject({ problem: { code: 'wait' } });
    expect(await sendPhoneCode(db, noor, NUMBER)).toMatchObject({ problem: { code: 'wait' } });
    clock('2026-11-24T10:01:00Z');
    expect(await sendPhoneCode(db, noor, NUMBER)).toEqual({ ok: true });
    expect(await confirmPhone(db, noor, await codeSent())).toEqual({ ok: true });
  });

  test('is good for a quarter of an hour', async () => {
    await sendPhoneCode(db, noor, NUMBER);
    clock('2026-11-24T10:15:01Z');
    expect(await confirmPhone(db, noor, await codeSent())).toMatchObject({ problem: { code: 'late' } });
  });

  test('of somebody else is of no use, and stands nowhere but in the message', async () => {
    await sendPhoneCode(db, noor, NUMBER);
    const code = await codeSent();
    await db.updateTable('person').set({ phone: NUMBER }).where('id', '=', 'emil').execute();
    const emil = await actorNamed(db, 'demo-emil');
    expect(await confirmPhone(db, emil, code)).toMatchObject({ problem: { code: 'unknown' } });
    const kept = JSON.stringify(await db.selectFrom('confirmed_phone').selectAll().execute());
    expect(kept).not.toContain(code);
  });

  test('is not sent where no messages are, nor to nobody', async () => {
    await db.updateTable('site').set({ capabilities_off: '["outbox"]' }).execute();
    expect(await sendPhoneCode(db, noor, NUMBER)).toMatchObject({ problem: { code: 'off' } });
    await db.updateTable('person').set({ phone: null }).where('id', '=', 'noor').execute();
    expect(await sendPhoneCode(db, noor, '')).toMatchObject({ problem: { code: 'unknown' } });
    expect(await sendPhoneCode(db, OWNER, NUMBER)).toMatchObject({ problem: { code: 'forbidden' } });
  });
});
