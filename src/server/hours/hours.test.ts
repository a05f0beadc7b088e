import { beforeEach, describe, expect, test } from '@jest/globals';
import { standingPunches } from '@/core/clock/punch';
import { formatDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { parseCsv } from '@/formats/table/csv';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { payrollFile } from './payroll';
import { hoursAt, sheetPage } from './queries';
import { LAST, askAs, didAs, hoursPage, hoursRules, rowOf, sheet } from './testing';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
});

const period = (people: string[], first = LAST) => ({ site: 'bistro', first, people });
const typedRow = (id: string, more: object = {}) => ({
  ...{ id, kind: null, span: null, minutes: 450, role: null, note: '' },
  ...more,
});
const type = (rows: object[], date = LAST, person = 'noor') => ({ person, date, rows });

describe('the hours of a period', () => {
  test('are those of who is at home at the site, by day, with what is to be looked at', async () => {
    const page = await hoursPage();
    expect(page.period).toMatchObject({ first: LAST, days: 7 });
    const noor = page.rows.find(({ id }) => id === 'noor')!;
    expect(noor.cells).toHaveLength(7);
    expect(noor.worked).toBe(noor.cells.reduce((sum, { worked }) => sum + worked, 0));
    expect(page.rows.reduce((sum, { worked }) => sum + worked, 0)).toBeGreaterThan(10_000);
    // Who is at home in the chandlery is there, wherever they worked.
    expect(page.rows.map(({ id }) => id)).not.toContain('petra');
    const looks = page.rows.flatMap(({ cells }) => cells.flatMap(({ look }) => look));
    expect(looks).toContain('no out');
    const one = await sheet('noor');
    expect([one.worked, one.look]).toEqual([noor.worked, noor.look]);
    expect(one.totals.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(
      one.days.reduce((sum, { worked, credited }) => sum + worked + credited, 0),
    );
  });

  test('are read by who plans, pays or manages, by oneself, and by nobody else; money by who sees pay', async () => {
    const read = async (account: string, person: string) => {
      const found = await sheetPage(db, await actorNamed(db, `demo-${account}`), person, LAST);
      return found.ok ? found.sheet.totals.map(({ cost }) => cost !== null) : found.problem.code;
    };
    expect(await read('payroll', 'noor')).toContain(true);
    expect(await read('ilse', 'noor')).not.toContain(true);
    expect(await read('noor', 'noor')).not.toContain(true);
    expect(await read('lior', 'noor')).toBe('forbidden');
    expect(await read('hanne', 'noor')).toBe('forbidden');
    await db.updateTable('person').set({ manager_id: 'lior' }).where('id', '=', 'noor').execute();
    expect(await read('lior', 'noor')).not.toBe('forbidden');
    const lior = await hoursAt(db, await actorNamed(db, 'demo-lior'), 'bistro', LAST);
    expect(lior.ok && lior.page.rows.map(({ id }) => id)).toEqual(['noor']);
    expect(await hoursAt(db, await actorNamed(db, 'demo-noor'), 'bistro', LAST)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });

  test('go from open to submitted, approved and locked, and each is told', async () => {
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    expect(await rowOf('noor')).toMatchObject({ state: 'submitted', changedBy: null });
    expect(await askAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST })).toMatchObject({
      ok: false,
      problem: { message: 'your hours are submitted already' },
    });
    await didAs('demo-ilse', 'hours.approve', period(['noor']));
    expect(await askAs('demo-ilse', 'hours.lock', period(['noor']))).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    await didAs('demo-payroll', 'hours.lock', period(['noor']));
    const { steps, state } = await sheet('noor');
    expect(state).toBe('locked');
    expect(steps.map(({ kind, by }) => [kind, by])).toEqual([
      ['submit', 'Noor Haddad'],
      ['approve', expect.any(String)],
      ['lock', expect.any(String)],
    ]);
    expect(await askAs(null, 'hours.sendBack', { person: 'noor', first: LAST, reason: 'x' })).toMatchObject({
      ok: false,
    });
  });

  test('are submitted by nobody else, not before they begin, and not locked before they are over', async () => {
    const refused = async (account: string, kind: string, input: object) => {
      const answer = await askAs(account, kind, input);
      return answer.ok ? 'done' : answer.problem.code;
    };
    expect(await refused('demo-lior', 'hours.submit', { person: 'noor', first: LAST })).toBe('forbidden');
    expect(await refused('demo-noor', 'hours.submit', { person: 'noor', first: MONDAY + 7 })).toBe('future');
    expect(await refused('demo-noor', 'hours.submit', { person: 'noor', first: LAST + 1 })).toBe('unknown');
    expect(await refused('demo-payroll', 'hours.lock', period(['noor']))).toBe('state');
    await didAs('demo-ilse', 'hours.approve', period(['noor'], MONDAY));
    expect(await refused('demo-payroll', 'hours.lock', period(['noor'], MONDAY))).toBe('future');
    expect(await refused('demo-noor', 'hours.approve', period(['noor']))).toBe('forbidden');
    expect(await refused('demo-ilse', 'hours.approve', period(['noor'], MONDAY + 7))).toBe('future');
  });

  test('that are sent back say why, to whose they are, and are open again', async () => {
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    await didAs('demo-ilse', 'hours.sendBack', { person: 'noor', first: LAST, reason: 'Friday is missing' });
    expect((await rowOf('noor')).state).toBe('open');
    const told = await db.selectFrom('outbox').select('body').where('person_id', '=', 'noor').execute();
    expect(told.some(({ body }) => body?.includes('Friday is missing'))).toBe(true);
    // Who pays can send back what is approved, and not what is only submitted.
    await didAs('demo-ilse', 'hours.approve', period(['noor']));
    await didAs('demo-payroll', 'hours.sendBack', { person: 'noor', first: LAST, reason: 'No code' });
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    const back = { person: 'noor', first: LAST, reason: 'No' };
    expect(await askAs('demo-payroll', 'hours.sendBack', back)).toMatchObject({ ok: false });
  });

  test('are approved for several at once, or for none', async () => {
    const people = (await hoursPage()).rows.filter(({ look }) => look === 0).map(({ id }) => id);
    const open = (await hoursPage()).rows.find(({ look }) => look > 0)!.id;
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    await didAs('demo-ilse', 'hours.approve', period(people));
    expect((await hoursPage()).rows.filter(({ state }) => state === 'approved')).toHaveLength(people.length);
    expect(await askAs('demo-ilse', 'hours.approve', period([open, people[0]]))).toMatchObject({
      ok: false,
      problem: { path: 'input.people[1]' },
    });
  });
});

