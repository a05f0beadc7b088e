import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { type Database, openDatabase } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { DEMO_PASSWORD } from '../../../demo/accounts';
import { actorOf } from '../access/actor';
import { signInToDemo } from './demo';
import { makeFirstOwner, setUpCode } from './first-owner';
import { changePassword, endSession, ownAccount } from './own';
import { signIn } from './sign-in';
import { actorNamed, cookieOf } from './testing';

const HERE = { address: '10.0.0.7', device: 'a phone' };
const NEW = 'three words at sea';
let db: Database;
const clock = (to: string) => (process.env.VICENDA_NOW = to);

beforeEach(async () => {
  clock('2026-11-24T10:00:00Z');
  db = await demoDatabase();
});
afterEach(() => db.destroy());

const enter = (name: string, password = DEMO_PASSWORD, shared = false, visitor = HERE) =>
  signIn(db, { name, password, shared }, visitor);
const cookie = (answer: { ok: boolean }) => {
  expect(answer).toMatchObject({ ok: true });
  return (answer as unknown as { cookie: string }).cookie.split(';')[0];
};
const who = async (sent: string) => (await actorOf(db, sent))?.name ?? null;
const set = (id: string, values: { number?: string; email?: string | null; employed_to?: string | null }) =>
  db.updateTable('person').set(values).where('id', '=', id).execute();

describe('signing in', () => {
  test.each(['noor@saltmere.example', ' NOOR@Saltmere.example ', '112', 'owner@saltmere.example'])(
    'by %p',
    async (name) => {
      const expected = name === 'owner@saltmere.example' ? 'Runa Deering' : 'Noor Haddad';
      expect(await who(cookie(await enter(name)))).toBe(expected);
    },
  );

  test('a new number counts at once, and the old one no longer', async () => {
    await set('noor', { number: 'A-17' });
    expect(await enter('112')).toMatchObject({ ok: false, problem: { code: 'sign-in' } });
    expect(await who(cookie(await enter('a-17')))).toBe('Noor Haddad');
  });

  test('is answered the same whether there is such an account or not, and whatever is wrong', async () => {
    const known = await enter('112', 'not the password');
    expect(known).toMatchObject({ ok: false, problem: { code: 'sign-in' } });
    for (const name of ['nobody@saltmere.example', '999', '101010', 'demo-noor@account.invalid'])
      expect(await enter(name)).toEqual(known);
    // Priya works here and has no account.
    expect(await enter('108', 'not the password')).toEqual(known);
    expect(await enter('', '')).toEqual(known);
    expect(await enter('113', 'x'.repeat(500))).toEqual(known);
  });

  test('is refused where two people share a number, until that is mended; the e-mail still works', async () => {
    await set('priya', { number: '112' });
    expect(await enter('112')).toMatchObject({ ok: false, problem: { code: 'sign-in' } });
    expect(await who(cookie(await enter('noor@saltmere.example')))).toBe('Noor Haddad');
    await set('priya', { number: '108' });
    expect(await who(cookie(await enter('112')))).toBe('Noor Haddad');
  });

  test('somebody who left does not keep a number from who has it now', async () => {
    await set('emil', { number: '112', employed_to: '2026-11-01' });
    expect(await who(cookie(await enter('112')))).toBe('Noor Haddad');
  });

  test('twenty wrong passwords: from the fifth on one waits, and is told how long; a right one then does not count', async () => {
    const told: string[] = [];
    for (let i = 0; i < 20; i++) {
      const answer = await enter('112', `guess ${i}`);
      if (!answer.ok) told.push(answer.problem.code);
    }
    expect(told).toEqual([...Array(5).fill('sign-in'), ...Array(15).fill('wait')]);
    expect(await enter('112')).toMatchObject({
      ok: false,
      problem: { code: 'wait', message: expect.stringContaining('try again in a minute') },
    });
    // By the other name of the same account, and for a name that means nobody, it is the same.
    expect(await enter('noor@saltmere.example')).toMatchObject({ ok: false, problem: { code: 'wait' } });
    for (let i = 0; i < 6; i++) await enter('999', 'x');
    expect(await enter('999', 'x')).toMatchObject({ ok: false, problem: { code: 'wait' } });
    expect(await who(cookie(await enter('109')))).toBe('Emil Sandhu');
    clock('2026-11-24T10:01:01Z');
    expect(await who(cookie(await enter('112')))).toBe('Noor Haddad');
  });

  test('many guesses at once are all counted before one is tried', async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, (_, i) => enter('112', `guess ${i}`)));
    expect(answers.filter((one) => !one.ok && one.problem.code === 'sign-in')).toHaveLength(5);
  });

  test('one address that tries many names waits too', async () => {
    for (let i = 0; i < 40; i++) await enter(`nobody-${i}`, 'x');
    expect(await enter('112')).toMatchObject({ ok: false, problem: { code: 'wait' } });
    const elsewhere = await enter('112', DEMO_PASSWORD, false, { ...HERE, address: '10.0.0.8' });
    expect(await who(cookie(elsewhere))).toBe('Noor Haddad');
  });

  test('what is kept of it names who came in and who did not, and no text that may be a password', async () => {
    await enter('112', 'wrong wrong');
    await enter('my secret password', '');
    await enter('112');
    const kept = await db.selectFrom('sign_in_event').selectAll().orderBy('seq').execute();
    expect(kept.map(({ kind, user_id, typed, address }) => [kind, user_id, typed, address])).toEqual([
      ['refused', 'demo-noor', '112', '10.0.0.7'],
      ['refused', null, '', '10.0.0.7'],
      ['signed in', 'demo-noor', '112', '10.0.0.7'],
    ]);
    expect(JSON.stringify(kept)).not.toMatch(/wrong wrong|secret/);
  });
});

