import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import { activitiesAbout, findActivity, shiftChangesSince } from '../activity/activity-store';
import { pack } from '../activity/packing';
import { openDatabase } from '../database';
import { openDriver } from '../driver';
import { loadPlan } from '../week/plan-store';
import { loadPatternExceptions, loadPatterns } from '../patterns/pattern-store';
import { loadTemplates, loadWeekTemplates } from '../templates/template-store';
import { applyShiftChanges } from '../week/shift-changes';
import type { RowChange } from '../records/records';
import { first } from './001-first';
import { MIGRATIONS } from './list';

const MONDAY = parseDate('2027-03-22')!;

/** A data file as the first version left it: hours, a budget, own rates, weekday needs and dated ones. */
function oldFile(): string {
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-old-')), 'vicenda.db');
  const driver = openDriver(file, { timeout: 0 });
  const run = (sql: string) => driver.prepare(sql).run([]);
  for (const statement of first) run(statement);
  for (const statement of [
    `insert into site (id, name, time_zone, currency, week_start, hour_format, block_minutes, budget_minutes,
      budget_minor, position) values ('quay', 'Quay', 'Europe/Lisbon', 'EUR', 0, '24', 30, 6000, 123450, 0)`,
    `insert into site_hours values ('quay', 0, 420, 1380), ('quay', 4, 420, 1380)`,
    `insert into role (id, name, mark, ink, rate_minor) values ('bar', 'Bar', 'B', 'sea', 1450), ('floor', 'Floor', 'F', 'plum', 1380)`,
    `insert into site_role values ('quay', 'bar', 0), ('quay', 'floor', 1)`,
    `insert into person (id, name) values ('ann', 'Ann')`,
    `insert into person_site values ('ann', 'quay', 0)`,
    `insert into person_role values ('ann', 'bar', null, 1625, 0), ('ann', 'floor', null, null, 1)`,
    `insert into shift (id, site_id, person_id, role_id, date, from_minute, to_minute, break_paid, fixed, note)
      values ('s1', 'quay', 'ann', 'bar', '2027-03-22', 600, 900, 0, 1, 'keys')`,
    `insert into need values ('n1', 'quay', 'bar', 4, null, 600, 720, 1), ('n2', 'quay', 'floor', 4, null, 600, 720, 2),
      ('n3', 'quay', 'bar', null, '2027-03-26', 900, 1020, 3)`,
    'pragma user_version = 1',
  ])
    run(statement);
  driver.close();
  return file;
}

test('a data file of the first version is brought up to date with everything it says', async () => {
  const db = await openDatabase(oldFile());
  const stored = (await loadPlan(db, 'quay', MONDAY, 7))!;
  expect(stored.plan.budget).toEqual({ minutes: 6000, cost: 1234.5 });
  expect(stored.plan.site.openHours![4]).toEqual([{ from: 420, to: 1380 }]);
  expect(stored.plan.people[0].roles.map((held) => held.hourlyRate)).toEqual([16.25, null]);
  // On the date of its own the bar's need is replaced, the floor's stands.
  const onFriday = stored.plan.needs.filter((need) => need.date === MONDAY + 4 || need.days?.[4]);
  expect(onFriday.map(({ role, from, count }) => [role, from, count]).sort()).toEqual([
    ['bar', 900, 3],
    ['floor', 600, 2],
  ]);
  const later = (await loadPlan(db, 'quay', MONDAY + 7, 7))!.plan.needs;
  expect(later.map(({ role, from, count }) => [role, from, count]).sort()).toEqual([
    ['bar', 600, 1],
    ['floor', 600, 2],
  ]);
  // A shift of then has no detail, and can be given one.
  const [shift] = stored.plan.shifts;
  expect(shift).toEqual({
    id: 's1',
    person: 'ann',
    role: 'bar',
    date: MONDAY,
    from: 600,
    to: 900,
    break: null,
    fixed: true,
    note: 'keys',
    label: null,
  });
  const detail = { ...NO_DETAIL, station: 'Till 2', tasks: ['Float'] };
  await applyShiftChanges(db, 'quay', [{ do: 'set', id: 's1', shift: { detail } }]);
  expect((await loadPlan(db, 'quay', MONDAY, 7))!.plan.shifts[0].detail).toEqual(detail);
  expect([await loadTemplates(db, 'quay'), await loadPatterns(db, 'quay')]).toEqual([[], []]);
  await db.destroy();
});