describe('what is approved or locked', () => {
  const out = async () => {
    const { punches } = await sheet('noor');
    return standingPunches(punches).find(({ kind }) => kind === 'out')!;
  };
  const correct = (punch: string, at: number) => ({
    ...{ site: 'bistro', person: 'noor', reason: 'left later' },
    changes: [{ id: `c${at}`, punch, instead: { kind: 'out', at } }],
  });

  test('cannot be changed by a correction, which is told; open hours can, and say so', async () => {
    const { id, at } = await out();
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    await didAs('demo-ilse', 'clock.correct', correct(id, at + 60));
    expect((await rowOf('noor')).changedBy).toBeGreaterThan(0);
    await didAs('demo-ilse', 'hours.approve', period(['noor']));
    expect((await rowOf('noor')).changedBy).toBeNull();
    const again = (await out()).id;
    expect(await askAs('demo-ilse', 'clock.correct', correct(again, at + 120))).toMatchObject({
      ok: false,
      problem: { code: 'approved' },
    });
    await didAs('demo-payroll', 'hours.lock', period(['noor']));
    expect(await askAs('demo-ilse', 'clock.correct', correct(again, at + 121))).toMatchObject({
      ok: false,
      problem: { code: 'locked' },
    });
    // A day of another period beside it is none of it.
    const punch = { id: 'p1', site: 'bistro', person: 'noor', kind: 'in', note: '', at: MONDAY * DAY + 400 };
    await didAs('demo-ilse', 'clock.punch', punch);
  });

  test('is put right in a later period', async () => {
    const adjust = (more: object = {}) => ({
      ...{ id: 'a1', person: 'noor', about: LAST + 1, date: MONDAY, kind: null, minutes: -30 },
      reason: 'went earlier',
      ...more,
    });
    expect(await askAs('demo-ilse', 'hours.adjust', adjust())).toMatchObject({
      ok: false,
      problem: { code: 'open' },
    });
    await didAs('demo-ilse', 'hours.approve', period(['noor']));
    await didAs('demo-payroll', 'hours.lock', period(['noor']));
    const before = (await rowOf('noor', MONDAY)).worked;
    await didAs('demo-ilse', 'hours.adjust', adjust());
    expect((await rowOf('noor', MONDAY)).worked).toBe(before - 30);
    expect(await askAs('demo-ilse', 'hours.adjust', adjust({ id: 'a2', date: LAST + 2 }))).toMatchObject({
      ok: false,
      problem: { code: 'locked' },
    });
  });
});

