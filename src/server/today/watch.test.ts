import { beforeEach, expect, test } from '@jest/globals';
import { askAs, didAs } from '../hours/testing';
import { db, freshDemo } from '../week/testing';
import { watchToday } from './watch';

beforeEach(freshDemo);

const rule = (more: object = {}) => ({
  ...{ id: 'r1', kind: 'missing', minutes: 30, groups: [], tells: ['schedulers'], people: [] },
  text: '{name}, {time}: {cover}',
  ...more,
});
const alerts = (...rules: object[]) => didAs('demo-ilse', 'clock.alerts', { site: 'bistro', alerts: rules });
const told = () =>
  db
    .selectFrom('outbox')
    .select(['person_id', 'subject', 'way'])
    .where('subject', 'like', 'Wanja%')
    .execute();
const at = (iso: string) => (process.env.VICENDA_NOW = iso);

test('who is missing is told once to who schedules, with who could step in, and is kept', async () => {
  await alerts(rule());
  await watchToday(db);
  const [first] = await told();
  expect(first.person_id).toBe('ilse');
  expect(first.subject).toMatch(/^Wanja Ekström, 7:00: .+/);
  const kept = await db.selectFrom('clock_alert').selectAll().execute();
  expect(kept.filter(({ person_id }) => person_id === 'wanja')).toMatchObject([
    { site_id: 'bistro', kind: 'missing', told: JSON.stringify(['Ilse Brandt']) },
  ]);
  const before = (await told()).length;
  at('2026-11-24T10:05:00Z');
  await watchToday(db);
  expect(await told()).toHaveLength(before);
});

test('nothing is told where nobody said so, before its time, or once the person is there', async () => {
  await watchToday(db);
  await alerts(rule({ minutes: 181 }));
  at('2026-11-24T10:00:30Z');
  await watchToday(db);
  expect(await told()).toEqual([]);
  await didAs('demo-ilse', 'clock.punch', {
    ...{ id: 'p', site: 'bistro', person: 'wanja', kind: 'in', at: null, note: '' },
  });
  at('2026-11-24T10:30:00Z');
  await watchToday(db);
  expect(await told()).toEqual([]);
});

test('a person is reminded themselves, and others who are named', async () => {
  await alerts(rule({ tells: ['person'], people: ['bram'], text: '{name}: clock in' }));
  await watchToday(db);
  expect(new Set((await told()).map(({ person_id }) => person_id))).toEqual(new Set(['wanja', 'bram']));
});

test.each([
  ['of nobody', { tells: [], people: [] }, 'input.alerts[0].tells'],
  ['of who is not there', { people: ['nobody'] }, 'input.alerts[0].people'],
  ['without a text', { text: ' ' }, 'input.alerts[0].text'],
])('an alert %s is refused', async (_, more, path) => {
  expect(await askAs('demo-ilse', 'clock.alerts', { site: 'bistro', alerts: [rule(more)] })).toMatchObject({
    ok: false,
    problem: { path },
  });
  expect(await askAs('demo-bram', 'clock.alerts', { site: 'bistro', alerts: [rule()] })).toMatchObject({
    ok: false,
    problem: { code: 'forbidden' },
  });
});
