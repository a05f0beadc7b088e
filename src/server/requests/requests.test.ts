import { beforeEach, describe, expect, test } from '@jest/globals';
import { DEFAULT_REQUEST_RULES } from '@/core/requests/rules';
import { findShiftRequest, trailOf } from '@/data/requests/request-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { db } from '../week/testing';
import { shiftOptions } from './options';
import { asking, holders, publishedDemo, request, requested, shiftId, staff } from './testing';

beforeEach(publishedDemo);

const stateOf = async (id = 'r1') => (await findShiftRequest(db, id))?.state;
const rules = (more: object) =>
  requested('requests.rules', { site: 'bistro', rules: { ...DEFAULT_REQUEST_RULES, ...more } });
const say = (answer: 'yes' | 'no', as: string, id = 'r1') =>
  requested('request.answer', { request: id, answer, words: '' }, as);
const decide = (decision: 'approve' | 'decline', id = 'r1', reason = '') => ({
  ...{ site: 'bistro', request: id, decision, reason },
});
const take = (more: object = {}) =>
  asking({ kind: 'take', mine: [], theirs: [shiftId(16)], colleague: null, ...more });
const giveUp = (more: object = {}) =>
  asking({ kind: 'give-up', mine: [shiftId(60)], theirs: [], colleague: null, ...more });

describe('a swap', () => {
  test('goes from who asks to the colleague, to who decides, and then into the plan and to staff at once', async () => {
    await requested('request.ask', asking({ note: 'Football' }), 'emil');
    expect(await stateOf()).toBe('with-colleague');
    expect(await request('request.decide', decide('approve'))).toMatchObject({
      problem: { code: 'request' },
    });
    await say('yes', 'caio');
    expect(await stateOf()).toBe('waiting');
    expect(await holders(35)).toEqual(['emil', 'emil']);
    await requested('request.decide', decide('approve', 'r1', 'Fine'), await actorNamed(db, 'demo-ilse'));
    expect(await holders(35)).toEqual(['caio', 'caio']);
    expect(await holders(51)).toEqual(['emil', 'emil']);
    const news = await db
      .selectFrom('news')
      .select(['person_id', 'is_late'])
      .where('at', '>=', '2026')
      .execute();
    // Both agreed: nobody asks them for a yes again, however late it is.
    expect(news.filter(({ person_id: who }) => who === 'emil' || who === 'caio').slice(-2)).toMatchObject([
      { is_late: 0 },
      { is_late: 0 },
    ]);
    expect((await trailOf(db, ['r1'])).map(({ what, words }) => `${what} ${words}`.trim())).toEqual([
      'asked Football',
      'said yes',
      'approved it Fine',
    ]);
  });

  test('can be taken back by a command of its own, until a shift of it begins', async () => {
    await requested('request.ask', asking(), 'emil');
    await say('yes', 'caio');
    await requested('request.decide', decide('approve'));
    const back = { site: 'bistro', request: 'r1', reason: 'Caio is ill' };
    process.env.VICENDA_NOW = '2026-11-27T11:00:00Z';
    expect(await request('request.take-back', back)).toMatchObject({ problem: { code: 'too-late' } });
    process.env.VICENDA_NOW = '2026-11-27T10:59:00Z';
    await requested('request.take-back', back);
    expect(await holders(35)).toEqual(['emil', 'emil']);
    expect(await holders(51)).toEqual(['caio', 'caio']);
    expect(await stateOf()).toBe('approved');
    expect(await request('request.take-back', back)).toMatchObject({ problem: { code: 'request' } });
  });

  test('a no of the colleague ends it; withdrawn it cannot be approved any more', async () => {
    await requested('request.ask', asking(), 'emil');
    await say('no', 'caio');
    expect(await stateOf()).toBe('declined');
    await requested('request.ask', asking({ id: 'r2' }), 'emil');
    await say('yes', 'caio', 'r2');
    const both = await Promise.all([
      request('request.withdraw', { request: 'r2' }, 'emil'),
      request('request.decide', decide('approve', 'r2')),
    ]);
    // In the same second one of the two is first, and the other is told so.
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  });

  test('a question goes to who asked, and the answer back', async () => {
    await requested('request.ask', asking(), 'emil');
    await say('yes', 'caio');
    await requested('request.question', { site: 'bistro', request: 'r1', words: 'Why not Thursday?' });
    expect((await findShiftRequest(db, 'r1'))!.isAsked).toBe(true);
    expect(await request('request.reply', { request: 'r1', words: 'x' }, 'caio')).toMatchObject({
      ok: false,
    });
    await requested('request.reply', { request: 'r1', words: 'Exam' }, 'emil');
    await requested('request.decide', decide('approve'));
  });

  test.each([
    ['a made-up shift', { theirs: ['nothing'] }, 'unknown'],
    ['somebody else’s shift as one’s own', { mine: [shiftId(36)] }, 'unknown'],
    ['a shift of another than who is asked', { theirs: [shiftId(36)] }, 'unknown'],
    ['oneself', { colleague: 'emil' }, 'input'],
    ['a shift of another site', { site: 'chandlery' }, 'unknown'],
    ['an open shift', { theirs: [shiftId(16)], colleague: null }, 'unknown'],
    ['one’s own shift', { theirs: [shiftId(60)], colleague: null }, 'input'],
    ['what the colleague could not work', { theirs: [shiftId(36)], colleague: 'priya' }, 'request'],
  ])('with %s is refused in words', async (_, more, code) => {
    const answer = await request('request.ask', asking(more), 'emil');
    expect(answer).toMatchObject({ ok: false, problem: { code } });
    expect(await stateOf()).toBeUndefined();
  });

  test('with a colleague who has left is refused, and why another cannot is not told', async () => {
    await db.updateTable('person').set({ employed_to: '2026-11-20' }).where('id', '=', 'caio').execute();
    const answer = await request('request.ask', asking(), 'emil');
    expect(answer).toMatchObject({ ok: false, problem: { message: 'Caio Duarte could not work it.' } });
    await rules({ showsNames: false });
    const nameless = await request('request.ask', asking({ colleague: null }), 'emil');
    expect(nameless).toMatchObject({ ok: false, problem: { message: 'the colleague could not work it.' } });
  });

  test('whose shifts changed says so, is not approved, and is asked anew', async () => {
    await requested('request.ask', asking(), 'emil');
    await say('yes', 'caio');
    await db.updateTable('published_shift').set({ from_minute: 960 }).where('id', '=', shiftId(35)).execute();
    expect(await request('request.decide', decide('approve'))).toMatchObject({
      problem: { code: 'changed-meanwhile', message: 'Fri 27 15:00–23:00 is Fri 27 16:00–23:00 now.' },
    });
    await requested('request.renew', { request: 'r1' }, 'emil');
    expect(await stateOf()).toBe('with-colleague');
    await say('yes', 'caio');
    await requested('request.decide', decide('approve'));
    await requested('request.ask', giveUp({ id: 'r2' }), 'emil');
    await db.deleteFrom('published_shift').where('id', '=', shiftId(60)).execute();
    expect(
      await request('request.answer', { request: 'r2', answer: 'yes', words: '' }, 'oona'),
    ).toMatchObject({
      problem: { message: 'Sun 29 17:00–23:00 is not published any more.' },
    });
  });
});

