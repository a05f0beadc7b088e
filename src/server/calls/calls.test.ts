import { beforeEach, expect, test } from '@jest/globals';
import { askAs, didAs } from '../hours/testing';
import { actorNamed } from '../accounts/testing';
import { staff, request } from '../requests/testing';
import { db, freshDemo } from '../week/testing';
import { OWNER } from '../access/testing';
import { callCandidates, callsAt, ownCalls } from './queries';
import { turnCalls } from './turn';

// At 11:00 on Tuesday Wanja, who was to work 7:00–14:00, has not come.

beforeEach(freshDemo);

const TUESDAY = 20_781;
const at = (iso: string) => (process.env.VICENDA_NOW = iso);
const missing = async () => {
  const row = await db
    .selectFrom('published_shift')
    .selectAll()
    .where('person_id', '=', 'wanja')
    .where('date', '=', '2026-11-24')
    .executeTakeFirstOrThrow();
  return row;
};
const candidates = async (since: number | null = null) => {
  const found = await callCandidates(db, OWNER, 'bistro', (await missing()).id, since);
  if (!found.ok) throw new Error(found.problem.message);
  return found.candidates.filter(({ isBarred }) => !isBarred).map(({ id }) => id);
};
const begin = async (more: object = {}) =>
  askAs('demo-ilse', 'call.begin', {
    ...{ id: 'c1', site: 'bistro', shift: (await missing()).id, people: (await candidates()).slice(0, 3) },
    ...{ mode: 'in-turn', pause: 10, since: null, note: '', ...more },
  });
const begun = async (more: object = {}) => {
  const done = await begin(more);
  if (!done.ok) throw new Error(`${done.problem.path}: ${done.problem.message}`);
  return done;
};
const round = async () => {
  const found = await callsAt(db, OWNER, 'bistro', TUESDAY);
  if (!found.ok) throw new Error(found.problem.message);
  return found.calls[0];
};
const asked = async () => (await round()).called.flatMap((one) => (one.askedAt === null ? [] : [one.person]));
const say = async (person: string, answer: 'yes' | 'no') =>
  request('call.answer', { round: 'c1', answer }, person);
const told = async (like: string) =>
  (
    await db
      .selectFrom('outbox')
      .select('person_id')
      .where('subject', 'like', like)
      .where('way', '=', 'mail')
      .execute()
  ).map(({ person_id }) => person_id);

test('one after another: the next is asked after the pause, or at once after a no', async () => {
  const [a, b, c] = await candidates();
  const done = await begun();
  expect(done.remarks).toEqual(['One after another: the last is asked in 20 minutes where nobody answers.']);
  expect(await asked()).toEqual([a]);
  await turnCalls(db);
  expect(await asked()).toEqual([a]);
  at('2026-11-24T10:10:00Z');
  await turnCalls(db);
  expect(await asked()).toEqual([a, b]);
  expect((await say(b, 'no')).ok).toBe(true);
  expect(await asked()).toEqual([a, b, c]);
  expect(new Set(await told('Can you work?%'))).toEqual(new Set([a, b, c]));
});

test('the first yes has the shift at once, as staff know it too; the others are told and cannot have it any more', async () => {
  const [a, b, c] = await candidates();
  await begun({ mode: 'at-once' });
  expect(await asked()).toEqual([a, b, c]);
  expect((await say(b, 'yes')).ok).toBe(true);
  expect((await missing().catch(() => null))?.id).toBeUndefined();
  const { shift, state } = await round();
  expect(state).toBe('taken');
  for (const table of ['shift', 'published_shift'] as const)
    expect(
      await db
        .selectFrom(table)
        .select(['person_id', 'from_minute'])
        .where('id', '=', shift)
        .executeTakeFirst(),
    ).toEqual({ person_id: b, from_minute: 420 });
  expect(new Set(await told('No longer needed%'))).toEqual(new Set([a, c]));
  expect(await say(a, 'yes')).toMatchObject({ ok: false, problem: { code: 'too-late' } });
  const news = await db.selectFrom('news').select('person_id').where('site_id', '=', 'bistro').execute();
  expect(news.map(({ person_id }) => person_id)).toEqual(expect.arrayContaining(['wanja', b]));
});

test('from later on it is the rest of the shift that changes hands, with its breaks', async () => {
  const [a] = await candidates(690);
  await begun({ since: 690, people: [a] });
  const { id } = await missing();
  expect((await round()).text).toMatch(/^Tue 24, 11:30–14:00/);
  await say(a, 'yes');
  const row = await db
    .selectFrom('published_shift')
    .selectAll()
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  expect(row).toMatchObject({ person_id: a, date: '2026-11-24', from_minute: 690, to_minute: 840 });
});

test('everybody said no; then it can be begun anew', async () => {
  const people = (await candidates()).slice(0, 2);
  await begun({ people });
  for (const person of people) await say(person, 'no');
  expect((await round()).state).toBe('nobody');
  expect((await begin({ id: 'c2', people })).ok).toBe(true);
});