describe('hours that are typed', () => {
  beforeEach(async () => {
    await db.updateTable('person').set({ hours_from: 'typed' }).where('id', '=', 'noor').execute();
  });

  test('by whose they are, several rows a day, each change at once', async () => {
    await didAs(
      'demo-noor',
      'hours.type',
      type([typedRow('t1', { span: { from: 540, to: 780 }, minutes: 0 })]),
    );
    await didAs(
      'demo-noor',
      'hours.type',
      type([
        typedRow('t1', { span: { from: 540, to: 780 }, minutes: 0 }),
        typedRow('t2', { minutes: 90, note: 'stock' }),
      ]),
    );
    expect((await sheet('noor')).days[0]).toMatchObject({ worked: 330 });
    await didAs('demo-noor', 'hours.type', type([]));
    expect((await sheet('noor')).days[0].typed).toEqual([]);
  });

  test.each([
    [
      'two that overlap',
      [
        typedRow('a', { span: { from: 540, to: 780 }, minutes: 0 }),
        typedRow('b', { span: { from: 700, to: 800 }, minutes: 0 }),
      ],
      'overlap',
    ],
    ['more than a day has', [typedRow('a', { minutes: 1000 }), typedRow('b', { minutes: 500 })], 'input'],
    ['a kind that nobody knows', [typedRow('a', { kind: 'x' })], 'unknown'],
    ['a role that nobody knows', [typedRow('a', { role: 'x' })], 'unknown'],
    ['neither times nor a length', [typedRow('a', { minutes: 0 })], 'input'],
  ])('not %s', async (_, rows, code) => {
    const answer = await askAs('demo-noor', 'hours.type', type(rows));
    expect(answer).toMatchObject({ ok: false, problem: { code } });
  });

  test('not by others, not once submitted, and not where they are clocked', async () => {
    const code = async (account: string, kind: string, input: object) => {
      const answer = await askAs(account, kind, input);
      return answer.ok ? null : answer.problem.code;
    };
    const one = type([typedRow('t1')]);
    expect(await code('demo-lior', 'hours.type', one)).toBe('forbidden');
    expect(await code('demo-lior', 'hours.enter', one)).toBe('forbidden');
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    expect(await code('demo-noor', 'hours.type', one)).toBe('submitted');
    expect(await code('demo-ilse', 'hours.enter', one)).toBeNull();
    expect(await code('demo-lior', 'hours.type', { ...one, person: 'lior' })).toBe('forbidden');
    await didAs('demo-ilse', 'hours.approve', period(['noor']));
    expect(await code('demo-ilse', 'hours.enter', type([]))).toBe('approved');
  });
});