describe('a shift that is given up', () => {
  test('stays whose it is until somebody has it and it is approved', async () => {
    await requested('request.ask', giveUp(), 'emil');
    expect(await request('request.ask', giveUp({ id: 'r2' }), 'emil')).toMatchObject({
      problem: { code: 'twice' },
    });
    await say('yes', 'oona');
    expect(await holders(60)).toEqual(['emil', 'emil']);
    expect(
      await request('request.answer', { request: 'r1', answer: 'yes', words: '' }, 'dario'),
    ).toMatchObject({
      ok: false,
    });
    await say('no', 'oona');
    expect(await stateOf()).toBe('with-colleague');
    const told = await db.selectFrom('outbox').select(['person_id', 'subject']).execute();
    const subjects = told.filter(({ person_id: who }) => who === 'emil').map(({ subject }) => subject);
    expect(subjects.slice(-2).map((subject) => subject.split(':')[0])).toEqual([
      'Your colleague said yes',
      'Your request is open again',
    ]);
    await say('yes', 'dario');
    await requested('request.decide', decide('approve'));
    expect(await holders(60)).toEqual(['dario', 'dario']);
  });

  test('is handed over to one who is named, and approved by itself where the site says so', async () => {
    await rules({ byThemselves: ['hand-over'], decideHours: 24 });
    await requested(
      'request.ask',
      asking({ kind: 'hand-over', mine: [shiftId(60)], theirs: [], colleague: 'oona' }),
      'emil',
    );
    await say('yes', 'oona');
    expect(await stateOf()).toBe('approved');
    expect(await holders(60)).toEqual(['oona', 'oona']);
  });
});

