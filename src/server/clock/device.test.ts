import { constants, createPublicKey, publicEncrypt } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { CLOCK_RULE_SETS } from '@/core/clock/clock-rules';
import { DAY } from '@/core/time/span';
import { loadPunches } from '@/data/clock/punch-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { LAST, didAs, sheet } from '../hours/testing';
import { MONDAY, db, done, freshDemo } from '../week/testing';
import { againAtDevice, clockAtDevice, devicePage, identify } from './at-device';
import { takeKept } from './kept';
import { type PairedDevice, deviceOf, pairDevice, pairingCode } from './devices';
import { makePins, setOwnPin } from './pins';
import { DEVICE, pairedDevice, pinOf } from './testing';

process.env.VICENDA_DATA = mkdtempSync(join(tmpdir(), 'vicenda-device-'));

const NOW = (MONDAY + 1) * DAY + 600;
const at = (iso: string) => (process.env.VICENDA_NOW = iso);

let cookie = '';
async function paired(more: object = {}): Promise<PairedDevice> {
  const made = await pairedDevice(more);
  cookie = made.cookie;
  return made.device;
}

const who = (device: PairedDevice, pin: string, more: object = { person: 'noor' }) =>
  identify(db, device, { person: null, number: null, pin, ...more });
const known = async (device: PairedDevice, pin: string) => {
  const found = await who(device, pin);
  if (!found.ok) throw new Error(found.problem.message);
  return found.at;
};
const punches = async (person = 'noor') => loadPunches(db, [person], NOW - 600, NOW + 600);

beforeEach(freshDemo);

describe('a device', () => {
  test('is paired once by a code, within a quarter of an hour, and holds a token of its own', async () => {
    await done('device.save', DEVICE);
    const code = await pairingCode(db, OWNER, { site: 'bistro', device: 'door' });
    if (!code.ok) throw new Error();
    expect(await pairDevice(db, 'AAAA-AAAA-AAAA')).toMatchObject({ ok: false });
    at('2026-11-24T10:16:00Z');
    expect(await pairDevice(db, code.code)).toMatchObject({ ok: false });
    at('2026-11-24T10:14:00Z');
    const made = await pairDevice(db, code.code);
    const token = 'cookie' in made ? made.cookie.split(/[=;]/)[1] : '';
    expect(token.length).toBeGreaterThan(40);
    expect(await pairDevice(db, code.code)).toMatchObject({ ok: false });
    const row = await db.selectFrom('clock_device').selectAll().executeTakeFirstOrThrow();
    expect(JSON.stringify(row)).not.toContain(token);
  });

  test('ends when it is ended, when its hours are over, and where the site does without a clock', async () => {
    await paired({ hoursValid: 2 });
    at('2026-11-24T11:59:00Z');
    expect(await deviceOf(db, cookie)).not.toBeNull();
    at('2026-11-24T12:00:00Z');
    expect(await deviceOf(db, cookie)).toBeNull();
    at('2026-11-24T11:00:00Z');
    await db.updateTable('site').set({ capabilities_off: '["clock"]' }).where('id', '=', 'bistro').execute();
    expect(await deviceOf(db, cookie)).toBeNull();
    await db.updateTable('site').set({ capabilities_off: '[]' }).where('id', '=', 'bistro').execute();
    await done('device.end', { id: 'door' });
    expect(await deviceOf(db, cookie)).toBeNull();
    expect(await pairingCode(db, OWNER, { site: 'bistro', device: 'door' })).toMatchObject({ ok: false });
  });

  test('is set up and paired by who sets up the site, and by nobody else', async () => {
    await done('device.save', DEVICE);
    for (const name of ['demo-noor', 'demo-bram', 'demo-hanne', 'demo-payroll']) {
      const actor = await actorNamed(db, name);
      expect(await pairingCode(db, actor, { site: 'bistro', device: 'door' })).toMatchObject({ ok: false });
      expect(
        await makePins(db, actor, { site: 'bistro', people: ['noor'], how: 'random', digits: 4 }),
      ).toMatchObject({ ok: false });
    }
  });

  test('has the people of its site or of its groups, and says nothing else of them', async () => {
    const device = await paired();
    const page = await devicePage(db, device);
    expect(page.people.map(({ id }) => id)).toContain('noor');
    expect(page.people.map(({ id }) => id)).not.toContain('petra');
    expect(Object.keys(page.people[0]).sort()).toEqual(['hasPin', 'id', 'name']);
    await db.updateTable('person').set({ groups: '["Keys"]' }).where('id', '=', 'teo').execute();
    await done('device.save', { ...DEVICE, groups: ['Keys'] });
    const mine = (await deviceOf(db, cookie))!;
    expect((await devicePage(db, mine)).people.map(({ id }) => id)).toEqual(['teo']);
    const pin = await pinOf('noor');
    expect(await who(mine, pin)).toMatchObject({ ok: false, problem: { code: 'pin' } });
  });
});

