import { beforeEach, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { CLOCK_RULE_SETS, DEFAULT_CLOCK_RULES, rulesOn } from '@/core/clock/clock-rules';
import { standingPunches } from '@/core/clock/punch';
import { entriesOf } from '@/core/clock/entries';
import { BY_SHIFTS } from '@/core/clock/time-model';
import { zoneClock } from '@/core/time/zone';
import { DAY } from '@/core/time/span';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { todayAt } from '../today/queries';
import { MONDAY, ask, db, done, freshDemo } from '../week/testing';

beforeEach(freshDemo);

const TUESDAY = MONDAY + 1;
/** The present of the tests: Tuesday at ten. */
const NOW = TUESDAY * DAY + 600;
const PUNCH = { site: 'bistro', person: 'wanja', kind: 'in', at: null, note: '' };

const today = async (actor = OWNER) => {
  const found = await todayAt(db, actor, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};
const personOf = async (id: string) => (await today()).people.find((one) => one.id === id)!;
const daysOf = async (id: string) => {
  const page = await today();
  const { punches, planned } = await personOf(id);
  const clock = zoneClock(page.timeZone, TUESDAY - 2, TUESDAY + 2);
  const { rules, tiers, now } = page;
  return entriesOf({ punches, planned, rules, tiers, clock, now, model: BY_SHIFTS });
};

describe('clocking for somebody', () => {
  test('is now, or at a time that is over, and says by whom', async () => {
    await done('clock.punch', { ...PUNCH, id: 'now' });
    await done('clock.punch', { ...PUNCH, id: 'before', kind: 'out', at: NOW - 5, note: 'felt ill' });
    const { punches } = await personOf('wanja');
    expect(punches.find(({ id }) => id === 'now')).toMatchObject({
      at: NOW,
      source: 'scheduler',
      recordedBy: OWNER.name,
    });
    expect(punches.find(({ id }) => id === 'before')).toMatchObject({
      at: NOW - 5,
      kind: 'out',
      note: 'felt ill',
    });
  });

  test('is not in the future, not twice, not for who does not work there, and not by staff or payroll', async () => {
    const refused = async (more: object, actor?: string) =>
      ask(
        'clock.punch',
        { ...PUNCH, id: 'x', ...more },
        false,
        actor ? await actorNamed(db, actor) : undefined,
      );
    expect(await refused({ at: NOW + 1 })).toMatchObject({
      ok: false,
      problem: { code: 'future', path: 'input.at' },
    });
    expect(await refused({ at: 0 })).toMatchObject({ ok: false, problem: { code: 'past' } });
    expect(await refused({ person: 'petra' })).toMatchObject({
      ok: false,
      problem: { path: 'input.person' },
    });
    expect(await refused({ kind: 'sleeps' })).toMatchObject({ ok: false });
    for (const actor of ['demo-noor', 'demo-payroll', 'demo-hanne'])
      expect(await refused({}, actor)).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    await done('clock.punch', { ...PUNCH, id: 'x' });
    expect(await refused({})).toMatchObject({ ok: false, problem: { code: 'taken' } });
  });

  test('is not done where a site does without a clock', async () => {
    await db.updateTable('site').set({ capabilities_off: '["clock"]' }).where('id', '=', 'bistro').execute();
    expect(await ask('clock.punch', { ...PUNCH, id: 'x' })).toMatchObject({ ok: false });
    expect(await todayAt(db, OWNER, 'bistro')).toMatchObject({ ok: false });
  });
});

describe('a correction', () => {
  const of = (id: string, punch: string | null, instead: object | null, reason: string) => ({
    ...{ person: 'fleur', reason, changes: [{ id, punch, instead }] },
  });

  test('stands for what was clocked, with who and why, and both are kept', async () => {
    const before = (await personOf('fleur')).punches;
    const came = before.find(({ kind, at }) => kind === 'in' && at > TUESDAY * DAY)!;
    const instead = { kind: 'in', at: TUESDAY * DAY + 425 };
    await done('clock.correct', of('right', came.id, instead, 'the device was off'));
    const { punches } = await personOf('fleur');
    expect(punches).toHaveLength(before.length + 1);
    expect(punches.find(({ id }) => id === came.id)).toEqual(came);
    const entry = (await daysOf('fleur')).find(({ date }) => date === TUESDAY)!;
    expect(entry).toMatchObject({ runningSince: TUESDAY * DAY + 425, isByHand: true });
    // Whoever looked at it before is told.
    expect(await ask('clock.correct', of('again', came.id, null, 'twice'))).toMatchObject({
      ok: false,
      problem: { code: 'changed' },
    });
    await done('clock.correct', of('again', 'right', null, 'twice'));
    expect((await daysOf('fleur')).find(({ date }) => date === TUESDAY)!.runningSince).toBeNull();
  });

  test('of several times at once is one, with what nobody clocked, or none of it', async () => {
    const { punches } = await personOf('fleur');
    const [first] = punches;
    const changes = [
      { id: 'a', punch: first.id, instead: { kind: 'in', at: first.at + 3 } },
      { id: 'b', punch: null, instead: { kind: 'break-begins', at: NOW - 30 } },
      { id: 'c', punch: null, instead: { kind: 'break-ends', at: NOW - 10 } },
    ];
    const all = { person: 'fleur', reason: 'as on paper', changes };
    const bad = { ...all, changes: [...changes, { id: 'd', punch: 'none', instead: null }] };
    expect(await ask('clock.correct', bad)).toMatchObject({ problem: { path: 'input.changes[3].punch' } });
    expect((await personOf('fleur')).punches).toHaveLength(punches.length);
    await done('clock.correct', all);
    const standing = standingPunches((await personOf('fleur')).punches).map(({ id }) => id);
    expect(standing).toEqual(expect.arrayContaining(['a', 'b', 'c']));
    expect(standing).not.toContain(first.id);
    expect(await ask('clock.correct', { ...all, person: 'wanja' })).toMatchObject({ ok: false });
    const twice = [
      { id: 'e', punch: 'a', instead: null },
      { id: 'f', punch: 'a', instead: null },
    ];
    expect(await ask('clock.correct', { ...all, changes: twice })).toMatchObject({ ok: false });
  });

  test('has a reason, is of that site, and not of the future', async () => {
    const { punches } = await personOf('fleur');
    const it = of('right', punches[0].id, { kind: 'in', at: NOW - 100 }, 'why');
    expect(await ask('clock.correct', { ...it, reason: ' ' })).toMatchObject({ ok: false });
    expect(await ask('clock.correct', { ...it, site: 'chandlery' })).toMatchObject({ ok: false });
    expect(await ask('clock.correct', of('right', 'none', null, 'why'))).toMatchObject({ ok: false });
    expect(
      await ask('clock.correct', of('right', punches[0].id, { kind: 'in', at: NOW + 1 }, 'why')),
    ).toMatchObject({
      ok: false,
      problem: { code: 'future', path: 'input.changes[0].instead.at' },
    });
  });
});

test('what was clocked is never changed or removed, whoever tries', async () => {
  await expect(sql`update punch set at = '2026-01-01T00:00:00Z'`.execute(db)).rejects.toThrow(
    /never changed/,
  );
  await expect(sql`delete from punch`.execute(db)).rejects.toThrow(/never removed/);
  // What was written to it can be erased.
  await sql`update punch set note = null`.execute(db);
});

describe('today', () => {
  test('has who is planned by what staff know, and what they clocked', async () => {
    const page = await today();
    expect(page.date).toBe(TUESDAY);
    expect(page.people.length).toBeGreaterThan(5);
    expect(page.people.every(({ planned }) => planned.every(({ date }) => date >= TUESDAY - 1))).toBe(true);
    expect(page.others.map(({ id }) => id)).not.toContain('wanja');
    await db.deleteFrom('published_shift').where('person_id', '=', 'wanja').execute();
    const after = await today();
    expect(after.people.map(({ id }) => id)).not.toContain('wanja');
    expect(after.unpublished).toBe(page.unpublished + 1);
  });

  test('is for schedulers, leads and payroll of the site, and for nobody else', async () => {
    for (const name of ['demo-ilse', 'demo-bram', 'demo-payroll'])
      expect(await todayAt(db, await actorNamed(db, name), 'bistro')).toMatchObject({ ok: true });
    for (const name of ['demo-noor', 'demo-hanne'])
      expect(await todayAt(db, await actorNamed(db, name), 'bistro')).toMatchObject({
        ok: false,
        problem: { code: 'forbidden' },
      });
    expect((await today(await actorNamed(db, 'demo-payroll'))).canClock).toBe(false);
  });
});

describe('the rules of the clock', () => {
  const { since: _none, ...strict } = CLOCK_RULE_SETS[2].rules;
  const rulesNow = async () => (await today()).rules;

  test('hold from a date on; days before it keep theirs, and they are taken away again', async () => {
    await done('clock.rules', { since: TUESDAY, rules: strict });
    // What holds on a date anyway begins nothing.
    await done('clock.rules', { since: TUESDAY + 1, rules: strict });
    expect(await rulesNow()).toEqual([DEFAULT_CLOCK_RULES, { ...strict, since: TUESDAY }]);
    const { since: _open, ...open } = CLOCK_RULE_SETS[0].rules;
    await done('clock.rules', { since: TUESDAY - 7, rules: open });
    expect((await rulesNow()).map(({ since }) => since)).toEqual([null, TUESDAY - 7, TUESDAY]);
    await done('clock.rules', { since: TUESDAY, rules: open });
    expect(rulesOn(await rulesNow(), TUESDAY)).toEqual({ ...open, since: TUESDAY });
    await done('clock.rules', { since: TUESDAY, rules: null });
    await done('clock.rules', { since: TUESDAY - 7, rules: null });
    expect(await rulesNow()).toEqual([DEFAULT_CLOCK_RULES]);
    expect(await ask('clock.rules', { since: TUESDAY, rules: null })).toMatchObject({ ok: false });
  });

  test('are refused where windows overlap or a figure is none, each at its field, and by who may not set up', async () => {
    const windows = { ...strict.windows, afterStart: 400, beforeEnd: 400, afterEnd: 9000 };
    const answer = await ask('clock.rules', { since: null, rules: { ...strict, windows } });
    expect(answer).toMatchObject({ ok: false });
    expect(!answer.ok && answer.problems?.map(({ path }) => path)).toEqual([
      'input.rules.windows.afterEnd',
      'input.rules.windows.afterStart',
    ]);
    const rules = { ...strict, early: { kind: 'refused' } };
    expect(await ask('clock.rules', { since: null, rules })).toMatchObject({ ok: false });
    const lead = await actorNamed(db, 'demo-bram');
    expect(await ask('clock.rules', { since: null, rules: strict }, false, lead)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });
});