describe('an open shift', () => {
  test('is chosen among those who ask: one gets it, the others are told', async () => {
    await requested('request.ask', take({ id: 'teo' }), 'teo');
    await requested('request.ask', take({ id: 'yuki' }), 'yuki');
    expect(await holders(16)).toEqual([null, null]);
    await requested('request.decide', decide('approve', 'yuki'));
    expect(await holders(16)).toEqual(['yuki', 'yuki']);
    expect(await stateOf('teo')).toBe('declined');
    const told = await db.selectFrom('outbox').select(['person_id', 'subject']).execute();
    expect(told.filter(({ person_id: who }) => who === 'teo').at(-1)!.subject).toMatch(/^Request declined/);
    expect(await request('request.ask', take({ id: 'late' }), 'teo')).toMatchObject({
      problem: { message: 'somebody else has this shift already' },
    });
  });

  test('goes to the first where the site says so, and to nobody who could not work it', async () => {
    await rules({ open: 'first', noticeHours: 0 });
    expect(await request('request.ask', take({ id: 'no' }), 'noor')).toMatchObject({
      problem: { code: 'request' },
    });
    const all = await Promise.all(
      ['teo', 'yuki', 'teo', 'yuki'].map((who, i) => request('request.ask', take({ id: `r${i}` }), who)),
    );
    expect(all.filter(({ ok }) => ok)).toHaveLength(1);
    for (const answer of all)
      if (!answer.ok) expect(answer.problem.message).toBe('somebody else has this shift already');
  });
});

test('a draft that is another’s by now stays on top, and that is said before', async () => {
  await requested('request.ask', asking(), 'emil');
  await say('yes', 'caio');
  await db.updateTable('shift').set({ person_id: 'sefa' }).where('id', '=', shiftId(35)).execute();
  const ask = { id: 'look', kind: 'request.decide', input: decide('approve') };
  const preview = await runCommand(db, OWNER, ask, { preview: true });
  expect(preview).toMatchObject({
    ok: true,
    remarks: ['The plan has another draft of Fri 27, 15:00–23:00 Bar, which stays on top.'],
  });
  await requested('request.decide', decide('approve'));
  expect(await holders(35)).toEqual(['sefa', 'caio']);
});

test('several are approved at once, unless two meet in a person', async () => {
  await requested('request.ask', take({ id: 'a' }), 'teo');
  await requested('request.ask', giveUp({ id: 'b' }), 'emil');
  await say('yes', 'oona', 'b');
  await requested('request.ask', asking({ id: 'c' }), 'emil');
  await say('yes', 'caio', 'c');
  const approve = (requests: string[]) => request('request.approve', { site: 'bistro', requests });
  expect(await approve(['b', 'c'])).toMatchObject({ ok: false, problem: { path: 'input.requests[1]' } });
  expect(await approve(['a', 'b'])).toMatchObject({ ok: true });
  expect([await holders(16), await holders(60)]).toEqual([
    ['teo', 'teo'],
    ['oona', 'oona'],
  ]);
});

describe('who decides', () => {
  test('is a scheduler, or the lead of the area where the site says so, and nobody about their own', async () => {
    const [bram, ilse] = [await actorNamed(db, 'demo-bram'), await actorNamed(db, 'demo-ilse')];
    await requested('request.ask', asking(), 'emil');
    await say('yes', 'caio');
    // The bar and the floor are not of the galley.
    expect(await request('request.decide', decide('decline'), bram)).toMatchObject({
      problem: { code: 'forbidden' },
    });
    await requested('request.ask', take({ id: 'open' }), 'teo');
    await rules({ leadsDecide: false });
    expect(await request('request.decide', decide('approve', 'open'), bram)).toMatchObject({ ok: false });
    await rules({ leadsDecide: true });
    await requested('request.decide', decide('approve', 'open'), bram);
    expect(await request('request.decide', decide('decline'), await staff('caio'))).toMatchObject({
      problem: { code: 'forbidden' },
    });
    expect(await request('request.decide', decide('decline'), { ...ilse, person: 'caio' })).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });
});

test('what could be had for a shift is what can be asked for, without a reason of anybody else', async () => {
  const emil = await actorNamed(db, 'demo-emil');
  const found = await shiftOptions(db, emil, 'bistro', shiftId(35));
  if (!found.ok) throw new Error(found.problem.message);
  expect(found.options.swaps.map(({ shift, name }) => [shift.text, name])).toEqual([
    ['Fri 27, 11:00–17:00 Floor', 'Caio Duarte'],
  ]);
  expect(found.options.takers.map(({ id }) => id)).toEqual(['sefa', 'priya', 'anouk']);
  await rules({ showsNames: false, noticeHours: 100 });
  const later = await shiftOptions(db, emil, 'bistro', shiftId(35));
  expect(later).toMatchObject({ ok: true, options: { swaps: [], takers: [] } });
  expect(await shiftOptions(db, emil, 'bistro', shiftId(36))).toMatchObject({ problem: { code: 'unknown' } });
});
