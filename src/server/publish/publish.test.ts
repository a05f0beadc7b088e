import { beforeEach, describe, expect, test } from '@jest/globals';
import { stampOf } from '@/core/publish/publish-changes';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { withPhone } from '../outbox/testing';
import { undoCommand } from '../commands/undo';
import { MONDAY as WEEK, db, edit, freshDemo, id } from '../week/testing';
import type { PublishPayload, PublishRequest } from './payload';
import { publishPage } from './queries';

beforeEach(freshDemo);

async function page(weeks = 1): Promise<PublishPayload> {
  const found = await publishPage(db, OWNER, 'bistro', WEEK, weeks);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
}

async function request(part: Partial<PublishRequest> = {}): Promise<PublishRequest> {
  const { from, to, changes, stops } = await page();
  return {
    site: 'bistro',
    from,
    to,
    people: null,
    message: '',
    stamp: stampOf(changes),
    acknowledged: stops.map(({ key }) => key),
    ...part,
  };
}

const run = (kind: string, input: unknown, named = id(), actor: Actor = OWNER) =>
  runCommand(db, actor, { id: named, kind, input }, { preview: false });
const stored = async () => (await loadPlan(db, 'bistro', WEEK, 7))!;

test('the page says by which ways each would be told besides their own page', async () => {
  await db.updateTable('person').set({ email: null }).where('id', '=', 'caio').execute();
  await withPhone(db, 'noor', '7');
  await db
    .insertInto('told_wish')
    .values({ person_id: 'noor', by_mail: 0, by_text: 1, of_requests: 1 })
    .execute();
  // Something of Noor's is new too.
  await db.updateTable('published_shift').set({ note: 'as told' }).where('person_id', '=', 'noor').execute();
  const { reach } = await page();
  expect(reach).toMatchObject({ emil: ['mail'], noor: ['text'] });
  expect(reach).not.toHaveProperty('caio');
  await db.updateTable('site').set({ capabilities_off: '["outbox"]' }).where('id', '=', 'bistro').execute();
  expect((await page()).reach).toEqual({});
});