describe('somebody', () => {
  test('is known by name or number and PIN, clocks in, goes on a break and out, and sees the hours', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const first = await known(device, pin);
    expect(first).toMatchObject({ name: 'Noor Haddad', state: 'out', next: ['in'] });
    expect(first.week).toBeGreaterThan(0);
    const clock = (id: string, kind: 'in' | 'out' | 'break-begins' | 'break-ends', ticket = first.ticket) =>
      clockAtDevice(db, device, { id, ticket, kind });
    expect(await clock('a', 'in')).toEqual({ ok: true, at: NOW });
    // Sent again it is the same.
    expect(await clock('a', 'in')).toEqual({ ok: true, at: NOW });
    expect((await punches()).filter(({ at: minute }) => minute === NOW)).toHaveLength(1);
    expect(await known(device, pin)).toMatchObject({
      state: 'in',
      since: NOW,
      next: ['out', 'break-begins'],
    });
    at('2026-11-24T10:00:30Z');
    await clock('b', 'break-begins');
    expect(await againAtDevice(db, device, first.ticket)).toMatchObject({
      at: { state: 'on-break', next: ['break-ends', 'out'] },
    });
    at('2026-11-24T10:02:00Z');
    expect(await clock('c', 'out')).toMatchObject({ ok: false, problem: { code: 'ticket' } });
    const number = (await db
      .selectFrom('person')
      .select('number')
      .where('id', '=', 'noor')
      .executeTakeFirst())!;
    if (number.number) expect(await who(device, pin, { number: number.number })).toMatchObject({ ok: true });
    const all = await punches();
    expect(all.every(({ source, device: its }) => source === 'device' && its === 'door')).toBe(true);
  });

  test('is not known by another ticket, device or PIN', async () => {
    const device = await paired();
    const { ticket } = await known(device, await pinOf('noor'));
    const [until, , seal] = ticket.split('.');
    const forged = `${until}.${Buffer.from('teo').toString('base64url')}.${seal}`;
    for (const other of [forged, `9${ticket}`, 'x', ''])
      expect(await clockAtDevice(db, device, { id: 'x', ticket: other, kind: 'in' })).toMatchObject({
        ok: false,
      });
    expect(
      await clockAtDevice(db, { ...device, id: 'other' }, { id: 'x', ticket, kind: 'in' }),
    ).toMatchObject({
      ok: false,
    });
  });

  test('waits after five wrong PINs, longer each time, wherever they were tried; the right one then is no help', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const wrong = pin === '1234' ? '4321' : '1234';
    for (let i = 0; i < 5; i++) expect(await who(device, wrong)).toMatchObject({ problem: { code: 'pin' } });
    expect(await who(device, pin)).toMatchObject({ ok: false, problem: { code: 'wait' } });
    at('2026-11-24T10:01:01Z');
    expect(await who(device, wrong)).toMatchObject({ problem: { code: 'pin' } });
    expect(await who(device, pin)).toMatchObject({
      problem: { message: 'too many wrong PINs: try again in 2 min' },
    });
    at('2026-11-24T10:04:00Z');
    expect(await who(device, pin)).toMatchObject({ ok: true });
  });

  test('guessing for everybody makes the device wait', async () => {
    const device = await paired();
    let last: unknown = null;
    for (let i = 0; i < 100; i++) {
      const now = (await deviceOf(db, cookie))!;
      last = await who(now, String(1000 + i), { person: i % 2 ? 'teo' : 'nobody' });
      if ((last as { problem: { code: string } }).problem.code === 'wait' && now.locked_until) break;
    }
    expect((await deviceOf(db, cookie))!.locked_until).not.toBeNull();
    expect((await deviceOf(db, cookie))!.tries).toBeLessThanOrEqual(20);
    expect(device.tries).toBe(0);
  });

  test('is known by a PIN alone from six figures on', async () => {
    const device = await paired();
    const short = await pinOf('noor');
    expect(await who(device, short, {})).toMatchObject({ ok: false, problem: { code: 'pin' } });
    const long = await pinOf('noor', 'random', 6);
    expect(await who(device, long, {})).toMatchObject({ ok: true, at: { person: 'noor' } });
  });

  test('is not let in too early where the site says so', async () => {
    const device = await paired();
    const { since: _none, ...strict } = CLOCK_RULE_SETS[2].rules;
    await done('clock.rules', { since: MONDAY, rules: strict });
    // Noor begins at 17:00 on Thursday.
    const shift = await db
      .selectFrom('published_shift')
      .select(['date', 'from_minute'])
      .where('person_id', '=', 'noor')
      .where('date', '>=', '2026-11-24')
      .orderBy('date')
      .executeTakeFirstOrThrow();
    const minute = (time: number) =>
      new Date(Date.parse(`${shift.date}T00:00:00Z`) + time * 60_000).toISOString();
    at(minute(shift.from_minute - 16));
    const early = await known(device, await pinOf('noor'));
    expect(early.tooEarly).toMatch(/^you can clock in from /);
    expect(await clockAtDevice(db, device, { id: 'e', ticket: early.ticket, kind: 'in' })).toMatchObject({
      problem: { code: 'early' },
    });
    at(minute(shift.from_minute - 15));
    const fine = await againAtDevice(db, device, early.ticket);
    expect(fine.ok && fine.at.tooEarly).toBeNull();
    expect(await clockAtDevice(db, device, { id: 'e', ticket: early.ticket, kind: 'in' })).toMatchObject({
      ok: true,
    });
  });
});