describe('a file for payroll', () => {
  const order = (people: string[], more: object = {}) => ({
    ...period(people),
    ...{
      id: 'f1',
      by: 'person',
      columns: ['number', 'name', 'from', 'to', 'code', 'kind', 'hours', 'amount'],
    },
    ...more,
  });
  const approve = (people: string[]) => didAs('demo-ilse', 'hours.approve', period(people));

  test('has the hours of who is approved, by kind and code, and is kept as it was', async () => {
    await hoursRules({ codes: { regular: '100' } });
    await approve(['noor', 'teo']);
    await didAs('demo-payroll', 'hours.payroll', order(['noor', 'teo']));
    const file = await payrollFile(db, OWNER, 'f1', 'csv');
    if (!file.ok) throw new Error(file.problem.message);
    const [heads, ...lines] = parseCsv(new TextDecoder().decode(file.bytes)).lines.map(({ cells }) => cells);
    expect(heads).toEqual(['Number', 'Name', 'From', 'To', 'Code', 'Kind of pay', 'Hours', 'Amount']);
    const noor = await sheet('noor');
    const its = lines.filter(([, name]) => name === 'Noor Haddad');
    expect(its.map((cells) => [cells[5], Math.round(Number(cells[6]) * 60), Number(cells[7])])).toEqual(
      noor.totals.map(({ name, minutes, cost }) => [name, expect.closeTo(minutes, -0.5), cost]),
    );
    expect(its[0].slice(2, 5)).toEqual([formatDate(LAST), formatDate(LAST + 6), '100']);
    expect(file.name).toBe(`Payroll ${formatDate(LAST)} to ${formatDate(LAST + 6)}.csv`);
    // Whatever becomes of the hours, the file stays what it was.
    await didAs('demo-ilse', 'hours.sendBack', { person: 'noor', first: LAST, reason: 'again' });
    expect(await payrollFile(db, OWNER, 'f1', 'csv')).toEqual(file);
  });

  test('by day adds up to the same', async () => {
    await approve(['noor']);
    await didAs('demo-payroll', 'hours.payroll', order(['noor'], { by: 'day', columns: ['date', 'hours'] }));
    const file = await payrollFile(db, OWNER, 'f1', 'csv');
    if (!file.ok) throw new Error(file.problem.message);
    const [, ...lines] = parseCsv(new TextDecoder().decode(file.bytes)).lines;
    const hours = lines.reduce((sum, { cells }) => sum + Number(cells[1]), 0);
    const { worked } = await sheet('noor');
    expect(Math.abs(hours * 60 - worked)).toBeLessThan(lines.length);
  });

  test('says whose hours were in one before', async () => {
    await approve(['noor', 'teo']);
    await didAs('demo-payroll', 'hours.payroll', order(['noor']));
    const second = await didAs('demo-payroll', 'hours.payroll', order(['noor', 'teo'], { id: 'f2' }), true);
    expect(second.remarks).toEqual([expect.stringMatching(/^The hours of 1 person were in a file before: /)]);
    expect((await hoursPage()).exports).toMatchObject([{ id: 'f1', people: 1 }]);
  });

  test('not of who is not approved, without who pays, and without pay for who does not see it', async () => {
    const code = async (account: string, more: object = {}) => {
      const answer = await askAs(account, 'hours.payroll', order(['noor'], more));
      return answer.ok ? null : answer.problem.code;
    };
    expect(await code('demo-payroll')).toBe('state');
    await approve(['noor']);
    expect(await code('demo-ilse')).toBe('forbidden');
    expect(await code('demo-payroll', { columns: ['field:nothing'] })).toBe('unknown');
    expect(await code('demo-payroll', { columns: ['nothing'] })).toBe('input');
    expect(await code('demo-payroll')).toBeNull();
    expect(await payrollFile(db, await actorNamed(db, 'demo-ilse'), 'f1', 'csv')).toMatchObject({
      ok: false,
    });
  });
});

describe('rules of hours', () => {
  test('periods that something was done with stay', async () => {
    await didAs('demo-noor', 'hours.submit', { person: 'noor', first: LAST });
    await expect(hoursRules({ periods: [{ since: null, kind: 'monthly' }] })).rejects.toThrow(
      'let other periods begin on 2026-11-23 or later',
    );
    await hoursRules({
      periods: [
        { since: null, kind: 'weekly' },
        { since: MONDAY, kind: 'fortnightly' },
      ],
    });
    expect((await hoursPage(null, MONDAY)).period).toMatchObject({ first: MONDAY, days: 14 });
    expect((await hoursPage()).period).toMatchObject({ first: LAST, days: 7 });
  });

  test('a kind of pay that was used is retired, not lost', async () => {
    const kinds = [{ id: 'call', name: 'On call', multiplier: 0.5, isRetired: false }];
    await hoursRules({ kinds });
    await didAs('demo-ilse', 'hours.enter', type([typedRow('t1', { kind: 'call' })]));
    await expect(hoursRules({ kinds: [] })).rejects.toThrow('retire it instead');
    await hoursRules({ kinds: [{ ...kinds[0], isRetired: true }] });
    const answer = await askAs(
      'demo-ilse',
      'hours.enter',
      type([typedRow('t1', { kind: 'call' }), typedRow('t2', { kind: 'call' })]),
    );
    expect(answer).toMatchObject({ ok: false, problem: { path: 'input.rows[1].kind' } });
    expect((await sheet('noor')).totals.some(({ name }) => name === 'On call')).toBe(true);
  });
});