describe('publishing', () => {
  test('tells all of it at once: afterwards staff know the week as it stands', async () => {
    const { changes, stops } = await page();
    expect(changes.length).toBeGreaterThan(10);
    expect(stops.map(({ title }) => title)).toContain('Gap');
    const answer = await run('plan.publish', await request({ message: 'Terrace opens at 8.' }));
    expect(answer).toMatchObject({ ok: true, isFinal: true });
    const { plan, published } = await stored();
    const ids = (list: readonly { id: string }[]) => list.map((one) => one.id).sort();
    expect(ids(published)).toEqual(ids(plan.shifts));
    const after = await page();
    expect(after.changes).toEqual([]);
    expect(after.history).toMatchObject([
      { kind: 'publish', actor: 'Runa Deering', from: WEEK, to: WEEK + 7, message: 'Terrace opens at 8.' },
    ]);
    expect(after.history[0].changes).toEqual(changes);
  });

  test('names those it speaks of and nobody else', async () => {
    const { changes, people } = await page();
    const ids = changes.flatMap(({ before, after }) => [before?.person, after?.person]).filter(Boolean);
    expect(new Set(Object.keys(people))).toEqual(new Set(ids));
    expect(people.hanne).toBeUndefined();
  });

  test('sent twice is done once, and a second time there is nothing to tell', async () => {
    const input = await request();
    const first = await run('plan.publish', input, 'same');
    expect(await run('plan.publish', input, 'same')).toMatchObject({
      ok: true,
      title: first.ok && first.title,
    });
    expect((await page()).history).toHaveLength(1);
    expect(await run('plan.publish', input)).toMatchObject({ ok: false, problem: { code: 'nothing' } });
  });

  test('of what was edited since it was looked at is refused, and nothing is told', async () => {
    const input = await request();
    const { plan, published } = await stored();
    const draft = plan.shifts.find((shift) => !published.some((one) => one.id === shift.id))!;
    await edit([{ do: 'set', id: draft.id, shift: { to: draft.to - 30 } }], WEEK);
    expect(await run('plan.publish', input)).toMatchObject({
      ok: false,
      problem: { code: 'changed-meanwhile', path: 'input.stamp' },
    });
    expect((await stored()).published).toEqual(published);
    expect((await page()).history).toEqual([]);
  });

  test('wants every stop acknowledged', async () => {
    const { stops } = await page();
    const input = await request({ acknowledged: stops.slice(1).map(({ key }) => key) });
    expect(await run('plan.publish', input)).toMatchObject({
      ok: false,
      problem: { code: 'acknowledge', message: '1 stop not looked at yet' },
    });
  });

  test('of some days or some people leaves the others as drafts', async () => {
    const { changes } = await page();
    const friday = changes.filter(({ before, after }) =>
      [before, after].some((shift) => shift?.date === WEEK + 4),
    );
    await run('plan.publish', await request({ from: WEEK + 4, to: WEEK + 5, stamp: stampOf(friday) }));
    const rest = (await page()).changes;
    expect(rest).toEqual(changes.filter((change) => !friday.includes(change)));
    const priya = rest.filter(({ before, after }) =>
      [before, after].some((shift) => shift?.person === 'priya'),
    );
    expect(priya.length).toBeGreaterThan(0);
    await run('plan.publish', await request({ people: ['priya'], stamp: stampOf(priya) }));
    expect((await page()).changes).toEqual(rest.filter((change) => !priya.includes(change)));
    expect((await page()).history.map(({ isPartial }) => isPartial).sort()).toEqual([false, true]);
  });

  test('is not undone, as people were told', async () => {
    await run('plan.publish', await request(), 'told');
    expect(await undoCommand(db, OWNER, 'told', 'back')).toMatchObject({ ok: false });
    expect((await page()).changes).toEqual([]);
  });

  test('is for those who may publish at that site', async () => {
    const other: Actor = {
      ...OWNER,
      grants: [{ kind: 'scheduler', site: 'chandlery', area: null, seesPay: true }],
    };
    expect(await run('plan.publish', await request(), 'theirs', other)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    expect(await publishPage(db, other, 'bistro', WEEK, 1)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });

  test('a change afterwards is a draft, told as what it was and is', async () => {
    await run('plan.publish', await request());
    const { plan } = await stored();
    const shift = plan.shifts.find(({ person, date }) => person === 'priya' && date > WEEK + 3)!;
    const other = plan.shifts.find((one) => one.id !== shift.id)!;
    await edit(
      [
        { do: 'set', id: shift.id, shift: { date: WEEK + 8 } },
        { do: 'remove', id: other.id },
      ],
      WEEK,
    );
    const { changes } = await page();
    // It went into another week: it is one change, not a loss here and a find there.
    expect(changes.find(({ before }) => before?.id === shift.id)?.after?.date).toBe(WEEK + 8);
    expect(changes.filter(({ after }) => after === null)).toHaveLength(1);
  });
});

describe('withdrawing', () => {
  test('takes days to come from staff with a reason, keeps the drafts, and can be published again', async () => {
    await run('plan.publish', await request());
    const before = await stored();
    const input = { site: 'bistro', from: WEEK + 4, to: WEEK + 7, reason: 'The kitchen is flooded.' };
    expect(await run('plan.withdraw', input)).toMatchObject({ ok: true, isFinal: true });
    const { plan, published } = await stored();
    expect(plan.shifts).toEqual(before.plan.shifts);
    expect(published).toEqual(before.published.filter(({ date }) => date < WEEK + 4));
    const { history, changes } = await page();
    expect(history.map(({ kind, message }) => [kind, message])[0]).toEqual([
      'withdraw',
      'The kitchen is flooded.',
    ]);
    expect(changes).toHaveLength(history[0].changes.length);
    expect(await run('plan.publish', await request())).toMatchObject({ ok: true });
    expect((await stored()).published).toHaveLength(before.published.length);
  });

  test.each([
    ['begun', { from: WEEK + 1 }],
    ['input', { reason: '  ' }],
    ['input', { to: WEEK + 40 }],
    ['nothing', { from: WEEK + 21, to: WEEK + 28 }],
  ])('is refused: %s %j', async (code, part) => {
    await run('plan.publish', await request());
    const input = { site: 'bistro', from: WEEK + 4, to: WEEK + 7, reason: 'Storm', ...part };
    expect(await run('plan.withdraw', input)).toMatchObject({ ok: false, problem: { code } });
    expect((await page()).changes).toEqual([]);
  });
});
