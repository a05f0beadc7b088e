import { beforeEach, describe, expect, test } from '@jest/globals';
import { versionOn } from '@/core/availability/versions';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { personPage } from '../people/queries';
import { planOfWeek } from '../plan/queries';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, edit, freshDemo, id } from '../week/testing';
import { openShiftsFor } from './open-shifts';
import { ownPage, pageOfPerson } from './own-page';
import type { OwnPage } from './payload';
import { teamOn } from './team';

// Today is Tuesday the 24th. Noor works on the floor of the bistro.

beforeEach(freshDemo);

const noor = () => actorNamed(db, 'demo-noor');
async function run(kind: string, input: object, account?: string, named = id()) {
  const actor = account === undefined ? OWNER : await actorNamed(db, account);
  return runCommand(db, actor, { id: named, kind, input }, { preview: false });
}
async function mine(account = 'demo-noor'): Promise<OwnPage> {
  const found = await ownPage(db, await actorNamed(db, account));
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
}
const publish = async () => run('plan.publish', await wholeWeek(db, 'bistro', MONDAY));

describe('one’s own page', () => {
  test('has the hours of each shift with what they are made of', async () => {
    const { shifts, next, today } = await mine();
    expect(today).toBe(MONDAY + 1);
    const tuesday = shifts.find(({ shift }) => shift.date === MONDAY + 1)!;
    expect(tuesday).toMatchObject({ shift: { from: 660, to: 1020 }, elapsed: 360, paid: 330 });
    expect(tuesday.breaks).toEqual([{ minutes: 30, at: null, paid: false }]);
    expect(next).toMatchObject({ site: 'bistro', date: MONDAY + 1, isShown: true });
    expect(next!.colleagues.filter(({ isSelf }) => isSelf).map(({ name }) => name)).toEqual(['Noor Haddad']);
  });

  test('shows a night until it is over, and then what comes after it', async () => {
    await db
      .updateTable('published_shift')
      .set({ from_minute: 1320, to_minute: 1800 })
      .where('person_id', '=', 'noor')
      .where('date', '=', '2026-11-24')
      .execute();
    const nextAt = async (at: string) => {
      process.env.VICENDA_NOW = at;
      return (await mine()).nextDay! - MONDAY;
    };
    expect(await nextAt('2026-11-25T05:59:00Z')).toBe(1);
    expect(await nextAt('2026-11-25T06:00:00Z')).toBe(2);
    expect(await nextAt('2026-11-25T16:59:00Z')).toBe(2);
  });

  test('credits leave and holidays to their week, and shows the leave', async () => {
    await db
      .insertInto('leave')
      .values({
        ...{ id: 'l', person_id: 'noor', from_at: '2026-12-01T00:00', to_at: '2026-12-03T00:00' },
        state: 'approved',
      })
      .execute();
    const { credited, leave, contractMinutes } = await mine();
    expect(contractMinutes).toBe(1800);
    // Two standard days, of a fifth of the contract each.
    expect(credited[MONDAY + 7]).toBe(720);
    expect(leave).toContainEqual({ from: (MONDAY + 8) * 1440, to: (MONDAY + 10) * 1440, state: 'approved' });
  });

  test('is looked at by who may see its person, and by nobody else', async () => {
    expect(await pageOfPerson(db, OWNER, 'noor')).toMatchObject({
      ok: true,
      page: { name: 'Noor Haddad', person: 'noor' },
    });
    for (const account of ['demo-emil', 'demo-hanne', 'demo-bram'])
      expect(await pageOfPerson(db, await actorNamed(db, account), 'noor')).toMatchObject({
        problem: { code: 'forbidden' },
      });
    expect(await pageOfPerson(db, OWNER, 'nobody')).toMatchObject({ ok: false });
  });

  test('a telephone number is changed by oneself, and taken back', async () => {
    expect(await run('own.phone', { phone: '+351 555 0102' }, 'demo-noor', 'dial')).toMatchObject({
      ok: true,
    });
    expect((await mine()).details.phone).toBe('+351 555 0102');
    await undoCommand(db, await noor(), 'dial', id());
    expect((await mine()).details.phone).toBeNull();
  });
});

