import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Activity } from '@/core/clock/activity';
import { DAY } from '@/core/time/span';
import { loadPunches } from '@/data/clock/punch-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { askAs, didAs, sheet } from '../hours/testing';
import { MONDAY, db, done, freshDemo } from '../week/testing';
import { activitiesSetup } from './activity-hours';
import { againAtDevice, clockAtDevice, identify } from './at-device';
import { type PairedDevice, deviceOf, pairDevice, pairingCode } from './devices';
import { takeKept } from './kept';
import { makePins } from './pins';

process.env.VICENDA_DATA = mkdtempSync(join(tmpdir(), 'vicenda-activities-'));

const NOW = (MONDAY + 1) * DAY + 600;
const at = (iso: string) => (process.env.VICENDA_NOW = iso);
const one = (id: string, more: Partial<Activity> = {}): Activity => ({
  ...{ id, code: '', name: id, budgetMinutes: null, groups: [], isRetired: false },
  ...more,
});
const STOCK = one('stock', { code: 'ST', name: 'Stock-taking', budgetMinutes: 600 });
const save = (...activities: Activity[]) => askAs(null, 'activities.save', { activities });
const ask = (asks: string) => didAs('demo-ilse', 'clock.asks', { site: 'bistro', asks });
const punches = (person = 'noor') => loadPunches(db, [person], NOW - 600, NOW + 900);

async function paired(more: object = {}): Promise<PairedDevice> {
  await done('device.save', {
    ...{ id: 'door', name: 'Door', groups: [], keeper: null, clocksBreaks: true, hoursValid: null },
    ...{ activity: null, ...more },
  });
  const code = await pairingCode(db, OWNER, { site: 'bistro', device: 'door' });
  if (!code.ok) throw new Error(code.problem.message);
  const made = await pairDevice(db, code.code);
  if (!('cookie' in made)) throw new Error(made.problem.message);
  return (await deviceOf(db, made.cookie.split(';')[0]))!;
}
async function known(device: PairedDevice, person = 'noor') {
  const made = await makePins(db, OWNER, { site: 'bistro', people: [person], how: 'random', digits: 4 });
  if (!made.ok) throw new Error(made.problem.message);
  const found = await identify(db, device, { person, number: null, pin: made.pins.made[0].pin });
  if (!found.ok) throw new Error(found.problem.message);
  return found.at;
}

beforeEach(async () => {
  await freshDemo();
  expect((await save(STOCK, one('training'))).ok).toBe(true);
});

describe('at a device', () => {
  test('nothing is asked unless the site says so', async () => {
    await ask('never');
    const device = await paired();
    const noor = await known(device);
    expect(noor.offered).toEqual({ asks: 'never', activities: [] });
    const said = { id: 'x', ticket: noor.ticket, kind: 'in', activity: 'stock' } as const;
    expect(await clockAtDevice(db, device, said)).toMatchObject({ problem: { code: 'activity' } });
  });

  test('where it has to be said nobody comes in without; going and breaks need no word', async () => {
    await ask('asked');
    const device = await paired();
    const { ticket, offered } = await known(device);
    expect(offered.activities.map(({ name }) => name)).toEqual(['ST Stock-taking', 'training']);
    const clock = (kind: 'in' | 'out', activity: string | null = null) =>
      clockAtDevice(db, device, { id: kind, ticket, kind, activity });
    expect(await clock('in')).toMatchObject({ problem: { message: 'choose what you work at' } });
    expect(await clock('in', 'none')).toMatchObject({ problem: { code: 'activity' } });
    expect((await clock('in', 'stock')).ok).toBe(true);
    const again = await againAtDevice(db, device, ticket);
    expect(again.ok && again.at.activity).toBe('stock');
    expect((await clock('out')).ok).toBe(true);
  });

  test('what the device is set to counts where nobody says, without a connection too', async () => {
    const device = await paired({ activity: 'training' });
    const { ticket } = await known(device);
    expect((await clockAtDevice(db, device, { id: 'a', ticket, kind: 'in' })).ok).toBe(true);
    await takeKept(db, device, {
      deviceNow: NOW * 60_000,
      punches: [
        { id: 'b', person: 'fleur', number: null, kind: 'in', at: NOW * 60_000, sealed: '' },
        { id: 'c', person: 'fleur', number: null, kind: 'out', at: NOW * 60_000, sealed: '' },
      ],
    });
    expect((await punches()).map(({ work }) => work?.activity)).toEqual(['training']);
    const kept = (await punches('fleur')).filter(({ id }) => id === 'b' || id === 'c');
    expect(kept.map(({ work }) => work?.activity ?? null)).toEqual(['training', null]);
  });

  test('a change of work divides the hours, and counts against the budget', async () => {
    await ask('offered');
    const worked = async () => {
      const found = await activitiesSetup(db, OWNER, 'bistro');
      return found.ok ? found.setup.worked.stock : NaN;
    };
    const before = await worked();
    const device = await paired();
    const clock = async (time: string, kind: 'in' | 'out' | 'change', activity: string | null = null) => {
      at(`2026-11-24T${time}:00Z`);
      const { ticket } = await known(device);
      expect(await clockAtDevice(db, device, { id: time, ticket, kind, activity })).toMatchObject({
        ok: true,
      });
    };
    await clock('11:00', 'in');
    await clock('12:00', 'change', 'stock');
    await clock('14:00', 'change');
    await clock('17:00', 'out');
    const day = (await sheet('noor', MONDAY)).days.find(({ date }) => date === MONDAY + 1)!;
    // Six hours less half an hour of break by rule, which falls on the longest piece.
    expect(day.worked).toBe(330);
    expect((await worked()) - before).toBe(120);
  });
});