describe.each([2, 3])('a data file of version %i', (version) => {
  const shift = {
    id: 's1',
    person: 'ann',
    role: null,
    date: MONDAY,
    from: 600,
    to: 900,
    break: null,
    fixed: false,
    note: null,
    label: null,
  };
  const changes: Change[] = [
    { do: 'add', shift },
    { do: 'set', id: 's1', shift: { note: 'keys' } },
  ];
  const inverse: Change[] = [
    { do: 'set', id: 's1', shift: { note: null } },
    { do: 'remove', id: 's1' },
  ];

  /** Edits of a plan, one of them of a command, which itself was about a person; and a command that took one back. */
  function fileWithLogs(): string {
    const file = join(mkdtempSync(join(tmpdir(), 'vicenda-old-')), 'vicenda.db');
    const driver = openDriver(file, { timeout: 0 });
    const run = (text: string, ...values: unknown[]) => driver.prepare(text).run(values);
    for (const step of MIGRATIONS.slice(0, version)) for (const part of step) run(String(part));
    run(`insert into site (id, name, time_zone, currency, week_start, hour_format, block_minutes, position, version)
      values ('quay', 'Quay', 'Europe/Lisbon', 'EUR', 0, '24', 30, 0, 2)`);
    run(`insert into person (id, name) values ('ann', 'Ann Bo')`);
    const edit = (id: string, at: string, number: number) =>
      run(
        `insert into change_log (id, at, actor, site_id, version, changes, inverse) values (?, ?, 'x', 'quay', ?, ?, ?)`,
        ...[id, at, number, JSON.stringify(changes), JSON.stringify(inverse)],
      );
    edit('edit', '2027-03-01T10:00:00Z', 1);
    edit('leave quay', '2027-03-02T10:00:00Z', 2);
    const rows: RowChange[] = [
      {
        table: 'person',
        before: { id: 'ann', name: 'Ann', phone: null },
        after: { id: 'ann', name: 'Ann Bo', phone: null },
      },
    ];
    const command = (seq: number, id: string, at: string, entries: string[], undoes: string | null) =>
      run(
        `insert into command_log (seq, id, at, actor, kind, title, changes, entries, undoes)
          values (?, ?, ?, 'x', 'person.update', 'Changed Ann', ?, ?, ?)`,
        ...[seq, id, at, JSON.stringify(rows), JSON.stringify(entries), undoes],
      );
    command(1, 'leave', '2027-03-02T10:00:00Z', ['leave quay'], null);
    command(2, 'back', '2027-03-03T10:00:00Z', [], 'leave');
    run(`insert into command_about values (1, 'person', 'ann'), (1, 'site', 'quay'), (2, 'person', 'ann')`);
    run(`pragma user_version = ${version}`);
    driver.close();
    return file;
  }

  test('has its two logs brought into one, in the order in which things were done', async () => {
    const shares: number[] = [];
    const db = await openDatabase(fileWithLogs(), (share) => shares.push(share));
    const all = await db.selectFrom('activity').select(['id', 'kind', 'undoes']).orderBy('seq').execute();
    expect(all).toEqual([
      { id: 'edit', kind: 'plan.change', undoes: null },
      { id: 'leave', kind: 'person.update', undoes: null },
      { id: 'back', kind: 'person.update', undoes: 'leave' },
    ]);
    expect((await activitiesAbout(db, { kind: 'person', id: 'ann' }, 9)).map(({ id }) => id)).toEqual([
      'back',
      'leave',
    ]);
    expect(await activitiesAbout(db, { kind: 'shift', id: 's1' }, 9)).toHaveLength(2);
    expect(await shiftChangesSince(db, 'quay', 0)).toEqual([...changes, ...changes]);
    expect(await shiftChangesSince(db, 'quay', 1)).toEqual(changes);
    expect(await findActivity(db, 'leave')).toMatchObject({
      at: '2027-03-02T10:00:00Z',
      undoable: true,
      rows: [{ table: 'person', before: { id: 'ann', name: 'Ann' }, after: { id: 'ann', name: 'Ann Bo' } }],
      shifts: [
        {
          site: 'quay',
          changes,
          inverse: [
            { ...inverse[0], was: { note: 'keys' } },
            { do: 'remove', id: 's1' },
          ],
        },
      ],
    });
    await expect(sql`select 1 from change_log`.execute(db)).rejects.toThrow();
    await db.destroy();
  });
});