describe('an account that ended', () => {
  test('works on the last day of employment to its last minute, and says the day after why it does not', async () => {
    const sent = cookie(await enter('112'));
    await set('noor', { employed_to: '2026-11-24' });
    clock('2026-11-24T23:59:59Z');
    expect(await who(sent)).toBe('Noor Haddad');
    clock('2026-11-25T00:00:00Z');
    expect(await who(sent)).toBeNull();
    expect(await enter('112')).toMatchObject({
      ok: false,
      problem: { code: 'ended', message: expect.stringContaining('after 2026-11-24') },
    });
    // Only who knows the password is told so.
    expect(await enter('112', 'not the password')).toMatchObject({ ok: false, problem: { code: 'sign-in' } });
    expect(
      await db.selectFrom('session').selectAll().where('user_id', '=', 'demo-noor').execute(),
    ).toHaveLength(1);
  });
});

describe('a session', () => {
  test('is nobody else’s to make: a token without its signature, or with another, is none', async () => {
    const sent = cookie(await enter('112'));
    const [name, value] = sent.split('=');
    const [token, signature] = value.split('.');
    const other = cookie(await enter('109')).split('.')[1];
    expect(await who(`x=1; ${sent}; y=2`)).toBe('Noor Haddad');
    for (const forged of [token, `${token}.`, `${token}.${other}`, `${token}x.${signature}`, '.', ''])
      expect(await who(`${name}=${forged}`)).toBeNull();
  });

  test('goes on while it is used, 30 days; on a shared device it ends the same day', async () => {
    const own = cookie(await enter('112'));
    const shared = await enter('109', DEMO_PASSWORD, true);
    expect((shared as unknown as { cookie: string }).cookie).not.toContain('Max-Age');
    const other = cookie(shared);
    clock('2026-11-24T21:59:59Z');
    expect(await who(other)).toBe('Emil Sandhu');
    clock('2026-11-24T22:00:00Z');
    expect(await who(other)).toBeNull();
    clock('2026-12-20T10:00:00Z');
    expect(await who(own)).toBe('Noor Haddad');
    clock('2027-01-19T09:59:59Z');
    expect(await who(own)).toBe('Noor Haddad');
    clock('2027-03-19T10:00:00Z');
    expect(await who(own)).toBeNull();
  });

  test('can be ended from another device, one or all, but not somebody else’s', async () => {
    const [here, there, third] = [
      await cookieOf(db, 'demo-noor'),
      await cookieOf(db, 'demo-noor'),
      await cookieOf(db, 'demo-noor'),
    ];
    const emil = await actorNamed(db, 'demo-emil');
    const noor = (await actorOf(db, here))!;
    const { sessions } = await ownAccount(db, noor);
    expect(sessions.map(({ isThis }) => isThis)).toEqual([true, false, false]);
    const other = (await actorOf(db, there))!.session!;
    expect(await endSession(db, emil, other)).toMatchObject({ ok: false, problem: { code: 'unknown' } });
    expect(await who(there)).toBe('Noor Haddad');
    expect(await endSession(db, noor, other)).toEqual({ ok: true });
    expect(await who(there)).toBeNull();
    expect(await endSession(db, noor, 'others')).toEqual({ ok: true });
    expect(await who(third)).toBeNull();
    expect(await who(here)).toBe('Noor Haddad');
    expect((await actorOf(db, await cookieOf(db, 'demo-emil')))?.name).toBe('Emil Sandhu');
  });
});