test('what is of other groups or retired is not offered, and what was clocked cannot be taken away', async () => {
  await ask('offered');
  await save(STOCK, one('yard', { groups: ['nobody'] }), one('old', { isRetired: true }));
  const device = await paired();
  const { ticket, offered } = await known(device);
  expect(offered.activities.map(({ id }) => id)).toEqual(['stock']);
  expect((await clockAtDevice(db, device, { id: 'x', ticket, kind: 'in', activity: 'stock' })).ok).toBe(true);
  expect(await save(one('other'))).toMatchObject({ problem: { code: 'used' } });
  expect((await save({ ...STOCK, isRetired: true })).ok).toBe(true);
});

test('two of one name are refused where the second stands; only who sets up the business changes them', async () => {
  expect(await save(one('a', { name: 'Same' }), one('b', { name: 'same' }))).toMatchObject({
    problem: { path: 'input.activities[1].name' },
  });
  for (const account of ['demo-ilse', 'demo-bram', 'demo-noor', 'demo-payroll'])
    expect(await askAs(account, 'activities.save', { activities: [] })).toMatchObject({
      problem: { code: 'forbidden' },
    });
  for (const account of ['demo-bram', 'demo-noor', 'demo-payroll'])
    expect(await askAs(account, 'clock.asks', { site: 'bistro', asks: 'asked' })).toMatchObject({
      problem: { code: 'forbidden' },
    });
  expect((await activitiesSetup(db, await actorNamed(db, 'demo-noor'), 'bistro')).ok).toBe(false);
});

test('by phone it is the same', async () => {
  await ask('asked');
  await didAs('demo-ilse', 'clock.phones', {
    ...{ site: 'bistro', phone: { isAllowed: true, outside: 'marked', places: [] } },
  });
  const clock = (activity: string | null, kind = 'in', id = 'p') =>
    askAs('demo-noor', 'clock.own', { id, site: 'bistro', kind, activity, position: null });
  expect(await clock(null)).toMatchObject({ problem: { code: 'activity', path: 'input.activity' } });
  expect((await clock('stock')).ok).toBe(true);
  expect((await clock(null, 'change', 'q')).ok).toBe(true);
  expect((await punches()).map(({ work }) => work?.activity ?? null)).toEqual(['stock', null]);
});

test('it is put right by a correction, and stays where a correction says nothing of it', async () => {
  await didAs('demo-ilse', 'clock.punch', {
    ...{ id: 'p', site: 'bistro', person: 'noor', kind: 'in', at: null, note: '' },
  });
  const correct = (id: string, of: string, instead: object) =>
    askAs('demo-ilse', 'clock.correct', {
      ...{ site: 'bistro', person: 'noor', reason: 'was stock-taking' },
      changes: [{ id, punch: of, instead }],
    });
  expect(await correct('x', 'p', { kind: 'in', at: NOW, activity: 'none' })).toMatchObject({
    problem: { path: 'input.changes[0].instead.activity' },
  });
  expect((await correct('q', 'p', { kind: 'in', at: NOW, activity: 'stock' })).ok).toBe(true);
  expect((await correct('r', 'q', { kind: 'in', at: NOW - 5 })).ok).toBe(true);
  expect((await punches()).find(({ id }) => id === 'r')!.work?.activity).toBe('stock');
});

describe('a code of who schedules', () => {
  test('clocks others in and out, which says by whom', async () => {
    const device = await paired();
    const ilse = await known(device, 'ilse');
    expect(ilse.clocksOthers).toBe(true);
    const noor = await againAtDevice(db, device, ilse.ticket, 'noor');
    if (!noor.ok) throw new Error(noor.problem.message);
    expect(noor.at).toMatchObject({ person: 'noor', by: 'Ilse Brandt', clocksOthers: false });
    expect((await clockAtDevice(db, device, { id: 'x', ticket: noor.at.ticket, kind: 'in' })).ok).toBe(true);
    expect(await punches()).toMatchObject([
      { person: 'noor', source: 'scheduler', recordedBy: 'Ilse Brandt', device: 'door' },
    ]);
    // A ticket for somebody else opens nobody else.
    expect(await againAtDevice(db, device, noor.at.ticket, 'fleur')).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });

  test('is one only of who may clock for others, and only for people of the device', async () => {
    const device = await paired();
    const noor = await known(device);
    expect(noor.clocksOthers).toBe(false);
    expect(await againAtDevice(db, device, noor.ticket, 'fleur')).toMatchObject({
      problem: { code: 'forbidden' },
    });
    const ilse = await known(device, 'ilse');
    expect(await againAtDevice(db, device, ilse.ticket, 'rafe')).toMatchObject({
      problem: { code: 'unknown' },
    });
  });
});
