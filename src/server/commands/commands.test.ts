import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { personPage, peopleTable } from '../people/queries';
import type { SetupPayload } from '../site/payload';
import { setupOf } from '../site/queries';
import type { CommandAnswer } from './payload';
import { runCommand } from './run';
import { undoCommand } from './undo';

const MONDAY = parseDate('2026-11-23')!;
let db: Database;
let made = 0;

beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterAll(() => db.destroy());

const id = () => `command-${++made}`;
const run = (kind: string, input: unknown, preview = false, name = id()) =>
  runCommand(db, OWNER, { id: name, kind, input }, { preview });
const preview = (kind: string, input: unknown) => run(kind, input, true);
const setup = async (site = 'bistro'): Promise<SetupPayload> => {
  const found = await setupOf(db, OWNER, site);
  if (!found.ok) throw new Error(found.problem.message);
  return found.setup;
};
const person = async (who: string) => {
  const found = await personPage(db, OWNER, who);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};
const done = (answer: CommandAnswer) => {
  if (!answer.ok) throw new Error(`${answer.problem.path}: ${answer.problem.message}`);
  return answer;
};
const plan = async (week = MONDAY) => (await loadPlan(db, 'bistro', week, 7))!.plan;

describe('a command', () => {
  test('previewed changes nothing, and says what would follow', async () => {
    const before = await setup();
    const site = { ...before.site, hours: [{ since: null, days: before.site.hours[0].days.map(() => []) }] };
    const answer = done(await preview('site.save', { id: 'bistro', site }));
    const week = answer.weekImpacts.find((one) => one.week === MONDAY)!;
    expect(week.siteName).toBe('Quay Bistro');
    expect(week.appeared.some((snag) => snag.text.includes('while the place is closed'))).toBe(true);
    expect((await setup()).site).toEqual(before.site);
  });

  test('done, sent again and taken back', async () => {
    const before = await setup();
    const input = { id: 'bistro', site: { ...before.site, name: 'Quay Kitchen' } };
    done(await run('site.save', input, false, 'rename'));
    expect(done(await run('site.save', input, false, 'rename')).title).toContain('Quay Kitchen');
    expect((await setup()).site.name).toBe('Quay Kitchen');
    done(await undoCommand(db, OWNER, 'rename', 'rename-back'));
    expect(await setup()).toEqual(before);
    // Taking that back does it again, and so on.
    done(await undoCommand(db, OWNER, 'rename-back', 'rename-again'));
    expect((await setup()).site.name).toBe('Quay Kitchen');
    done(await undoCommand(db, OWNER, 'rename-again', 'rename-back-again'));
    expect(await setup()).toEqual(before);
  });

  test('is not taken back over a later change of the same row', async () => {
    const { site } = await setup();
    done(await run('site.save', { id: 'bistro', site: { ...site, name: 'One' } }, false, 'first'));
    done(await run('site.save', { id: 'bistro', site: { ...site, name: 'Two' } }, false, 'second'));
    const refused = await undoCommand(db, OWNER, 'first', 'first-back');
    expect(refused).toMatchObject({ ok: false, problem: { code: 'changed-meanwhile' } });
    done(await undoCommand(db, OWNER, 'second', 'second-back'));
    done(await undoCommand(db, OWNER, 'first', 'first-back-2'));
    expect((await setup()).site.name).toBe('Quay Bistro');
  });

  test('names the field that is wrong', async () => {
    const { site } = await setup();
    const answer = await run('site.save', { id: 'bistro', site: { ...site, timeZone: 'Mars/Crater' } });
    expect(answer).toMatchObject({
      ok: false,
      problem: { code: 'input', path: 'input.site.timeZone', message: 'there is no time zone "Mars/Crater"' },
    });
    expect(await run('no.such', {})).toMatchObject({ ok: false });
  });

  test('is refused to who has no say in one of its sites', async () => {
    const local = {
      ...OWNER,
      grants: [{ kind: 'scheduler' as const, site: 'chandlery', area: null, seesPay: true }],
    };
    const { site } = await setup();
    const request = { id: id(), kind: 'site.save', input: { id: 'bistro', site } };
    expect(await runCommand(db, local, request, { preview: false })).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    const lior = await person('lior');
    const both = { id: id(), kind: 'person.update', input: { id: 'lior', person: lior.person } };
    expect(await runCommand(db, local, both, { preview: true })).toMatchObject({ ok: false });
  });
});

test('a new site is taken back whole, until somebody stands on it', async () => {
  const { site } = await setup();
  const bare = { ...site, name: 'Boathouse', areas: [], hours: [], dates: [], budgets: [] };
  done(await run('site.create', { business: '', site: bare }, false, 'boathouse'));
  done(await run('people.add', { site: 'boathouse', people: [{ name: 'Ann', roles: [] }] }, false, 'ann'));
  expect(await undoCommand(db, OWNER, 'boathouse', 'b1')).toMatchObject({
    ok: false,
    problem: { code: 'in-use' },
  });
  done(await undoCommand(db, OWNER, 'ann', 'a1'));
  done(await undoCommand(db, OWNER, 'boathouse', 'b2'));
  expect((await setupOf(db, OWNER, 'boathouse')).ok).toBe(false);
});

