import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { formatCode } from '@/core/accounts/code';
import { type Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { DEMO_PASSWORD } from '../../../demo/accounts';
import { actorOf } from '../access/actor';
import { runCommand } from '../commands/run';
import { personPage } from '../people/queries';
import { sendReset } from './forgot';
import { codeOfInvitation } from './codes';
import { join } from './invitations';
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

describe('an invitation', () => {
  const invite = async (people: string[], kind = 'account.invite', as = 'demo-ilse') =>
    runCommand(
      db,
      await actorNamed(db, as),
      { id: `i-${Math.random()}`, kind, input: { people } },
      { preview: false },
    );
  const codes = async () => {
    const rows = await db.selectFrom('invitation').selectAll().where('withdrawn_at', 'is', null).execute();
    return rows.map(({ id }) => formatCode(codeOfInvitation(id)));
  };
  const use = (code: string, password = NEW) => join(db, { code, password }, HERE);

  test('makes the account of a person, once', async () => {
    expect(await invite(['priya'])).toMatchObject({ ok: true });
    const [code] = await codes();
    expect(await use(code, 'Priya Nair')).toMatchObject({ ok: false, problem: { path: 'password' } });
    const sent = cookie(await use(code));
    expect((await actorOf(db, sent))!).toMatchObject({
      person: 'priya',
      grants: [{ kind: 'staff', site: 'bistro' }],
    });
    expect(await use(code)).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('used already') },
    });
    expect((await enter('108', NEW)).ok).toBe(true);
  });

  test('used twice at the same moment it makes one account', async () => {
    await invite(['priya']);
    const [code] = await codes();
    const answers = await Promise.all([use(code), use(code), use(code)]);
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await db.selectFrom('user').select('id').where('person_id', '=', 'priya').execute()).toHaveLength(
      1,
    );
  });

  test('ends after 7 days, and does not count once there is a newer one', async () => {
    await invite(['priya', 'caio']);
    const [first, second] = await codes();
    await invite(['priya']);
    expect(await codes()).not.toContain(first);
    expect(await use(first)).toMatchObject({
      problem: { message: expect.stringContaining('does not count any more') },
    });
    clock('2026-12-01T10:00:00Z');
    expect(await use(second)).toMatchObject({ problem: { message: expect.stringContaining('has ended') } });
  });

  test('is not for who has an account, nor for who left; a reset is only for who has one', async () => {
    expect(await invite(['noor'])).toMatchObject({ ok: false, problem: { code: 'taken' } });
    await set('priya', { employed_to: '2026-11-01' });
    expect(await invite(['priya'])).toMatchObject({ ok: false, problem: { code: 'ended' } });
    expect(await invite(['caio'], 'account.reset')).toMatchObject({
      ok: false,
      problem: { code: 'unknown' },
    });
  });

  test('a reset sets a new password and signs all devices out', async () => {
    const old = await cookieOf(db, 'demo-noor');
    expect(await invite(['noor'], 'account.reset')).toMatchObject({ ok: true });
    const [code] = await codes();
    const sent = cookie(await use(code));
    expect([await who(sent), await who(old)]).toEqual(['Noor Haddad', null]);
    expect((await enter('112')).ok).toBe(false);
    expect((await enter('112', NEW)).ok).toBe(true);
  });

  test('nobody gets in as somebody who may more: a scheduler resets neither a lead nor a fellow scheduler', async () => {
    for (const person of ['bram', 'ilse'])
      expect(await invite([person], 'account.reset')).toMatchObject({
        ok: false,
        problem: { code: 'forbidden' },
      });
    expect(await invite(['bram'], 'account.reset', 'demo-owner')).toMatchObject({ ok: true });
    // And at other sites nobody at all.
    expect(await invite(['osman'])).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(await invite(['noor'], 'account.reset', 'demo-bram')).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });
});

describe('a lost password', () => {
  const ask = (name: string, address = '10.0.0.9') => sendReset(db, name, { ...HERE, address });
  const messages = () => db.selectFrom('outbox').selectAll().orderBy('made_at').execute();

  test('is answered the same for everybody; only who has an account and an address gets a link', async () => {
    await set('emil', { email: null });
    await set('priya', { number: '116' });
    // Emil has no address, Priya no account, 116 is two people's, and nobody is 999.
    for (const name of ['109', 'priya@saltmere.example', '116', '999'])
      expect(await ask(name)).toEqual({ ok: true });
    expect(await messages()).toEqual([]);
    expect(await ask('112', '10.0.0.10')).toEqual({ ok: true });
    expect(await ask('owner@saltmere.example', '10.0.0.10')).toEqual({ ok: true });
    expect((await messages()).map(({ address }) => address).sort()).toEqual([
      'noor@saltmere.example',
      'owner@saltmere.example',
    ]);
  });

  test('the latest link alone sets a new one', async () => {
    await ask('owner@saltmere.example');
    await ask('owner@saltmere.example');
    const [old, fresh] = await db
      .selectFrom('invitation')
      .selectAll()
      .orderBy(sql`rowid`)
      .execute();
    const use = (id: string) => join(db, { code: codeOfInvitation(id), password: NEW }, HERE);
    expect(await use(old.id)).toMatchObject({ ok: false });
    expect(await who(cookie(await use(fresh.id)))).toBe('Runa Deering');
    expect((await enter('owner@saltmere.example', NEW)).ok).toBe(true);
  });

  test('is asked for so often and no more', async () => {
    for (let i = 0; i < 5; i++) await ask('112');
    expect(await ask('112')).toMatchObject({ ok: false, problem: { code: 'wait' } });
  });
});

