import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, expect, test } from '@jest/globals';
import { loadPunches } from '@/data/clock/punch-store';
import { eraseEverywhere } from '@/data/people/erased';
import { askAs, didAs } from '../hours/testing';
import { db, freshDemo } from '../week/testing';
import { forgetPhotos, keepPhoto, photoOf } from './photos';
import { clockAtDevice, identify } from './at-device';
import { pairedDevice, pinOf } from './testing';

// A photo may be taken when somebody clocks: kept for some days, for who corrects times, and never in the way of clocking.

process.env.VICENDA_DATA = mkdtempSync(join(tmpdir(), 'vicenda-photos-'));

const clock = (to: string) => (process.env.VICENDA_NOW = to);
const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.from('a face')]).toString('base64');
const phones = { isAllowed: true, outside: 'marked', places: [] };

beforeEach(async () => {
  await freshDemo();
  clock('2026-11-24T10:00:00Z');
  await didAs('demo-ilse', 'clock.phones', { site: 'bistro', phone: phones });
});

const takes = (days: number | null) => didAs('demo-ilse', 'clock.photos', { site: 'bistro', days });
const clockIn = (id = 'p1') =>
  didAs('demo-noor', 'clock.own', { id, site: 'bistro', kind: 'in', activity: null, position: null });
const keep = (punch = 'p1', image = JPEG, person = 'noor') => keepPhoto(db, { person }, { punch, image });
const hasPhoto = async () => {
  const at = Math.floor(Date.parse('2026-11-24T10:00:00Z') / 60_000);
  const punches = await loadPunches(db, ['noor'], at - 60, at + 60);
  return punches.find(({ id }) => id === 'p1')!.hasPhoto ?? false;
};

test('it is kept once with a punch of just now, where the site says so, and told with the punch', async () => {
  await clockIn();
  expect(await keep()).toMatchObject({ problem: { code: 'off' } });
  await takes(7);
  expect(await keep('p1', Buffer.from('<svg>').toString('base64'))).toMatchObject({
    problem: { code: 'type' },
  });
  expect(await hasPhoto()).toBe(false);
  expect(await keep()).toEqual({ ok: true });
  expect(await hasPhoto()).toBe(true);
  // Another does not take its place.
  expect(await keep('p1', Buffer.from([0xff, 0xd8, 0xff]).toString('base64'))).toEqual({ ok: true });
  const found = await photoOf(db, 'bistro', 'p1');
  expect(found.ok && Buffer.from(found.image).toString('base64')).toBe(JPEG);
  expect(await photoOf(db, 'chandlery', 'p1')).toMatchObject({ problem: { code: 'unknown' } });
});

test('nobody adds one to what is not theirs, was entered for them, or was long ago', async () => {
  await takes(7);
  await clockIn();
  const other = { problem: { code: 'unknown' } };
  expect(await keep('p1', JPEG, 'emil')).toMatchObject(other);
  expect(await keep('nothing')).toMatchObject(other);
  await didAs('demo-ilse', 'clock.punch', {
    ...{ id: 'p2', site: 'bistro', person: 'noor', kind: 'out', at: null, note: '' },
  });
  expect(await keep('p2')).toMatchObject(other);
  clock('2026-11-24T10:02:01Z');
  expect(await keep()).toMatchObject(other);
});

test('a device keeps one for what was clocked at it, and no other device does', async () => {
  await takes(7);
  const { device } = await pairedDevice();
  const asked = { person: 'noor', number: null, pin: await pinOf('noor') };
  const known = await identify(db, device, asked);
  if (!known.ok) throw new Error(known.problem.message);
  await clockAtDevice(db, device, { id: 'p1', ticket: known.at.ticket, kind: 'in' });
  const image = { punch: 'p1', image: JPEG };
  expect(await keepPhoto(db, { device: { ...device, id: 'another' } }, image)).toMatchObject({ ok: false });
  expect(await keepPhoto(db, { person: 'noor' }, image)).toMatchObject({ ok: false });
  expect(await keepPhoto(db, { device }, image)).toEqual({ ok: true });
});

test('it goes after its days to the minute, when none is taken any more, and with the person', async () => {
  await takes(2);
  await clockIn();
  await keep();
  clock('2026-11-26T09:59:59Z');
  await forgetPhotos(db);
  expect((await photoOf(db, 'bistro', 'p1')).ok).toBe(true);
  clock('2026-11-26T10:00:00Z');
  // It is not shown any more even before it is taken away.
  expect((await photoOf(db, 'bistro', 'p1')).ok).toBe(false);
  await forgetPhotos(db);
  const left = () => db.selectFrom('punch_photo').selectAll().execute();
  expect(await left()).toEqual([]);

  await didAs('demo-noor', 'clock.own', {
    ...{ id: 'p3', site: 'bistro', kind: 'out', activity: null, position: null },
  });
  expect(await keep('p3')).toEqual({ ok: true });
  await takes(null);
  await forgetPhotos(db);
  expect(await left()).toEqual([]);

  await takes(90);
  await didAs('demo-noor', 'clock.own', {
    ...{ id: 'p4', site: 'bistro', kind: 'in', activity: null, position: null },
  });
  await keep('p4');
  await eraseEverywhere(db, 'noor', '2026-11-26T10:00:00Z');
  expect(await left()).toEqual([]);
});

test('only who sets up the site says so, within limits', async () => {
  expect(await askAs('demo-noor', 'clock.photos', { site: 'bistro', days: 7 })).toMatchObject({ ok: false });
  expect(await askAs('demo-ilse', 'clock.photos', { site: 'bistro', days: 91 })).toMatchObject({ ok: false });
});
