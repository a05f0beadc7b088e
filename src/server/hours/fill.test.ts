import { beforeEach, expect, test } from '@jest/globals';
import { askAs, didAs, hoursRules } from './testing';
import { MONDAY, db, freshDemo } from '../week/testing';

// Noor types her hours here instead of clocking; on Tuesday of the week.

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
  await db.updateTable('person').set({ hours_from: 'typed' }).where('id', '=', 'noor').execute();
});

const fill = (account: string | null, from: string, more: object = {}) =>
  askAs(account, account === 'demo-noor' ? 'hours.fill-own' : 'hours.fill', {
    ...{ person: 'noor', first: MONDAY, from },
    ...more,
  });
const rows = () =>
  db
    .selectFrom('typed_hours')
    .select(['date', 'minutes', 'kind', 'by_name'])
    .where('person_id', '=', 'noor')
    .where('date', '>=', '2026-11-23')
    .orderBy('date')
    .execute();

test('from the plan, up to today, by oneself or who approves; what stands stays, and it can be taken back', async () => {
  await didAs('demo-noor', 'hours.type', {
    ...{ person: 'noor', date: MONDAY },
    rows: [{ id: 'mine', kind: null, role: null, note: '', span: null, minutes: 60 }],
  });
  const done = await fill('demo-noor', 'plan');
  expect(done).toMatchObject({ ok: true, title: 'Filled 1 day of Noor Haddad from the plan' });
  expect(await rows()).toMatchObject([
    { date: '2026-11-23', minutes: 60 },
    { date: '2026-11-24', minutes: 330, by_name: 'Noor Haddad' },
  ]);
  expect(await fill('demo-ilse', 'plan')).toMatchObject({ problem: { code: 'nothing' } });
});

test('from the usual week where one is set, and from the last period', async () => {
  await db.updateTable('person').set({ usual_week: null }).where('id', '=', 'noor').execute();
  expect(await fill('demo-ilse', 'usual-week')).toMatchObject({
    problem: { message: 'no usual week is set for this person' },
  });
  await db.updateTable('person').set({ usual_week: '[240,0,0,0,0,0,0]' }).where('id', '=', 'noor').execute();
  expect((await fill('demo-ilse', 'usual-week')).ok).toBe(true);
  await didAs('demo-ilse', 'hours.enter', {
    ...{ person: 'noor', date: MONDAY - 6 },
    rows: [{ id: 'old', kind: null, role: null, note: 'late', span: { from: 600, to: 840 }, minutes: 0 }],
  });
  expect((await fill('demo-noor', 'last-period')).ok).toBe(true);
  expect(await rows()).toMatchObject([
    { date: '2026-11-23', minutes: 240, by_name: 'Ilse Brandt' },
    { date: '2026-11-24', minutes: 0 },
  ]);
});

test('not where hours are clocked, submitted, somebody else’s, or from a date on which no period begins', async () => {
  expect(await fill('demo-noor', 'plan', { first: MONDAY + 1 })).toMatchObject({
    problem: { path: 'input.first' },
  });
  expect(
    await askAs('demo-emil', 'hours.fill-own', { person: 'noor', first: MONDAY, from: 'plan' }),
  ).toMatchObject({
    problem: { code: 'forbidden' },
  });
  expect(
    await askAs('demo-emil', 'hours.fill', { person: 'noor', first: MONDAY, from: 'plan' }),
  ).toMatchObject({
    problem: { code: 'forbidden' },
  });
  await didAs('demo-noor', 'hours.submit', { person: 'noor', first: MONDAY });
  expect(await fill('demo-noor', 'plan')).toMatchObject({ problem: { code: 'submitted' } });
  await db.updateTable('person').set({ hours_from: 'clock' }).where('id', '=', 'noor').execute();
  expect(await fill('demo-ilse', 'plan')).toMatchObject({
    problem: { message: 'these hours are not typed' },
  });
});
