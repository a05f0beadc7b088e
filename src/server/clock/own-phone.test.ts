import { beforeEach, expect, test } from '@jest/globals';
import { DAY } from '@/core/time/span';
import { loadPunches } from '@/data/clock/punch-store';
import { actorNamed } from '../accounts/testing';
import { askAs, didAs, sheet } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { ownClock } from './own-phone';

const NOW = (MONDAY + 1) * DAY + 600;
const DOOR = { id: 'd', name: 'Door', latitude: 38.7, longitude: -9.1, radius: 100, groups: [] };
const HERE = { latitude: 38.7001, longitude: -9.1, accuracy: 5 };
const AWAY = { latitude: 38.75, longitude: -9.1, accuracy: 5 };

const allow = (more: object = {}) =>
  didAs('demo-ilse', 'clock.phones', {
    site: 'bistro',
    phone: { isAllowed: true, outside: 'marked', places: [], ...more },
  });
const punch = (more: object = {}) => ({
  id: 'p1',
  site: 'bistro',
  kind: 'in',
  activity: null,
  position: null,
  ...more,
});
const mine = async () => (await loadPunches(db, ['noor'], NOW - 5, NOW + 5))[0];

beforeEach(freshDemo);

test('by phone one clocks only where the site allows it, for oneself, where one works', async () => {
  expect(await askAs('demo-noor', 'clock.own', punch())).toMatchObject({ problem: { code: 'forbidden' } });
  await allow();
  await didAs('demo-noor', 'clock.own', punch());
  expect(await mine()).toMatchObject({ person: 'noor', source: 'phone', at: NOW, kind: 'in' });
  expect(await mine()).not.toHaveProperty('place');
  expect(await askAs('demo-noor', 'clock.own', punch())).toMatchObject({ problem: { code: 'taken' } });
  for (const other of [punch({ site: 'chandlery', id: 'x' }), punch({ site: 'none', id: 'x' })])
    expect(await askAs('demo-noor', 'clock.own', other)).toMatchObject({ problem: { code: 'unknown' } });
  expect(await askAs('demo-payroll', 'clock.own', punch({ id: 'x' }))).toMatchObject({
    problem: { code: 'forbidden' },
  });
  for (const account of ['demo-noor', 'demo-bram', 'demo-hanne'])
    expect(
      await askAs(account, 'clock.phones', {
        site: 'bistro',
        phone: { isAllowed: true, outside: 'marked', places: [] },
      }),
    ).toMatchObject({ problem: { code: 'forbidden' } });
});

test('elsewhere it is refused or marked, as set; where it was is kept nowhere', async () => {
  await allow({ places: [DOOR], outside: 'refused' });
  expect(await askAs('demo-noor', 'clock.own', punch({ position: AWAY }))).toMatchObject({
    problem: { message: 'you are 5.6 km away from where people clock here' },
  });
  expect(await askAs('demo-noor', 'clock.own', punch())).toMatchObject({ problem: { code: 'place' } });
  await didAs('demo-noor', 'clock.own', punch({ position: HERE }));
  expect(await mine()).toMatchObject({ place: { isInside: true, metres: 11 } });
  await allow({ places: [DOOR], outside: 'marked' });
  await didAs('demo-noor', 'clock.own', punch({ id: 'p2', kind: 'out', position: AWAY }));
  const { days } = await sheet('noor', MONDAY);
  expect(days[1].look).toContain('elsewhere');
  const all = await db.selectFrom('punch').selectAll().where('source', '=', 'phone').execute();
  const log = await db.selectFrom('activity').selectAll().where('kind', '=', 'clock.own').execute();
  expect(JSON.stringify([all, log])).not.toMatch(/38\.7|-9\.1/);
});

test('a phone shows how one stands, and where one can clock', async () => {
  const actor = await actorNamed(db, 'demo-noor');
  expect(await ownClock(db, actor)).toMatchObject({ clock: { state: 'out', sites: [] } });
  await allow({ places: [DOOR] });
  await didAs('demo-noor', 'clock.own', punch({ position: HERE }));
  expect(await ownClock(db, actor)).toMatchObject({
    clock: {
      state: 'in',
      since: NOW,
      next: ['out', 'break-begins'],
      sites: [{ id: 'bistro', asksPlace: true }],
    },
  });
});