test('who was missing comes after all: nobody is asked any more, and who was is told', async () => {
  const [a] = await candidates();
  await begun();
  await didAs('demo-ilse', 'clock.punch', {
    ...{ id: 'p', site: 'bistro', person: 'wanja', kind: 'in', at: null, note: '' },
  });
  await turnCalls(db);
  expect(await round()).toMatchObject({ state: 'over', outcome: 'who was missing is here' });
  expect(await told('No longer needed%')).toEqual([a]);
});

test('the shift is over: so is the round', async () => {
  await begun();
  at('2026-11-24T14:00:00Z');
  await turnCalls(db);
  expect(await round()).toMatchObject({ state: 'over', outcome: 'the shift is over' });
});

test('a yes by telephone is kept with who heard it; the next can be asked without waiting; it can be ended', async () => {
  const [a, b] = await candidates();
  await begun();
  await didAs('demo-ilse', 'call.next', { site: 'bistro', round: 'c1' });
  expect(await asked()).toEqual([a, b]);
  await didAs('demo-ilse', 'call.answer-for', { site: 'bistro', round: 'c1', person: a, answer: 'no' });
  expect((await round()).called[0]).toMatchObject({ answer: 'no', answeredBy: 'Ilse Brandt' });
  await didAs('demo-ilse', 'call.end', { site: 'bistro', round: 'c1' });
  expect((await round()).state).toBe('ended');
  const late = await askAs('demo-ilse', 'call.answer-for', {
    ...{ site: 'bistro', round: 'c1', person: a, answer: 'yes' },
  });
  expect(late).toMatchObject({ ok: false, problem: { code: 'changed' } });
});

test('a round of somebody else’s shift cannot be begun twice, with nobody, after it is over or of a shift that is not there', async () => {
  await begun();
  expect(await begin({ id: 'c2' })).toMatchObject({ ok: false, problem: { code: 'twice' } });
  await didAs('demo-ilse', 'call.end', { site: 'bistro', round: 'c1' });
  expect(await begin({ id: 'c3', people: [] })).toMatchObject({
    ok: false,
    problem: { path: 'input.people' },
  });
  expect(await begin({ id: 'c3', people: ['wanja'] })).toMatchObject({
    problem: { path: 'input.people[0]' },
  });
  expect(await begin({ id: 'c3', shift: 'none' })).toMatchObject({ problem: { path: 'input.shift' } });
  expect(await begin({ id: 'c3', since: 840 })).toMatchObject({ problem: { path: 'input.since' } });
  at('2026-11-24T14:00:00Z');
  expect(await begin({ id: 'c3' })).toMatchObject({ problem: { code: 'too-late' } });
});

test('who is asked sees what they are asked and nothing of others; who was not asked yet sees nothing and cannot answer', async () => {
  const [a, b] = await candidates();
  await begun({ note: 'Side entrance.' });
  const own = await ownCalls(db, await staff(a));
  expect(own).toEqual([
    {
      ...{ id: 'c1', text: expect.stringMatching(/^Tue 24, 7:00–14:00/), site: 'Quay Bistro' },
      ...{ note: 'Side entrance.', answer: null, fault: null },
    },
  ]);
  expect(JSON.stringify(own)).not.toMatch(/wanja|ekstr/i);
  expect(await ownCalls(db, await staff(b))).toEqual([]);
  expect(await say(b, 'yes')).toMatchObject({ ok: false, problem: { code: 'unknown' } });
});

test('a yes is refused where the person works at the time by now', async () => {
  const [a] = await candidates();
  await begun();
  const { id } = await missing();
  const row = await db
    .selectFrom('published_shift')
    .selectAll()
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  await db
    .insertInto('published_shift')
    .values({ ...row, id: 'other', person_id: a })
    .execute();
  expect(await say(a, 'yes')).toMatchObject({ ok: false, problem: { path: 'input.round' } });
  expect((await ownCalls(db, await staff(a)))[0].fault).not.toBeNull();
});

test.each(['demo-noor', 'demo-emil'])('%s cannot run one, nor see who is asked', async (account) => {
  await begun();
  const actor = await actorNamed(db, account);
  expect((await callsAt(db, actor, 'bistro', TUESDAY)).ok).toBe(false);
  expect((await callCandidates(db, actor, 'bistro', 'x', null)).ok).toBe(false);
  const input = { site: 'bistro', round: 'c1' };
  for (const kind of ['call.next', 'call.turn', 'call.end'])
    expect(await askAs(account, kind, input)).toMatchObject({ problem: { code: 'forbidden' } });
});

test('a round about another day stands on the list of every day while it goes on', async () => {
  await begun();
  const on = async (day: number) => {
    const found = await callsAt(db, OWNER, 'bistro', day);
    if (!found.ok) throw new Error(found.problem.message);
    return found.calls.map(({ id, state }) => `${id} ${state}`);
  };
  expect(await on(TUESDAY)).toEqual(['c1 going']);
  expect(await on(TUESDAY - 3)).toEqual(['c1 going']);
  expect((await askAs('demo-ilse', 'call.end', { site: 'bistro', round: 'c1' })).ok).toBe(true);
  expect(await on(TUESDAY)).toEqual(['c1 ended']);
  expect(await on(TUESDAY - 3)).toEqual([]);
});