describe('a check-list', () => {
  const SHIFT = 'bistro-2026-11-23-49';
  const detail = (...tasks: string[]) =>
    JSON.stringify({
      ...{ moreBreaks: [], duties: [], station: null, tasks, template: null, pattern: null },
      oneOff: { label: false, note: true, station: false },
    });
  const tick = (task: string, isDone: boolean, account = 'demo-noor') =>
    run('task.tick', { shift: SHIFT, task, isDone }, account);
  const done = async () => (await mine()).shifts.find(({ shift }) => shift.id === SHIFT)!.done;

  test('is ticked off by who has the shift, line by line, and by nobody else', async () => {
    await db
      .updateTable('published_shift')
      .set({ detail: detail('Lay the terrace', 'Candles') })
      .where('id', '=', SHIFT)
      .execute();
    expect(await tick('Candles', true)).toMatchObject({ ok: true });
    expect(await tick('Candles', true)).toMatchObject({ ok: true });
    expect(await done()).toEqual(['Candles']);
    expect(await tick('Candles', false)).toMatchObject({ ok: true });
    expect(await done()).toEqual([]);
    expect(await tick('Polish the bell', true)).toMatchObject({ problem: { path: 'input.task' } });
    expect(await tick('Candles', true, 'demo-emil')).toMatchObject({ problem: { path: 'input.shift' } });
  });
});

describe('open shifts', () => {
  const OPEN = 'bistro-2026-11-23-49';
  const open = async (account: string) => {
    const found = await openShiftsFor(db, await actorNamed(db, account));
    if (!found.ok) throw new Error(found.problem.message);
    return found.open;
  };

  test('are those that are published, that one holds the role for and is free at', async () => {
    await edit([{ do: 'set', id: OPEN, shift: { person: null } }], MONDAY);
    expect(await open('demo-noor')).toEqual([]);
    await publish();
    const [one] = await open('demo-noor');
    expect(one).toMatchObject({ site: 'bistro', shift: { id: OPEN }, paid: 330, overtime: 0 });
    expect(one.week).toBeGreaterThanOrEqual(330);
    // A draft of it is nobody's business.
    await edit([{ do: 'set', id: OPEN, shift: { from: 720 } }], MONDAY);
    expect((await open('demo-noor'))[0].shift.from).toBe(660);
    // Whoever is away, or does not hold the role, is not asked.
    await db
      .deleteFrom('person_role')
      .where('person_id', '=', 'noor')
      .where('role_id', '=', 'floor')
      .execute();
    expect(await open('demo-noor')).toEqual([]);
  });

  test('on a day away are not offered', async () => {
    await edit([{ do: 'set', id: OPEN, shift: { person: null } }], MONDAY);
    await publish();
    await db
      .insertInto('leave')
      .values({
        ...{ id: 'l', person_id: 'noor', from_at: '2026-11-25T00:00', to_at: '2026-11-26T00:00' },
        state: 'approved',
      })
      .execute();
    expect(await open('demo-noor')).toEqual([]);
  });
});

test('the team of a day has who came the evening before, on the clock of the day', async () => {
  await db
    .updateTable('published_shift')
    .set({ from_minute: 1200, to_minute: 1680 })
    .where('id', '=', 'bistro-2026-11-23-48')
    .execute();
  const found = await teamOn(db, OWNER, 'bistro', MONDAY + 2);
  if (!found.ok) throw new Error(found.problem.message);
  const noors = found.team.colleagues.filter(({ name }) => name === 'Noor Haddad');
  expect(noors.map(({ from, to }) => [from, to])).toEqual([
    [-240, 240],
    [660, 1020],
  ]);
});