describe('what is set up', () => {
  test('opening hours hold from their date on, and old weeks stay true', async () => {
    const { site } = await setup();
    const short = site.hours[0].days.map(() => [{ from: 600, to: 1200 }]);
    const hours = [...site.hours, { since: MONDAY + 2, days: short }];
    done(await run('site.save', { id: 'bistro', site: { ...site, hours } }, false, 'shorter'));
    const { openHours } = (await plan()).site;
    expect(openHours![1]).toEqual(site.hours[0].days[1]);
    expect(openHours![2]).toEqual([{ from: 600, to: 1200 }]);
    expect((await plan(MONDAY - 7)).site.openHours).toEqual(site.hours[0].days);
    done(await undoCommand(db, OWNER, 'shorter', 'longer'));
  });

  test('a variant of the needs replaces the usual week on its dates, also with nothing', async () => {
    const { needs } = await setup();
    const regatta = {
      id: 'regatta-needs',
      name: 'Regatta',
      since: null,
      rows: [{ role: 'bar', weekday: 5, from: 600, to: 1320, count: 4 }],
    };
    const dates = [
      { date: MONDAY + 5, set: 'regatta-needs' },
      { date: MONDAY + 6, set: 'regatta-needs' },
    ];
    done(
      await run(
        'needs.save',
        { site: 'bistro', needs: { sets: [...needs.sets, regatta], dates } },
        false,
        'variant',
      ),
    );
    const asked = (await plan()).needs;
    const on = (day: number) =>
      asked.filter((need) => need.date === MONDAY + day || (need.days !== null && need.days[day]));
    expect(on(5)).toEqual([{ role: 'bar', days: null, date: MONDAY + 5, from: 600, to: 1320, count: 4 }]);
    expect(on(6)).toEqual([]);
    expect(on(4).length).toBeGreaterThan(5);
    done(await undoCommand(db, OWNER, 'variant', 'variant-back'));
    expect((await setup()).needs).toEqual(needs);
  });

  test('a role in use is retired, not deleted, and stays with its shifts', async () => {
    const { roles } = await setup();
    const left = roles.filter((role) => role.id !== 'bar').map(({ holders: _h, inUse: _u, ...role }) => role);
    const answer = done(await run('roles.save', { site: 'bistro', roles: left }, false, 'no-bar'));
    expect(answer.remarks).toEqual(['Bar is in use and is retired, not deleted.']);
    expect((await plan()).roles.map((role) => role.id)).toContain('bar');
    expect((await plan(MONDAY + 14)).roles.map((role) => role.id)).not.toContain('bar');
    done(await undoCommand(db, OWNER, 'no-bar', 'bar-again'));
    expect((await plan(MONDAY + 14)).roles.map((role) => role.id)).toContain('bar');
  });

  test('a role retired here stays in use at the other sites', async () => {
    const { roles } = await setup();
    const left = roles
      .filter((role) => role.id !== 'lead')
      .map(({ holders: _h, inUse: _u, ...role }) => role);
    done(await run('roles.save', { site: 'bistro', roles: left }, false, 'no-lead'));
    const of = async (site: string) => (await setup(site)).roles.find((role) => role.id === 'lead')?.retired;
    expect([await of('bistro'), await of('chandlery')]).toEqual([true, false]);
    done(await undoCommand(db, OWNER, 'no-lead', 'lead-again'));
    expect(await of('bistro')).toBe(false);
  });

  test('the currency stays once amounts are kept in it, also for a new site', async () => {
    const { site } = await setup();
    const yen = { ...site, currency: 'JPY' };
    const refusal = { ok: false, problem: { code: 'currency', path: 'input.site.currency' } };
    expect(await run('site.save', { id: 'bistro', site: yen })).toMatchObject(refusal);
    const bare = { ...yen, name: 'Tokyo', areas: [], hours: [], dates: [], budgets: [] };
    expect(await run('site.create', { business: '', site: bare })).toMatchObject(refusal);
    done(await run('site.save', { id: 'bistro', site }));
  });

  test('two roles of one name are refused', async () => {
    const { roles } = await setup();
    const drafts = roles.map(({ holders: _h, inUse: _u, ...role }) => role);
    const answer = await run('roles.save', {
      site: 'bistro',
      roles: [...drafts, { ...drafts[0], id: null }],
    });
    expect(answer).toMatchObject({ ok: false, problem: { code: 'input', path: 'input.roles[4].name' } });
  });

  test('a new site begins empty and says what is missing', async () => {
    const { site } = await setup();
    const bare = { ...site, name: 'Quay Bistro', hours: [], dates: [], areas: [], budgets: [] };
    const made = done(await run('site.create', { business: '', site: bare }));
    expect(made.answer).toBe('quay-bistro');
    const fresh = await setup('quay-bistro');
    expect(fresh.missing.map((line) => line.section)).toEqual([
      'hours',
      'roles',
      'people',
      'needs',
      'rules',
      'site',
    ]);
  });
});

