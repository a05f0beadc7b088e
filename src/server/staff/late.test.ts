import { beforeEach, describe, expect, test } from '@jest/globals';
import { loadPublishedById } from '@/data/publish/publication-store';
import { shiftsById } from '@/data/week/shift-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { changePlan } from '../plan/commands';
import { publishPage } from '../publish/queries';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, freshDemo, id } from '../week/testing';
import { ownPage } from './own-page';

// Today is Tuesday the 24th. Noor's shift of Wednesday is published, and changed in one way or another.

const WEDNESDAY = 'bistro-2026-11-23-49';
const shift = async () => (await shiftsById(db, [WEDNESDAY]))[0]?.shift;

const toldShift = async () => (await loadPublishedById(db, 'bistro', [WEDNESDAY]))[0];

beforeEach(freshDemo);

const run = async (kind: string, input: object, account?: string) =>
  runCommand(
    db,
    account === undefined ? OWNER : await actorNamed(db, account),
    { id: id(), kind, input },
    { preview: false },
  );

async function publish() {
  await db.updateTable('site').set({ notice_days: 3 }).where('id', '=', 'bistro').execute();
  expect(await run('plan.publish', await wholeWeek(db, 'bistro', MONDAY))).toMatchObject({ ok: true });
}

async function edit(change: object) {
  const answer = await changePlan(db, OWNER, 'bistro', MONDAY, {
    id: id(),
    base: 0,
    changes: [{ id: WEDNESDAY, ...change } as never],
  });
  expect(answer).toMatchObject({ ok: true });
}

const newsOf = async (account: string) => {
  const found = await ownPage(db, await actorNamed(db, account));
  if (!found.ok) throw new Error('no page');
  return found.page.news;
};

/** Publishes what stands, makes a change and publishes that; the news of it for somebody. */
async function changed(change: object, account = 'demo-noor') {
  await publish();
  await edit(change);
  await publish();
  return (await newsOf(account))[0];
}

const no = (news: string, account = 'demo-noor') => run('news.answer', { news, answer: 'no' }, account);
const decide = (news: string, decision: string, more = {}) =>
  run('late.decide', { site: 'bistro', news, decision, ...more });

const history = async () => {
  const found = await publishPage(db, OWNER, 'bistro', MONDAY, 1);
  return found.ok ? found.page.history : null;
};