describe('PINs', () => {
  test('are made for several, told once, and kept as hashes alone', async () => {
    const people = ['noor', 'teo', 'fleur'];
    const found = await makePins(db, OWNER, { site: 'bistro', people, how: 'random', digits: 6 });
    if (!found.ok) throw new Error();
    const pins = found.pins.made.map(({ pin }) => pin);
    expect(new Set(pins).size).toBe(3);
    const rows = await db.selectFrom('person_pin').selectAll().execute();
    const log = await db.selectFrom('activity').selectAll().where('kind', '=', 'clock.pins').execute();
    expect(log).toHaveLength(1);
    for (const pin of pins) expect(JSON.stringify([rows, log])).not.toContain(pin);
  });

  test('from phones are made where nobody has the same last figures; others are listed', async () => {
    await db
      .updateTable('person')
      .set({ phone: '+351 900 1234' })
      .where('id', 'in', ['noor', 'teo'])
      .execute();
    await db.updateTable('person').set({ phone: '+351 900 5678' }).where('id', '=', 'fleur').execute();
    await db.updateTable('person').set({ phone: null }).where('id', '=', 'wanja').execute();
    const people = ['noor', 'teo', 'fleur', 'wanja'];
    const found = await makePins(db, OWNER, { site: 'bistro', people, how: 'phone', digits: 4 });
    if (!found.ok) throw new Error();
    expect(found.pins.made).toMatchObject([{ name: 'Fleur Okafor', pin: '5678' }]);
    expect(found.pins.left.map(({ why }) => why).sort()).toEqual([
      'has no phone number of 4 figures',
      'has the same last figures as somebody else',
      'has the same last figures as somebody else',
    ]);
  });

  test('are changed by whose they are, and are nobody else’s', async () => {
    const device = await paired();
    const noor = await actorNamed(db, 'demo-noor');
    const lior = await actorNamed(db, 'demo-lior');
    expect(await setOwnPin(db, noor, '2580')).toEqual({ ok: true });
    expect(await setOwnPin(db, lior, '2580')).toMatchObject({ ok: false, problem: { code: 'taken' } });
    for (const bad of ['123', '123456789', 'abcd', '1111'])
      expect(await setOwnPin(db, noor, bad)).toMatchObject({ ok: false, problem: { code: 'input' } });
    expect(await who(device, '2580')).toMatchObject({ ok: true });
  });
});