describe('people', () => {
  test('who leaves is gone from later weeks, and their shifts after the last day turn open', async () => {
    const { person: teo } = await person('teo');
    const leaving = { id: 'teo', person: { ...teo, employedTo: MONDAY + 4 } };
    const looked = done(await preview('person.update', leaving));
    expect(looked.remarks[0]).toMatch(
      /^Teo Marchetti leaves after Fri 27 November: 1 shift after that turns open/,
    );
    expect(looked.weekImpacts[0].appeared.some((snag) => snag.text.includes('open shift'))).toBe(true);
    done(await run('person.update', leaving, false, 'teo-leaves'));
    const now = await plan();
    expect(now.shifts.filter((s) => s.person === 'teo').map((s) => s.date - MONDAY)).toEqual([0, 4]);
    expect((await plan(MONDAY + 7)).people.some((one) => one.id === 'teo')).toBe(false);
    expect((await plan(MONDAY - 7)).people.some((one) => one.id === 'teo')).toBe(true);
    done(await undoCommand(db, OWNER, 'teo-leaves', 'teo-stays'));
    expect((await plan()).shifts.filter((s) => s.person === 'teo')).toHaveLength(3);
    expect((await person('teo')).person).toEqual(teo);
  });

  test('who moves to another site keeps their shifts here in view', async () => {
    done(await run('people.updateMany', { ids: ['priya'], patch: { moveTo: 'chandlery' } }, false, 'move'));
    expect((await plan()).people.some((one) => one.id === 'priya')).toBe(true);
    expect((await plan(MONDAY + 7)).people.some((one) => one.id === 'priya')).toBe(false);
    done(await undoCommand(db, OWNER, 'move', 'move-back'));
  });

  test('pay from a date counts from that date', async () => {
    const { person: priya } = await person('priya');
    const pay = [
      { role: null, since: null, rate: 15 },
      { role: 'bar', since: MONDAY + 3, rate: 20 },
    ];
    done(await run('person.update', { id: 'priya', person: { ...priya, pay } }, false, 'pay'));
    const held = (await plan()).people.find((one) => one.id === 'priya')!.roles[0];
    expect(held).toEqual({
      role: 'bar',
      until: null,
      hourlyRate: 15,
      laterRates: [{ since: MONDAY + 3, hourlyRate: 20 }],
    });
    done(await undoCommand(db, OWNER, 'pay', 'pay-back'));
  });

  test('two with one number are refused, and the other is named', async () => {
    const { person: teo } = await person('teo');
    const answer = await run('person.update', { id: 'teo', person: { ...teo, number: '101' } });
    expect(answer).toMatchObject({
      ok: false,
      problem: { path: 'input.person.number', message: 'Ilse Brandt has the number 101' },
    });
  });

  test('a new version of availability raises a snag in a week already planned', async () => {
    const before = await person('priya');
    const versions = [
      {
        id: 'priya-new',
        since: MONDAY + 3,
        until: null,
        comment: null,
        blocks: [{ weekday: 3, from: 540, to: 720, kind: 'available' }],
      },
    ];
    const answer = done(await preview('availability.save', { person: 'priya', versions }));
    const texts = answer.weekImpacts.flatMap((week) => week.appeared.map((snag) => snag.text));
    expect(texts).toContain('Priya Nair, Thu 26 15:00–23:00: 8 h outside the hours they are available.');
    expect((await person('priya')).versions).toEqual(before.versions);
  });

  test('history says who did what, field by field', async () => {
    done(
      await run('people.updateMany', {
        ids: ['caio', 'oona'],
        patch: { contractMinutes: 1500, addRole: 'lead' },
      }),
    );
    const [latest] = (await person('caio')).history;
    expect(latest).toMatchObject({ actor: 'Runa Deering', title: 'Changed 2 people', undoable: true });
    expect(latest.details).toEqual(['Contract hours: 32 h → 25 h', 'Lead added']);
  });

  test('are listed once each, with what they could work by weekday', async () => {
    const found = await peopleTable(db, OWNER);
    const people = found.ok ? found.table.people : [];
    expect(new Set(people.map((one) => one.id)).size).toBe(people.length);
    const noor = people.find((one) => one.id === 'noor')!;
    expect(noor.available[0]).toBe((23.5 - 14) * 60);
    expect(people.find((one) => one.id === 'teo')!.available).toEqual(new Array(7).fill(1440));
  });
});
