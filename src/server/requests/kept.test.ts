import { beforeEach, describe, expect, test } from '@jest/globals';
import { countAsking, findShiftRequest, trailOf } from '@/data/requests/request-store';
import { OWNER } from '../access/testing';
import { db } from '../week/testing';
import { lookAtSwap } from './combine';
import { lapseRequests } from './lapse';
import { shiftOptions } from './options';
import { decidedShifts, ownRequests, shiftQueue } from './queries';
import { asking, holders, publishedDemo, request, requested, shiftId, staff } from './testing';

beforeEach(async () => {
  await publishedDemo();
  await db.deleteFrom('outbox').execute();
});

const own = async (person: string) => {
  const found = await ownRequests(db, await staff(person));
  if (!found.ok) throw new Error(found.problem.message);
  return found.requests;
};
const stateOf = async () => (await findShiftRequest(db, 'r1'))!.state;
const messages = async () => (await db.selectFrom('outbox').select('person_id').execute()).length;

describe('a request that is kept for later', () => {
  test('is nobody else’s business until it is sent', async () => {
    await requested('request.ask', asking({ send: false }), 'emil');
    expect(await stateOf()).toBe('drafted');
    expect((await own('emil')).mine).toMatchObject([{ id: 'r1', state: 'drafted', owner: 'asker' }]);
    expect((await own('caio')).asked).toEqual([]);
    expect(await countAsking(db, 'caio')).toBe(0);
    expect(await shiftQueue(db, OWNER, 'bistro')).toEqual({ mine: [], others: [] });
    expect(await decidedShifts(db, OWNER, 'bistro', 'emil')).toEqual([]);
    expect(await messages()).toBe(0);
    await requested('request.send', { request: 'r1' }, 'emil');
    expect(await stateOf()).toBe('with-colleague');
    expect((await own('caio')).asked).toMatchObject([{ id: 'r1' }]);
    expect((await trailOf(db, ['r1'])).map(({ what }) => what)).toEqual(['kept it for later', 'asked']);
    expect(await messages()).toBeGreaterThan(0);
    expect(await request('request.send', { request: 'r1' }, 'emil')).toMatchObject({ ok: false });
  });

  test('is sent by its owner alone, as its shifts are then', async () => {
    await requested('request.ask', asking({ send: false }), 'emil');
    for (const other of ['caio', 'noor'])
      expect(await request('request.send', { request: 'r1' }, other)).toMatchObject({
        problem: { code: 'unknown' },
      });
    await db.updateTable('published_shift').set({ to_minute: 1320 }).where('id', '=', shiftId(35)).execute();
    expect(await request('request.send', { request: 'r1' }, 'emil')).toMatchObject({
      problem: { code: 'changed-meanwhile' },
    });
    await requested('request.withdraw', { request: 'r1' }, 'emil');
    expect(await stateOf()).toBe('withdrawn');
    expect(await messages()).toBe(0);
  });

  test('is refused while another asks for the same, and lapses without a word', async () => {
    await requested('request.ask', asking({ send: false }), 'emil');
    await requested('request.ask', asking({ id: 'r2' }), 'emil');
    expect(await request('request.send', { request: 'r1' }, 'emil')).toMatchObject({
      problem: { code: 'twice' },
    });
    await requested('request.withdraw', { request: 'r2' }, 'emil');
    await db.deleteFrom('outbox').execute();
    process.env.VICENDA_NOW = '2026-11-27T16:00:00Z';
    await lapseRequests(db);
    expect(await stateOf()).toBe('lapsed');
    expect(await messages()).toBe(0);
  });
});

describe('several shifts each way', () => {
  const look = async (mine: number[], theirs: number[], person = 'emil') => {
    const found = await lookAtSwap(db, await staff(person), 'bistro', mine.map(shiftId), theirs.map(shiftId));
    return found.ok ? found.look : found.problem;
  };

  test('say what all of it would mean, and what else could go with it', async () => {
    const one = await look([35], [51]);
    expect(one).toMatchObject({ fault: null, mine: { added: -120, person: 'emil' } });
    if (!('moreMine' in one)) throw new Error('there is no look');
    expect(one.moreMine.length).toBeGreaterThan(0);
    for (const { id } of one.moreMine) {
      const [shift] = await db.selectFrom('published_shift').selectAll().where('id', '=', id).execute();
      expect(shift.person_id).toBe('emil');
    }
  });

  test('of a colleague are those that one could work for what one gives', async () => {
    const shifts = await db
      .selectFrom('published_shift')
      .select(['id', 'person_id'])
      .where('person_id', 'in', ['noor', 'oona', 'wanja', 'caio', 'priya'])
      .where('date', '>=', '2026-11-27')
      .execute();
    let seen = 0;
    for (const { id, person_id: person } of shifts) {
      const actor = await staff(person!);
      const options = await shiftOptions(db, actor, 'bistro', id);
      for (const swap of options.ok ? options.options.swaps : []) {
        const one = await lookAtSwap(db, actor, 'bistro', [id], [swap.shift.id]);
        for (const also of one.ok ? one.look.moreTheirs : []) {
          seen++;
          const both = await lookAtSwap(db, actor, 'bistro', [id], [swap.shift.id, also.id]);
          // What is chosen stays in the list, and none of one's own stands in the way.
          expect(both).toMatchObject({ look: { moreTheirs: expect.arrayContaining([also]) } });
          expect(both.ok && both.look.mine.snags.filter(({ severity }) => severity === 'stop')).toEqual([]);
        }
      }
    }
    expect(seen).toBeGreaterThan(0);
  });

  test('are asked for, agreed to and approved as one', async () => {
    const found = await look([35], [51]);
    if (!('moreTheirs' in found)) throw new Error('there is no look');
    const mine = found.moreMine.map(({ id }) => id);
    const given = [];
    for (const id of mine) {
      const both = await lookAtSwap(db, await staff('emil'), 'bistro', [shiftId(35), id], [shiftId(51)]);
      if (both.ok && both.look.fault === null) given.push(id);
    }
    expect(given.length).toBeGreaterThan(0);
    await requested('request.ask', asking({ mine: [shiftId(35), given[0]] }), 'emil');
    await requested('request.answer', { request: 'r1', answer: 'yes', words: '' }, 'caio');
    await requested('request.decide', { site: 'bistro', request: 'r1', decision: 'approve', reason: '' });
    const numberOf = (id: string) => Number(id.split('-').at(-1));
    expect(await holders(35)).toEqual(['caio', 'caio']);
    expect(await holders(numberOf(given[0]))).toEqual(['caio', 'caio']);
    expect(await holders(51)).toEqual(['emil', 'emil']);
  });

  test.each([
    ['of somebody else', [36], [51]],
    ['with oneself', [35], [60]],
    ['of two colleagues', [35], [51, 36]],
    ['that are not there', [35], [9999]],
    ['that could not be had by themselves', [35], [43]],
  ])('%s are looked at by nobody', async (_, mine, theirs) => {
    expect(await look(mine, theirs)).toMatchObject({ code: 'unknown' });
  });

  test('of a colleague whose name is hidden are not listed', async () => {
    await db
      .updateTable('site')
      .set({ request_rules: JSON.stringify({ showsNames: false }) })
      .where('id', '=', 'bistro')
      .execute();
    expect(await look([35], [51])).toMatchObject({ fault: null, moreTheirs: [] });
  });
});
