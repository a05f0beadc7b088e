import { beforeEach, expect, test } from '@jest/globals';
import { db, freshDemo } from '../week/testing';
import { LAST, didAs, hoursRules } from './testing';
import { remindOfHours } from './remind';

beforeEach(async () => {
  await freshDemo();
  await hoursRules({ deadlineDays: 2 });
});

const reminded = async () =>
  (
    await db
      .selectFrom('clock_alert')
      .select('person_id')
      .where('kind', '=', 'hours-due')
      .where('site_id', '=', 'bistro')
      .execute()
  ).map(({ person_id }) => person_id);

test('who has not submitted is reminded once on the day their hours are due', async () => {
  await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
  // Last week ended on Sunday; two days later is this Tuesday.
  await remindOfHours(db);
  const first = await reminded();
  expect(first).toContain('teo');
  expect(first).not.toContain('noor');
  const sent = await db.selectFrom('outbox').select('subject').where('person_id', '=', 'teo').execute();
  expect(sent.map(({ subject }) => subject)).toContain(
    'Your hours of 16–22 November are to be submitted today.',
  );
  await remindOfHours(db);
  expect(await reminded()).toEqual(first);
});

test('nobody before nine, on another day, or where hours are not kept', async () => {
  process.env.VICENDA_NOW = '2026-11-24T08:59:00Z';
  await remindOfHours(db);
  expect(await reminded()).toEqual([]);
  process.env.VICENDA_NOW = '2026-11-25T10:00:00Z';
  await remindOfHours(db);
  expect(await reminded()).toEqual([]);
  await db.updateTable('site').set({ capabilities_off: '["hours"]' }).where('id', '=', 'bistro').execute();
  process.env.VICENDA_NOW = '2026-12-01T10:00:00Z';
  await remindOfHours(db);
  expect(await reminded()).toEqual([]);
});