describe('a password', () => {
  test('is changed by who knows the one before, and signs other devices out', async () => {
    const [here, there] = [await cookieOf(db, 'demo-noor'), await cookieOf(db, 'demo-noor')];
    const noor = (await actorOf(db, here))!;
    const change = (current: string, next: string) => changePassword(db, noor, { current, next }, HERE);
    expect(await change('not it at all', NEW)).toMatchObject({ ok: false, problem: { path: 'current' } });
    expect(await change(DEMO_PASSWORD, 'Haddad Noor')).toMatchObject({
      ok: false,
      problem: { path: 'next' },
    });
    expect(await who(there)).toBe('Noor Haddad');
    expect(await change(DEMO_PASSWORD, NEW)).toEqual({ ok: true });
    expect([await who(here), await who(there)]).toEqual(['Noor Haddad', null]);
    expect((await enter('112')).ok).toBe(false);
    expect((await enter('112', NEW)).ok).toBe(true);
  });
});

describe('the first owner', () => {
  let empty: Database;
  beforeEach(async () => {
    empty = await openDatabase(':memory:');
  });
  afterEach(() => empty.destroy());
  const make = (code: string, more: object = {}) =>
    makeFirstOwner(
      empty,
      { code, name: 'Ada Marlow', email: 'ada@quay.example', password: NEW, ...more },
      HERE,
    );

  test('needs the code of the terminal, which works once', async () => {
    expect(await make('AAAA-BBBB-CCCC')).toMatchObject({ ok: false, problem: { path: 'code' } });
    expect(await make(setUpCode(), { password: 'Ada Marlow' })).toMatchObject({
      problem: { path: 'password' },
    });
    const [one, two] = await Promise.all([
      make(setUpCode()),
      make(setUpCode().toLowerCase(), { email: 'b@quay.example' }),
    ]);
    expect([one.ok, two.ok].sort()).toEqual([false, true]);
    expect(await make(setUpCode())).toMatchObject({ ok: false, problem: { code: 'taken' } });
    const [grant] = await empty.selectFrom('account_grant').selectAll().execute();
    expect(grant).toMatchObject({ kind: 'owner', site_id: null, sees_pay: 1 });
  });

  test('wrong codes are held back', async () => {
    for (let i = 0; i < 5; i++) await make('AAAA-BBBB-CCCC');
    expect(await make(setUpCode())).toMatchObject({ ok: false, problem: { code: 'wait' } });
  });

  test('nobody signs in to it as in the demo', async () => {
    await make(setUpCode());
    const [{ id }] = await empty.selectFrom('user').select('id').execute();
    expect(await signInToDemo(empty, id, HERE)).toMatchObject({ ok: false, problem: { code: 'unknown' } });
  });
});