describe('without a connection', () => {
  const seal = async (device: PairedDevice, pin: string) =>
    publicEncrypt(
      {
        key: createPublicKey({
          key: Buffer.from((await devicePage(db, device)).key, 'base64'),
          format: 'der',
          type: 'spki',
        }),
        padding: constants.RSA_PKCS1_OAEP_PADDING,
        oaepHash: 'sha256',
      },
      Buffer.from(pin),
    ).toString('base64');
  const MS = NOW * 60_000;
  const kept = (id: string, sealed: string, more: object = {}) => ({
    ...{ id, person: 'noor', number: null, kind: 'in' as const, at: MS - 3_600_000, sealed },
    ...more,
  });

  test('punches are kept by the device and taken once, each with its own time', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const input = { deviceNow: MS, punches: [kept('k1', await seal(device, pin))] };
    expect(await takeKept(db, device, input)).toEqual({ ok: true, taken: ['k1'], wrong: [] });
    expect(await takeKept(db, device, input)).toMatchObject({ taken: ['k1'] });
    expect((await punches()).filter(({ at: minute }) => minute === NOW - 60)).toMatchObject([{ id: 'k1' }]);
  });

  test('a wrong PIN, or none at all, is an exception and no loss', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const input = {
      deviceNow: MS,
      punches: [
        kept('k1', await seal(device, pin === '1234' ? '4321' : '1234')),
        kept('k2', 'garbage', { kind: 'out', at: MS - 60_000 }),
      ],
    };
    expect(await takeKept(db, device, input)).toMatchObject({ taken: ['k1', 'k2'] });
    expect((await punches()).filter(({ isUnverified }) => isUnverified)).toHaveLength(2);
    const { days } = await sheet('noor', MONDAY);
    expect(days[1].look).toContain('wrong PIN');
    expect(LAST).toBeLessThan(MONDAY);
  });

  test('a device whose clock is an hour off is put right, and says so; who cannot be told stays at the device', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const off = 3_600_000;
    const input = {
      deviceNow: MS + off,
      punches: [
        kept('k1', await seal(device, pin), { at: MS + off - 600_000 }),
        kept('k2', await seal(device, pin), { person: 'petra' }),
      ],
    };
    expect(await takeKept(db, device, input)).toMatchObject({ taken: ['k1'], wrong: ['k2'] });
    const mine = (await punches()).find(({ id }) => id === 'k1')!;
    expect(mine).toMatchObject({ at: NOW - 10, note: 'the clock of the device was off' });
  });

  test('on one device in and on another out is one stint, in whatever order they arrive', async () => {
    const device = await paired();
    const pin = await pinOf('noor');
    const sealed = await seal(device, pin);
    await takeKept(db, device, {
      deviceNow: MS,
      punches: [kept('out', sealed, { kind: 'out', at: MS - 60_000 })],
    });
    await takeKept(db, device, { deviceNow: MS, punches: [kept('in', sealed, { at: MS - 7_200_000 })] });
    const { days } = await sheet('noor', MONDAY);
    expect(days[1].entry?.parts[0].stints[0].stint).toMatchObject({ in: { id: 'in' }, out: { id: 'out' } });
  });
});

test('what was clocked at a device is in the log under its name', async () => {
  const device = await paired();
  const { ticket } = await known(device, await pinOf('noor'));
  await clockAtDevice(db, device, { id: 'a', ticket, kind: 'in' });
  const row = await db
    .selectFrom('activity')
    .select(['actor', 'title'])
    .where('kind', '=', 'clock.device')
    .executeTakeFirstOrThrow();
  expect(row).toEqual({ actor: 'device door', title: 'Clocked at Back door' });
  await didAs(null, 'device.end', { site: 'bistro', id: 'door' });
});