describe('a late change', () => {
  test('is asked about; what is published in good time is not', async () => {
    await publish();
    // Friday to Sunday were drafts before: they are new, and nobody counted on anything else.
    const [first] = await newsOf('demo-emil');
    expect(first).toMatchObject({ isLate: false, isSeen: false, answer: null });
    expect(await run('news.answer', { news: first.id, answer: 'no' }, 'demo-emil')).toMatchObject({
      ok: false,
    });
    expect(await run('news.see', { news: [first.id] }, 'demo-emil')).toMatchObject({ ok: true });
    expect((await newsOf('demo-emil'))[0]).toMatchObject({ isSeen: true });
  });

  test('may be answered again until it is decided, and nothing is decided before a no', async () => {
    const news = await changed({ do: 'set', shift: { from: 720 }, was: { from: 660 } });
    expect(news).toMatchObject({ isLate: true, answer: null });
    expect(await decide(news.id, 'keep')).toMatchObject({ ok: false });
    expect(await run('news.answer', { news: news.id, answer: 'yes' }, 'demo-noor')).toMatchObject({
      ok: true,
    });
    expect(await decide(news.id, 'keep')).toMatchObject({ ok: false });
    expect(await no(news.id)).toMatchObject({ ok: true });
    expect(await decide(news.id, 'keep')).toMatchObject({ ok: true });
    expect(await decide(news.id, 'give back')).toMatchObject({ ok: false, problem: { code: 'taken' } });
    expect(await run('news.answer', { news: news.id, answer: 'yes' }, 'demo-noor')).toMatchObject({
      problem: { code: 'too-late' },
    });
    expect(await shift()).toMatchObject({ from: 720 });
  });

  test('that is given back is published as it was, at once, and its person is not asked again', async () => {
    const news = await changed({ do: 'set', shift: { from: 720, note: 'x' }, was: { from: 660 } });
    await no(news.id);
    const asked = {
      id: id(),
      kind: 'late.decide',
      input: { site: 'bistro', news: news.id, decision: 'give back' },
    };
    expect(await runCommand(db, OWNER, asked, { preview: false })).toMatchObject({ ok: true, isFinal: true });
    expect(await shift()).toMatchObject({ person: 'noor', from: 660 });
    expect(await toldShift()).toMatchObject({ person: 'noor', from: 660 });
    const [told] = await newsOf('demo-noor');
    expect(told.items).toMatchObject([{ kind: 'changed', before: { from: 720 }, after: { from: 660 } }]);
    expect(told).toMatchObject({ isLate: false });
    // Nothing else went out with it, and what people were told of is not taken back by undo.
    const [last] = (await history()) ?? [];
    expect(last).toMatchObject({ from: MONDAY + 2, to: MONDAY + 3, isPartial: true });
    expect(last.changes).toHaveLength(1);
    expect(await undoCommand(db, OWNER, asked.id, id())).toMatchObject({ ok: false });
  });

  test('a shift taken away comes back; one that came from somebody else is nobody’s', async () => {
    const gone = await changed({ do: 'remove' });
    expect(gone.items).toMatchObject([{ kind: 'gone', isLate: true }]);
    await no(gone.id);
    expect(await decide(gone.id, 'give back')).toMatchObject({ ok: true });
    expect(await shift()).toMatchObject({ person: 'noor', from: 660 });
    expect(await toldShift()).toMatchObject({ person: 'noor', from: 660 });
    await edit({ do: 'set', shift: { person: 'jonas' }, was: { person: 'noor' } });
    await publish();
    const [came] = await newsOf('demo-jonas');
    expect(came.items).toMatchObject([{ kind: 'new', before: null, isLate: true }]);
    await no(came.id, 'demo-jonas');
    expect(await decide(came.id, 'give back')).toMatchObject({ ok: true });
    expect(await shift()).toMatchObject({ person: null });
    expect((await newsOf('demo-jonas'))[0].items).toMatchObject([{ kind: 'gone' }]);
  });

  test('that took a shift from who has it now asks that person, who did not say anything yet', async () => {
    const gone = await changed({ do: 'set', shift: { person: 'jonas' }, was: { person: 'noor' } });
    expect(gone.items).toMatchObject([{ kind: 'gone' }]);
    await no(gone.id);
    expect(await decide(gone.id, 'give back')).toMatchObject({ ok: true });
    expect((await newsOf('demo-jonas'))[0]).toMatchObject({ isLate: true, items: [{ kind: 'gone' }] });
    expect((await newsOf('demo-noor'))[0]).toMatchObject({ isLate: false, items: [{ kind: 'new' }] });
  });

  test('another draft of the shift is kept on top or dropped, and nothing is done without that choice', async () => {
    for (const [draft, person] of [
      ['keep', 'priya'],
      ['drop', null],
    ] as const) {
      await freshDemo();
      const news = await changed(
        { do: 'set', shift: { person: 'jonas' }, was: { person: 'noor' } },
        'demo-jonas',
      );
      await no(news.id, 'demo-jonas');
      await edit({ do: 'set', shift: { person: 'priya' }, was: { person: 'jonas' } });
      expect(await decide(news.id, 'give back')).toMatchObject({
        ok: false,
        problem: { code: 'draft-differs', path: 'input.draft' },
      });
      expect(await toldShift()).toMatchObject({ person: 'jonas' });
      expect(await decide(news.id, 'give back', { draft })).toMatchObject({ ok: true });
      expect(await shift()).toMatchObject({ person });
      expect(await toldShift()).toMatchObject({ person: null });
    }
  });

  test('that was published differently since is not given back', async () => {
    const news = await changed({ do: 'set', shift: { from: 720 }, was: { from: 660 } });
    await no(news.id);
    await edit({ do: 'set', shift: { from: 780 }, was: { from: 720 } });
    await publish();
    expect(await decide(news.id, 'give back')).toMatchObject({
      ok: false,
      problem: { code: 'changed-meanwhile' },
    });
    expect(await toldShift()).toMatchObject({ from: 780 });
    expect(await decide(news.id, 'keep')).toMatchObject({ ok: true });
  });
});

test('days that are withdrawn are told with the reason, and published again they are news again', async () => {
  await publish();
  const days = { site: 'bistro', from: MONDAY + 2, to: MONDAY + 3 };
  expect(await run('plan.withdraw', { ...days, reason: 'The kitchen is shut.' })).toMatchObject({ ok: true });
  const [withdrawn] = await newsOf('demo-noor');
  expect(withdrawn).toMatchObject({ kind: 'withdraw', message: 'The kitchen is shut.' });
  expect(withdrawn.items.map(({ kind }) => kind)).toEqual(['gone']);
  const mine = await ownPage(db, await actorNamed(db, 'demo-noor'));
  expect(mine.ok && mine.page.shifts.some((one) => one.shift.id === WEDNESDAY)).toBe(false);
  await publish();
  expect((await newsOf('demo-noor'))[0].items.map(({ kind }) => kind)).toEqual(['new']);
  // Days that have begun are not withdrawn, also where others of the span have not.
  expect(await run('plan.withdraw', { ...days, from: MONDAY + 1, reason: 'x' })).toMatchObject({
    problem: { code: 'begun' },
  });
});
