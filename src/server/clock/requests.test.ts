import { beforeEach, expect, test } from '@jest/globals';
import { standingPunches } from '@/core/clock/punch';
import { DAY } from '@/core/time/span';
import { LAST, askAs, didAs, hoursRules, rowOf, sheet } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
});

const AT = LAST * DAY + 1000;
const asking = (more: object = {}) => ({
  ...{ id: 'q1', punch: null, kind: 'out', at: AT, reason: 'forgot' },
  ...more,
});
const answer = (isAgreed: boolean, more: object = {}) => ({
  ...{ id: 'q1', site: 'bistro', punch: 'p1', isAgreed, answer: '' },
  ...more,
});
const standing = async () => standingPunches((await sheet('noor')).punches);

test('what was forgotten is asked for, told to who plans, and clocked once it is agreed to', async () => {
  await didAs('demo-noor', 'clock.ask', asking());
  expect((await rowOf('noor')).asked).toBe(1);
  const told = await db.selectFrom('outbox').select(['person_id', 'subject']).execute();
  expect(told).toContainEqual({ person_id: 'ilse', subject: 'Noor Haddad asks about the clock' });
  expect((await standing()).some(({ at }) => at === AT)).toBe(false);
  await didAs('demo-ilse', 'clock.answer', answer(true));
  expect((await standing()).find(({ at }) => at === AT)).toMatchObject({ id: 'p1', isByHand: true });
  expect((await sheet('noor')).requests).toMatchObject([{ state: 'agreed' }]);
  expect(await askAs('demo-ilse', 'clock.answer', answer(true))).toMatchObject({
    problem: { code: 'changed' },
  });
});

test('a wrong one is put right, and the time it was clocked at stays', async () => {
  const [first] = await standing();
  await didAs('demo-noor', 'clock.ask', asking({ punch: first.id, kind: null, at: first.at }));
  await didAs('demo-ilse', 'clock.answer', answer(true));
  expect((await standing()).map(({ id }) => id)).not.toContain(first.id);
  expect((await sheet('noor')).punches.map(({ id }) => id)).toContain(first.id);
});

test('it is declined with a reason, or taken back', async () => {
  await didAs('demo-noor', 'clock.ask', asking());
  expect(await askAs('demo-ilse', 'clock.answer', answer(false))).toMatchObject({
    problem: { path: 'input.answer' },
  });
  await didAs('demo-ilse', 'clock.answer', answer(false, { answer: 'You were not here' }));
  await didAs('demo-noor', 'clock.ask', asking({ id: 'q2' }));
  expect(await askAs('demo-lior', 'clock.withdraw', { id: 'q2' })).toMatchObject({ ok: false });
  await didAs('demo-noor', 'clock.withdraw', { id: 'q2' });
  expect((await rowOf('noor')).asked).toBe(0);
  expect((await sheet('noor')).requests).toMatchObject([{ state: 'declined', answer: 'You were not here' }]);
});

test('where people may put right their own it is done at once, until they submit', async () => {
  await hoursRules({ ownPunches: true });
  await didAs('demo-noor', 'clock.ask', asking());
  expect((await standing()).find(({ at }) => at === AT)).toMatchObject({ isByHand: true });
  await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
  expect(await askAs('demo-noor', 'clock.ask', asking({ id: 'q2', at: AT + 60 }))).toMatchObject({
    problem: { code: 'submitted' },
  });
});

test.each([
  ['of the future', { at: (MONDAY + 3) * DAY }, 'future'],
  ['about nothing', { kind: null }, 'input'],
  ["about somebody else's", { punch: 'bistro-clocked-0-in' }, 'unknown'],
  ['without a reason', { reason: ' ' }, 'input'],
])('not %s', async (_, more, code) => {
  expect(await askAs('demo-noor', 'clock.ask', asking(more))).toMatchObject({ problem: { code } });
});

test('nor by who schedules elsewhere, nor agreed to in a locked period', async () => {
  await didAs('demo-noor', 'clock.ask', asking());
  expect(await askAs('demo-hanne', 'clock.answer', answer(true))).toMatchObject({ ok: false });
  const period = { site: 'bistro', first: LAST, people: ['noor'] };
  await didAs('demo-ilse', 'hours.approve', period);
  expect(await askAs('demo-ilse', 'clock.answer', answer(true))).toMatchObject({
    problem: { code: 'approved' },
  });
});