test('a data file of version 4 has what is stored as JSON under the names of today', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-old-')), 'vicenda.db');
  const db = await openDatabase(file, undefined, 4);
  const form = { from: 540, to: 1020, duties: [{ name: 'Till', from: 540, to: 600, once: true }] };
  const once = { label: false, note: true, station: false };
  const source = { id: 'turns', key: '20000 m s', on: 20000, own: true };
  const detail = JSON.stringify({ ...form, once, pattern: source });
  const content = { shifts: [{ ...form, once, id: 's', day: 0 }], members: [], stops: [{ member: 'm' }] };
  for (const statement of [
    sql`insert into site (id, name, time_zone, currency, week_start, hour_format, block_minutes, position)
      values ('quay', 'Quay', 'Europe/Lisbon', 'EUR', 0, '24', 30, 0)`,
    sql`insert into person (id, name, team) values ('ann', 'Ann', '["Floaters"]')`,
    sql`insert into shift (id, site_id, person_id, date, from_minute, to_minute, break_paid, fixed, detail)
      values ('s1', 'quay', 'ann', '2027-03-22', 540, 1020, 0, 0, ${detail})`,
    sql`insert into shift_template values ('t', 'quay', 'Day', 'D', ${JSON.stringify({ ...form, once })}, 0)`,
    sql`insert into week_template values ('w', 'quay', 'Usual', ${`[{"detail":${detail}}]`})`,
    sql`insert into pattern values ('turns', 'quay', 'Turns', '2027-03-22', '2027-03-22', null, 1, null,
      ${JSON.stringify(content)})`,
    sql`insert into left_out values ('turns', '20001 m s')`,
    sql`insert into field values ('f', 'Locker', 0)`,
    sql`insert into person_field values ('ann', 'f', '7')`,
    sql`insert into known_head values ('phone no', 'phone')`,
  ])
    await statement.execute(db);
  const payload = {
    rows: [
      { table: 'left_out', after: { pattern_id: 'turns', key: '20001 m s' } },
      { table: 'person', after: { id: 'ann', team: '["Floaters"]' } },
      { table: 'pattern', after: { id: 'turns', content: JSON.stringify(content) } },
    ],
    shifts: [{ site: 'quay', changes: [{ do: 'set', id: 's1', shift: { detail: JSON.parse(detail) } }] }],
  };
  const inverse = {
    rows: [null, { id: 'ann', team: '[]' }, null],
    shifts: [[{ do: 'set', id: 's1', shift: { detail: JSON.parse(detail) } }]],
  };
  const log = async (id: string, kind: string, undone: object | null) =>
    sql`insert into activity (id, at, actor, kind, title, payload, inverse) values
      (${id}, '2027-03-01T10:00:00Z', 'x', ${kind}, 'x', ${await pack(payload)},
      ${undone && (await pack(undone))})`.execute(db);
  await log('one', 'people.change', inverse);
  await log('two', 'week-template.keep', null);
  await log('three', 'plan.change', inverse);
  await db.destroy();

  const now = await openDatabase(file);
  const plan = (await loadPlan(now, 'quay', MONDAY, 7))!.plan;
  const oneOff = { label: false, note: true, station: false };
  const expected = {
    duties: [{ name: 'Till', from: 540, to: 600, oneOff: true }],
    oneOff,
    pattern: { id: 'turns', key: '20000 m s', originalDate: 20000, overridden: true },
  };
  expect(plan.shifts[0].detail).toMatchObject(expected);
  expect((await loadTemplates(now, 'quay'))[0].form).toMatchObject({ duties: expected.duties, oneOff });
  expect((await loadWeekTemplates(now, 'quay'))[0].shifts[0].detail).toMatchObject(expected);
  expect((await loadPatterns(now, 'quay'))[0]).toMatchObject({
    endings: [{ member: 'm' }],
    shifts: [{ duties: expected.duties, oneOff }],
  });
  expect([...(await loadPatternExceptions(now, ['turns'])).get('turns')!].sort()).toEqual([
    '20000 m s',
    '20001 m s',
  ]);
  const groups = await now.selectFrom('person').select('groups').executeTakeFirstOrThrow();
  expect(groups.groups).toBe('["Floaters"]');
  expect(await now.selectFrom('custom_field').selectAll().execute()).toHaveLength(1);
  expect(await now.selectFrom('import_column_alias').selectAll().execute()).toHaveLength(1);
  const kinds = await now.selectFrom('activity').select('kind').orderBy('seq').execute();
  expect(kinds.map(({ kind }) => kind)).toEqual(['people.updateMany', 'week-template.save', 'plan.change']);
  const first = (await findActivity(now, 'one'))!;
  expect(first.rows.slice(0, 2)).toEqual([
    { table: 'pattern_exception', before: null, after: { pattern_id: 'turns', key: '20001 m s' } },
    {
      table: 'person',
      before: { id: 'ann', groups: '[]' },
      after: { id: 'ann', groups: '["Floaters"]' },
    },
  ]);
  expect(JSON.parse(String(first.rows[2].after!.content))).toMatchObject({ endings: [{ member: 'm' }] });
  expect(first.shifts[0].changes[0]).toMatchObject({ shift: { detail: expected } });
  expect(first.shifts[0].inverse[0]).toMatchObject({ shift: { detail: expected } });
  expect((await findActivity(now, 'two'))!.undoable).toBe(false);
  await now.destroy();
});

