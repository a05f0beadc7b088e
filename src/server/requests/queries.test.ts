import { beforeEach, describe, expect, test } from '@jest/globals';
import { DEFAULT_REQUEST_RULES } from '@/core/requests/rules';
import { findShiftRequest } from '@/data/requests/request-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { db } from '../week/testing';
import { lapseRequests } from './lapse';
import { type SharesAt, decidedShifts, ownRequests, shiftQueue } from './queries';
import { asking, publishedDemo, requested, shiftId, staff } from './testing';

beforeEach(publishedDemo);

const take = (id: string) => asking({ id, kind: 'take', mine: [], theirs: [shiftId(16)], colleague: null });
const giveUp = asking({ id: 'given', kind: 'give-up', mine: [shiftId(60)], theirs: [], colleague: null });
const own = async (person: string) => {
  const found = await ownRequests(db, await staff(person));
  if (!found.ok) throw new Error(found.problem.message);
  return found.requests;
};

describe('one’s own requests', () => {
  test('are what one asked and is asked, and what others give up and one could work', async () => {
    await requested('request.ask', asking(), 'emil');
    await requested('request.ask', giveUp, 'emil');
    expect((await own('emil')).mine.map(({ id, text }) => [id, text]).sort()).toEqual([
      ['given', 'Emil Sandhu gives Sun 29, 17:00–23:00 Floor up'],
      ['r1', 'Emil Sandhu gives Fri 27, 15:00–23:00 Bar for Fri 27, 11:00–17:00 Floor of Caio Duarte'],
    ]);
    expect((await own('caio')).asked.map(({ id, owner }) => [id, owner])).toEqual([['r1', 'colleague']]);
    expect((await own('oona')).offered).toMatchObject([{ id: 'given', effect: { added: 330, snags: [] } }]);
    // Who does not hold the role sees nothing of it.
    expect(await own('teo')).toEqual({ asked: [], mine: [], offered: [] });
    expect((await own('emil')).offered).toEqual([]);
  });

  test('say once that one was decided', async () => {
    await requested('request.ask', asking(), 'emil');
    await requested('request.decide', { site: 'bistro', request: 'r1', decision: 'decline', reason: 'No' });
    expect((await own('emil')).mine).toMatchObject([{ id: 'r1', isNews: true }]);
    await requested('request.see', { request: 'r1' }, 'emil');
    expect((await own('emil')).mine).toMatchObject([{ id: 'r1', isNews: false }]);
    expect((await findShiftRequest(db, 'r1'))!.state).toBe('declined');
  });
});

describe('the queue', () => {
  test('has what waits by when it begins, each with what it would do to everybody in it', async () => {
    await requested('request.ask', asking(), 'emil');
    expect((await shiftQueue(db, OWNER, 'bistro')).others.map(({ id }) => id)).toEqual(['r1']);
    await requested('request.answer', { request: 'r1', answer: 'yes', words: '' }, 'caio');
    const { mine } = await shiftQueue(db, OWNER, 'bistro');
    expect(mine).toMatchObject([{ id: 'r1', isEasy: true, fault: null, rank: null }]);
    expect(mine[0].effects.map(({ name, added }) => [name, added])).toEqual([
      ['Emil Sandhu', -120],
      ['Caio Duarte', 120],
    ]);
    // A lead has those of the own area, and staff nothing at all.
    expect((await shiftQueue(db, await actorNamed(db, 'demo-bram'), 'bistro')).mine).toEqual([]);
    expect(await shiftQueue(db, await actorNamed(db, 'demo-noor'), 'bistro')).toEqual({
      mine: [],
      others: [],
    });
    expect(await shiftQueue(db, await actorNamed(db, 'demo-hanne'), 'bistro')).toEqual({
      mine: [],
      others: [],
    });
  });

  test('ranks those who ask for the same open shift, and lets none of them be ticked off', async () => {
    for (const who of ['teo', 'yuki']) await requested('request.ask', take(who), who);
    const { mine } = await shiftQueue(db, OWNER, 'bistro');
    expect(mine.map(({ rank, isEasy }) => [rank, isEasy])).toEqual([
      [{ place: 1, of: 2 }, false],
      [{ place: 2, of: 2 }, false],
    ]);
    const warned = mine.map(({ effects: [{ snags }] }) => snags.length);
    expect(warned).toEqual([...warned].sort());
    // Beside how many such shifts each had stands how many would be their share.
    const sharesAt: SharesAt = () => {
      const share = new Map(['teo', 'yuki'].map((who) => [who, { had: 0, planned: 0, expected: 2.5 }]));
      const kinds = [0, 1, 2, 3, 4, 5, 6].flatMap((day) =>
        ['early', 'midday', 'late'].map((part) => `${day} ${part}`),
      );
      return Promise.resolve(new Map(kinds.map((kind) => [kind, share])));
    };
    const { mine: shared } = await shiftQueue(db, OWNER, 'bistro', { sharesAt });
    expect(shared.map(({ effects: [{ share }] }) => share)).toEqual([2.5, 2.5]);
    expect(mine.map(({ effects: [{ share }] }) => share)).toEqual([null, null]);
  });

  test('says what changed since, and that it is the asker’s turn', async () => {
    await requested('request.ask', asking(), 'emil');
    await requested('request.answer', { request: 'r1', answer: 'yes', words: '' }, 'caio');
    await db
      .updateTable('published_shift')
      .set({ person_id: 'sefa' })
      .where('id', '=', shiftId(51))
      .execute();
    expect((await shiftQueue(db, OWNER, 'bistro')).mine).toMatchObject([
      { owner: 'asker', moved: ['Fri 27 11:00–17:00 changed hands.'], isEasy: false },
    ]);
  });
});

test('what nobody decided ends when its first shift begins, to the minute, and that is told', async () => {
  const rules = { ...DEFAULT_REQUEST_RULES, noticeHours: 0 };
  await requested('requests.rules', { site: 'bistro', rules });
  await requested('request.ask', asking(), 'emil');
  process.env.VICENDA_NOW = '2026-11-27T10:59:00Z';
  await lapseRequests(db);
  expect((await findShiftRequest(db, 'r1'))!.state).toBe('with-colleague');
  process.env.VICENDA_NOW = '2026-11-27T11:00:00Z';
  await lapseRequests(db);
  await lapseRequests(db);
  expect((await findShiftRequest(db, 'r1'))!.state).toBe('lapsed');
  expect(await decidedShifts(db, OWNER, 'bistro')).toMatchObject([
    { id: 'r1', trail: [{ what: 'asked' }, { what: 'ended it', who: 'The calendar' }] },
  ]);
  const told = await db
    .selectFrom('outbox')
    .select('subject')
    .where('subject', 'like', 'Request lapsed%')
    .execute();
  expect(told).toHaveLength(2);
});