describe('owners and others who may do more', () => {
  const run = async (as: string, kind: string, input: object) =>
    runCommand(db, await actorNamed(db, as), { id: `g-${Math.random()}`, kind, input }, { preview: false });
  const grant = (as: string, account: string, grants: object[]) =>
    run(as, 'account.grant', { account, grants });
  const OWNS = { kind: 'owner', site: null, area: null, seesPay: true };
  const patch = (as: string, id: string, values: object) =>
    run(as, 'people.updateMany', { ids: [id], patch: values });

  test('two who remove each other: the last one stays', async () => {
    expect(await grant('demo-owner', 'demo-ilse', [OWNS])).toMatchObject({ ok: true });
    const answers = await Promise.all([
      grant('demo-ilse', 'demo-owner', []),
      grant('demo-owner', 'demo-ilse', []),
    ]);
    expect(answers.map(({ ok }) => ok).sort()).toEqual([false, true]);
    const owners = await db
      .selectFrom('account_grant')
      .select('user_id')
      .where('kind', '=', 'owner')
      .execute();
    expect(owners).toHaveLength(1);
    expect(
      await run(owners[0].user_id, 'account.stop', { account: owners[0].user_id, stopped: true }),
    ).toMatchObject({
      ok: false,
      problem: { code: 'last-owner' },
    });
  });

  test('an owner who cannot sign in any more does not count as one', async () => {
    await grant('demo-owner', 'demo-ilse', [OWNS]);
    await set('ilse', { employed_to: '2026-11-01' });
    expect(await grant('demo-owner', 'demo-owner', [])).toMatchObject({ problem: { code: 'last-owner' } });
  });

  test('a grant to a site or an area that is not there is refused, and one whose site goes means nothing', async () => {
    const lead = (site: string, area: string) => [{ kind: 'lead', site, area, seesPay: false }];
    expect(await grant('demo-owner', 'demo-noor', lead('nowhere', 'x'))).toMatchObject({
      problem: { path: 'input.grants[0].site' },
    });
    expect(await grant('demo-owner', 'demo-noor', lead('chandlery', 'bistro-area-3'))).toMatchObject({
      problem: { path: 'input.grants[0].area' },
    });
    expect(await grant('demo-ilse', 'demo-noor', [OWNS])).toMatchObject({ problem: { code: 'forbidden' } });
    await db
      .insertInto('account_grant')
      .values({
        id: 'g',
        user_id: 'demo-noor',
        kind: 'scheduler',
        site_id: 'gone',
        area_id: null,
        sees_pay: 1,
      })
      .execute();
    expect((await actorNamed(db, 'demo-noor')).grants.map(({ kind }) => kind)).toEqual(['staff']);
  });

  test('nobody takes over the account of somebody who may do more by a new address, nor ends it', async () => {
    await grant('demo-owner', 'demo-bram', [OWNS]);
    for (const values of [{ email: 'mine@evil.example' }, { email: null }])
      expect(await patch('demo-ilse', 'bram', values)).toMatchObject({
        ok: false,
        problem: { code: 'forbidden' },
      });
    // What does not reach the account is still the scheduler's to change, and so are those who only work here.
    expect(await patch('demo-ilse', 'bram', { phone: '7' })).toMatchObject({ ok: true });
    expect(await patch('demo-ilse', 'noor', { email: 'noor@new.example' })).toMatchObject({ ok: true });
    expect(await patch('demo-owner', 'bram', { email: 'bram@new.example' })).toMatchObject({ ok: true });
    expect(await patch('demo-bram', 'bram', { email: 'own@new.example' })).toMatchObject({ ok: true });
  });

  test('the last owner does not leave, where that is somebody who works here', async () => {
    await grant('demo-owner', 'demo-bram', [OWNS]);
    expect(await grant('demo-bram', 'demo-owner', [])).toMatchObject({ ok: true });
    const found = await personPage(db, await actorNamed(db, 'demo-bram'), 'bram');
    if (!found.ok) throw new Error('no page');
    const person = { ...found.page.person, employedTo: found.page.choices.today };
    expect(await run('demo-bram', 'person.update', { id: 'bram', person })).toMatchObject({
      problem: { code: 'last-owner' },
    });
  });

  test('a stopped account is out at once, and comes back when it is let', async () => {
    const sent = await cookieOf(db, 'demo-noor');
    await run('demo-owner', 'account.stop', { account: 'demo-noor', stopped: true });
    expect(await who(sent)).toBeNull();
    expect(await enter('112')).toMatchObject({ problem: { code: 'ended' } });
    await run('demo-owner', 'account.stop', { account: 'demo-noor', stopped: false });
    expect(await who(cookie(await enter('112')))).toBe('Noor Haddad');
  });
});
