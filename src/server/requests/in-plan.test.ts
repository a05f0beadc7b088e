import { beforeEach, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { withoutLeave } from '../leave/testing';
import { publishPage } from '../publish/queries';
import { MONDAY, db } from '../week/testing';
import { requestInFull, requestsInPlan, waitingCounts } from './in-plan';
import { asking, publishedDemo, requested, shiftId } from './testing';

beforeEach(async () => {
  await publishedDemo();
  await db.deleteFrom('availability_proposal').execute();
  await withoutLeave();
});

const inPlan = (account: string | null, from = MONDAY) =>
  (account === null ? Promise.resolve(OWNER) : actorNamed(db, account)).then((actor) =>
    requestsInPlan(db, actor, 'bistro', from, 7),
  );
const take = (id: string) => asking({ id, kind: 'take', mine: [], theirs: [shiftId(16)], colleague: null });

test('a plan has what is asked about its shifts, for who decides there', async () => {
  await requested('request.ask', asking(), 'emil');
  expect(await inPlan(null)).toMatchObject([
    { id: 'r1', owner: 'colleague', isMine: false, shifts: [shiftId(35), shiftId(51)] },
  ]);
  await requested('request.answer', { request: 'r1', answer: 'yes', words: '' }, 'caio');
  expect(await inPlan('demo-ilse')).toMatchObject([{ id: 'r1', owner: 'decider', isMine: true }]);
  // Another week has nothing of it; a lead of another area sees it and decides nothing; staff see no plan.
  expect(await inPlan(null, MONDAY + 7)).toEqual([]);
  expect(await inPlan('demo-bram')).toMatchObject([{ id: 'r1', isMine: false }]);
  for (const account of ['demo-noor', 'demo-hanne', 'demo-payroll'])
    expect(await inPlan(account)).toEqual([]);
});

test('one in full has what it would do, with all who ask for the same open shift', async () => {
  await requested('request.ask', take('a'), 'yuki');
  await requested('request.ask', take('b'), 'teo');
  const full = async (id: string, account = 'demo-ilse') =>
    requestInFull(db, await actorNamed(db, account), 'bistro', id);
  const found = await full('b');
  expect(found.ok && found.request.queued.map(({ id, rank }) => [id, rank?.of])).toEqual(
    expect.arrayContaining([
      ['a', 2],
      ['b', 2],
    ]),
  );
  await requested('request.ask', asking(), 'emil');
  expect(await full('r1')).toMatchObject({ request: { queued: [], view: { id: 'r1', owner: 'colleague' } } });
  expect(await full('none')).toMatchObject({ problem: { code: 'unknown' } });
  // It is nobody's who decides elsewhere.
  for (const account of ['demo-noor', 'demo-hanne'])
    expect(await full('a', account)).toMatchObject({ ok: false });
});

test('what waits is counted by site, for each what they decide', async () => {
  const counts = async (account: string) => waitingCounts(db, await actorNamed(db, account));
  expect(await counts('demo-owner')).toEqual({});
  await requested('request.ask', take('a'), 'yuki');
  await requested('request.ask', asking(), 'emil');
  expect(await counts('demo-owner')).toEqual({ bistro: 1 });
  expect(await counts('demo-ilse')).toEqual({ bistro: 1 });
  for (const account of ['demo-noor', 'demo-hanne', 'demo-payroll'])
    expect(await counts(account)).toEqual({});
  await requested('request.decide', { site: 'bistro', request: 'a', decision: 'decline', reason: 'No' });
  expect(await counts('demo-owner')).toEqual({});
});

test('what is about to be published says which requests it touches', async () => {
  await requested('request.ask', asking(), 'emil');
  const found = await publishPage(db, OWNER, 'bistro', MONDAY, 1);
  expect(found).toMatchObject({ page: { requests: [{ id: 'r1', shifts: [shiftId(35), shiftId(51)] }] } });
});
