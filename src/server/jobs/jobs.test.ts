import { beforeEach, describe, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { fromPortable } from '@/core/plan/portable';
import { loadRows } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import type { Actor } from '../access/actor';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { askAs, didAs } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { jobsAt } from './queries';

// Dockside Service in the week of the demo: three crews, sixty boats, and a storm announced for Thursday.

beforeEach(freshDemo);

const SITE = 'dockside';
const planOf = async () => (await loadPlan(db, SITE, MONDAY, 7))!.plan;
const page = async (actor: Actor = OWNER, days = 7) => {
  const found = await jobsAt(db, actor, SITE, { from: MONDAY, days });
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};
const visitsOf = async () =>
  (await loadRows(db, 'visit', { site_id: SITE })).sort((a, b) => (a.id < b.id ? -1 : 1));
const WAITING = 'pump-whimbrel';
const VISIT = {
  ...{ id: 'new', job: WAITING, crew: 'engine-crew', person: null, date: MONDAY + 4, from: 900 },
  ...{ minutes: null, personMinutes: null, isThrough: false, isFixed: false, note: null },
};
const change = (changes: readonly object[], account: string | null = null) =>
  askAs(account, 'visits.change', { site: SITE, changes });

/** Does something as the owner, under an id by which it can be undone. */
const didNamed = async (id: string, kind: string, input: object) =>
  expect(await runCommand(db, OWNER, { id, kind, input }, { preview: false })).toMatchObject({ ok: true });
const undone = async (id: string) =>
  expect(await undoCommand(db, OWNER, id, `undo-${id}`)).toMatchObject({ ok: true });

describe('the page', () => {
  test('has crews, visits and what waits, and tells what is late', async () => {
    const { plan, today, inks, rounds, canChange } = await page();
    const judged = judge(fromPortable(plan));
    expect(today).toBe(MONDAY + 1);
    expect([...judged.field!.crews.keys()]).toEqual(['engine-crew', 'hull-crew', 'rigging-crew']);
    expect(inks['engine-crew']).toBe('sea');
    expect(rounds.map(({ name }) => name)).toEqual([
      ...['Weekly wash-down', 'Monthly engine check', 'Storm watch of the moorings'],
    ]);
    expect(canChange).toBe(true);
    const late = [...judged.field!.jobs.values()].flat();
    expect(late.map(({ code, job }) => [code, job])).toContainEqual(['overdue', 'pump-shelduck']);
    expect(plan.work!.visits.length).toBeGreaterThan(15);
  });

  test('is for who sees the plan, and has no prices for who sees no pay', async () => {
    const noor = await actorNamed(db, 'demo-noor');
    expect(await jobsAt(db, noor, SITE, { from: null, days: 7 })).toMatchObject({ ok: false });
    expect(await jobsAt(db, OWNER, 'bistro', { from: null, days: 7 })).toMatchObject({
      problem: { code: 'unknown' },
    });
    const grants = [{ kind: 'scheduler' as const, site: SITE, area: null, seesPay: false }];
    const { plan } = await page({ ...OWNER, grants });
    expect(JSON.stringify(plan.work)).not.toContain('"amount"');
    expect(JSON.stringify((await page()).plan.work)).toContain('"amount"');
  });
});

describe('visits', () => {
  test('are placed, moved and taken out, and undone', async () => {
    const before = await visitsOf();
    const placed = await change([{ do: 'add-visit', visit: VISIT }]);
    expect(placed).toMatchObject({ ok: true, title: 'Planned Whimbrel, Fri 27 15:00' });
    const moved = await change([
      { do: 'set-visit', id: 'new', visit: { date: MONDAY + 3 }, was: { date: MONDAY + 4 } },
    ]);
    expect(moved).toMatchObject({ ok: true, title: 'Moved Whimbrel to Thu 26 15:00' });
    expect((await planOf()).work!.visits.find(({ id }) => id === 'new')).toMatchObject({
      ...VISIT,
      date: MONDAY + 3,
    });
    await didNamed('take-out', 'visits.change', { site: SITE, changes: [{ do: 'remove-visit', id: 'new' }] });
    expect(await visitsOf()).toEqual(before);
    await undone('take-out');
    expect(await visitsOf()).toHaveLength(before.length + 1);
  });

  test('that somebody else moved meanwhile are not moved over theirs', async () => {
    await change([{ do: 'add-visit', visit: VISIT }]);
    const to = (from: number, was: number) =>
      change([{ do: 'set-visit', id: 'new', visit: { from }, was: { from: was } }]);
    expect(await to(600, 900)).toMatchObject({ ok: true });
    expect(await to(660, 900)).toMatchObject({ ok: false, problem: { code: 'changed-meanwhile' } });
    expect(await to(600, 900)).toMatchObject({ ok: false, problem: { code: 'nothing' } });
    expect(await to(660, 600)).toMatchObject({ ok: true });
  });

  test('show beforehand what they do, and are refused with their place', async () => {
    const input = { site: SITE, changes: [{ do: 'add-visit', visit: { ...VISIT, date: MONDAY + 5 } }] };
    const preview = await askAs(null, 'visits.change', input, true);
    expect(
      preview.ok && preview.weekImpacts.flatMap(({ appeared }) => appeared.map(({ title }) => title)),
    ).toEqual(expect.arrayContaining(['Crew does not work then']));
    expect(await change([{ do: 'add-visit', visit: { ...VISIT, job: 'none' } }])).toMatchObject({
      problem: { path: 'input.changes[0].visit.job' },
    });
    expect(await change([{ do: 'add-visit', visit: VISIT }], 'demo-noor')).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });
});

describe('a job', () => {
  const draft = {
    ...{ id: 'fresh', site: SITE, title: 'Propeller', place: 'tern', newPlace: null, service: 'pump' },
    ...{
      personMinutes: 240,
      people: 2,
      earliest: null,
      latest: MONDAY + 4,
      window: null,
      note: 'Bring the puller.',
    },
  };

  test('is written, begun, done and reopened, and stays on record then', async () => {
    expect(await didAs(null, 'job.save', draft)).toMatchObject({ title: 'New job: Propeller' });
    expect((await planOf()).work!.jobs.find(({ id }) => id === 'fresh')).toMatchObject({
      ...{ personMinutes: 240, people: 2, latest: MONDAY + 4, progress: 'open', place: 'tern' },
    });
    const say = (progress: string) => askAs(null, 'job.progress', { site: SITE, job: 'fresh', progress });
    expect(await say('started')).toMatchObject({ ok: true, title: 'Begun: Propeller' });
    expect(await askAs(null, 'job.remove', { site: SITE, job: 'fresh' })).toMatchObject({
      problem: { code: 'begun' },
    });
    expect(await say('done')).toMatchObject({ ok: true });
    expect(await say('done')).toMatchObject({ problem: { code: 'twice' } });
    expect(await askAs(null, 'job.save', draft)).toMatchObject({ problem: { code: 'done' } });
    expect(await say('open')).toMatchObject({ ok: true, title: 'Open again: Propeller' });
  });

  test('makes a place that is not known yet, and goes with its visits', async () => {
    await didAs(null, 'job.save', { ...draft, place: null, newPlace: 'Jackdaw' });
    const visit = { ...VISIT, job: 'fresh' };
    expect(await change([{ do: 'add-visit', visit }])).toMatchObject({
      title: 'Planned Jackdaw, Fri 27 15:00',
    });
    const removed = await didAs(null, 'job.remove', { site: SITE, job: 'fresh' });
    expect(removed).toMatchObject({ remarks: ['1 visit goes with it.'] });
    expect((await visitsOf()).some(({ id }) => id === 'new')).toBe(false);
  });

  test.each<[string, object, string]>([
    ['no hours', { personMinutes: 0 }, 'input.personMinutes'],
    ['more than a thousand', { personMinutes: 60_001 }, 'input.personMinutes'],
    ['a last date before the first', { earliest: MONDAY + 5 }, 'input.latest'],
    ['hours that end before they begin', { window: { from: 600, to: 600 } }, 'input.window.to'],
    ['a place of nobody', { place: 'nowhere' }, 'input.place'],
    ['two places', { newPlace: 'Jackdaw' }, 'input.newPlace'],
  ])('of %s is refused', async (_what, more, path) => {
    expect(await askAs(null, 'job.save', { ...draft, ...more })).toMatchObject({ problem: { path } });
  });

  test('of 400 hours is planned in pieces over weeks', async () => {
    await didAs(null, 'job.save', { ...draft, personMinutes: 24_000 });
    await change([{ do: 'add-visit', visit: { ...VISIT, job: 'fresh', date: MONDAY, from: 480 } }]);
    const { pieces } = judge(await planOf())
      .field!.crews.get('engine-crew')!
      .visits.find(({ visit }) => visit.id === 'new')!;
    // Three people for eight hours a day, in two pieces: 16⅔ days.
    expect(pieces).toHaveLength(34);
  });
});

describe('a lost day', () => {
  const storm = {
    ...{ site: SITE, date: MONDAY + 3, crews: ['engine-crew', 'hull-crew', 'rigging-crew'], rounds: null },
    ...{ how: 'onward', until: null, reason: 'storm' },
  };

  test('moves what was on it, breaks promises that are told before, and is put back by one undo', async () => {
    const before = await visitsOf();
    const preview = await askAs(null, 'day.move', storm, true);
    expect(preview).toMatchObject({
      ok: true,
      remarks: [expect.stringMatching(/^\d+ visits move\.$/), expect.any(String)],
    });
    expect(await visitsOf()).toEqual(before);
    await didNamed('storm', 'day.move', storm);
    const { work } = await planOf();
    expect(work!.visits.filter(({ date, isFixed }) => date === MONDAY + 3 && !isFixed)).toEqual([]);
    expect(work!.visits).toHaveLength(before.length);
    expect(work!.crews[0].dates).toEqual([{ date: MONDAY + 3, hours: [], reason: 'storm' }]);
    expect(await askAs(null, 'day.move', storm)).toMatchObject({ problem: { code: 'twice' } });
    expect(await askAs(null, 'day.move', { ...storm, how: 'forward' })).toMatchObject({
      problem: { code: 'lost' },
    });
    await undone('storm');
    expect(await visitsOf()).toEqual(before);
    expect((await planOf()).work!.crews[0].dates).toEqual([]);
  });

  test('of crews that are not there, or by who may not, is refused', async () => {
    expect(await askAs(null, 'day.move', { ...storm, crews: ['none'] })).toMatchObject({
      problem: { path: 'input.crews[0]' },
    });
    expect(await askAs('demo-noor', 'day.move', storm)).toMatchObject({ problem: { code: 'forbidden' } });
    expect(await askAs(null, 'day.move', { ...storm, site: 'bistro' })).toMatchObject({ ok: false });
  });
});