test('a data file of version 6 gets accounts, news and an outbox, and keeps what was published', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-old-')), 'vicenda.db');
  const old = await openDatabase(file, undefined, 6);
  for (const statement of [
    `insert into site (id, name, time_zone, currency, week_start, hour_format, block_minutes, margin_before, margin_after,
      never_closed, rules, position, version)
      values ('quay', 'Quay', 'Europe/Lisbon', 'EUR', 0, '24', 30, 0, 0, 0, '{}', 0, 3)`,
    `insert into person (id, name) values ('ann', 'Ann')`,
    `insert into published_shift (id, site_id, person_id, date, from_minute, to_minute, break_paid)
      values ('s1', 'quay', 'ann', '2027-03-22', 600, 900, 0)`,
    `insert into publication values ('p1', 'quay', '2027-03-20T10:00:00Z', 'scheduler', 'publish', '2027-03-22',
      '2027-03-29', 0, 'For all', '[]')`,
  ])
    await sql.raw(statement).execute(old);
  await old.destroy();
  const db = await openDatabase(file);
  // Nobody is asked for notice until somebody says so, nobody has an account, and nothing is sent.
  expect(await db.selectFrom('site').select(['version', 'notice_days']).execute()).toEqual([
    { version: 3, notice_days: 0 },
  ]);
  for (const table of ['user', 'news', 'outbox', 'account_grant'] as const)
    expect([table, await db.selectFrom(table).selectAll().execute()]).toEqual([table, []]);
  expect(await db.selectFrom('publication').select('message').execute()).toEqual([{ message: 'For all' }]);
  expect(await db.selectFrom('published_shift').select('person_id').execute()).toEqual([
    { person_id: 'ann' },
  ]);
  await db.destroy();
});