describe('availability that is proposed', () => {
  const version = (part = {}) => ({
    ...{ id: id(), since: MONDAY + 14, until: null, comment: null },
    blocks: [{ weekday: 0, from: 540, to: 1020, kind: 'available' }],
    ...part,
  });
  const propose = (part = {}) => run('availability.propose', { version: version(part) }, 'demo-noor');
  const decide = (proposal: string, isAccepted: boolean, reason = '', named = id()) =>
    run('availability.decide', { person: 'noor', proposal, isAccepted, reason }, undefined, named);
  const states = async () => (await mine()).proposals.map(({ state }) => state);
  const waiting = async () => {
    const found = await personPage(db, OWNER, 'noor');
    return found.ok ? found.page.proposed : [];
  };

  test('waits for a yes, counts from its date on, and not before; undo puts it back', async () => {
    expect(await propose({ id: 'mine' })).toMatchObject({ ok: true });
    expect((await waiting()).map((one) => one.id)).toEqual(['mine']);
    const before = (await mine()).availability;
    expect(await decide('mine', true, '', 'yes')).toMatchObject({ ok: true });
    expect(await states()).toEqual(['accepted']);
    const after = (await mine()).availability;
    expect(versionOn(after, MONDAY + 14)?.blocks).toEqual(version().blocks);
    expect(versionOn(after, MONDAY + 13)).toEqual(versionOn(before, MONDAY + 13));
    expect(await decide('mine', true)).toMatchObject({ problem: { code: 'taken' } });
    await undoCommand(db, OWNER, 'yes', id());
    expect((await mine()).availability).toEqual(before);
    expect(await states()).toEqual(['waiting']);
  });

  test('is declined with a reason, which its person reads', async () => {
    await propose({ id: 'mine' });
    expect(await decide('mine', false)).toMatchObject({ problem: { code: 'input' } });
    expect(await decide('mine', false, 'We need you on Mondays.')).toMatchObject({ ok: true });
    expect((await mine()).proposals[0]).toMatchObject({
      state: 'declined',
      reason: 'We need you on Mondays.',
    });
  });

  test('a new one takes the place of one that waits, and is withdrawn by its person alone', async () => {
    await propose({ id: 'first' });
    await propose({ id: 'second' });
    expect((await waiting()).map((one) => one.id)).toEqual(['second']);
    const withdraw = (account: string) => run('availability.withdraw', { proposal: 'second' }, account);
    expect(await withdraw('demo-emil')).toMatchObject({ problem: { code: 'unknown' } });
    expect(await withdraw('demo-noor')).toMatchObject({ ok: true });
    expect(await states()).toEqual(['withdrawn', 'withdrawn']);
    expect(await decide('second', true)).toMatchObject({ problem: { code: 'taken' } });
  });

  test('begins today or later', async () => {
    expect(await propose({ since: MONDAY })).toMatchObject({ problem: { path: 'input.version.since' } });
    expect(await propose({ since: null })).toMatchObject({ ok: false });
    expect(await propose({ since: MONDAY + 1 })).toMatchObject({ ok: true });
  });
});

describe('wishes', () => {
  const wish = (day: number, kind: string | null, weight = 1) =>
    run('wish.save', { date: MONDAY + day, kind, weight }, 'demo-noor');

  test('are for days that are not published, within the points of the quarter', async () => {
    await db.deleteFrom('wish').execute();
    expect(await wish(8, 'free', 3)).toMatchObject({ ok: true });
    expect(await wish(8, 'late', 2)).toMatchObject({ ok: true });
    expect((await mine()).wishes).toMatchObject({
      points: 12,
      given: [{ date: MONDAY + 8, kind: 'late', weight: 2 }],
    });
    for (const day of [9, 10, 11]) expect(await wish(day, 'early', 3)).toMatchObject({ ok: true });
    expect(await wish(12, 'free', 2)).toMatchObject({ problem: { path: 'input.weight' } });
    expect(await wish(12, 'free', 1)).toMatchObject({ ok: true });
    expect(await wish(12, null)).toMatchObject({ ok: true });
    expect((await mine()).wishes.given).toHaveLength(4);
    // This week is published, and the past is over.
    expect(await wish(4, 'free')).toMatchObject({ problem: { code: 'planned' } });
    expect(await wish(0, 'free')).toMatchObject({ problem: { path: 'input.date' } });
    expect((await mine()).wishes.planned).toEqual([MONDAY]);
  });

  test('are seen by who plans, in the week they are for', async () => {
    await wish(8, 'free', 3);
    const found = await planOfWeek(db, OWNER, 'bistro', MONDAY + 7);
    expect(found.ok && found.payload.wishes.noor[MONDAY + 8]).toEqual({ kind: 'free', weight: 3 });
    const now = await planOfWeek(db, OWNER, 'bistro', MONDAY);
    expect(now.ok && now.payload.wishes).toEqual({});
  });

  test('are not asked for where a site grants no points', async () => {
    await db.updateTable('site').set({ wish_points: 0 }).execute();
    expect(await wish(8, 'free')).toMatchObject({ problem: { code: 'off' } });
  });
});
