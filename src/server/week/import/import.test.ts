import ExcelJS from 'exceljs';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { formatClock } from '@/core/time/format';
import { SHIFT_COLUMNS } from '@/core/week/shift-columns';
import { OWNER } from '../../access/testing';
import { actorNamed } from '../../accounts/testing';
import { undoCommand } from '../../commands/undo';
import { shiftFileOf, weekBookOf } from '../../plan/shift-file';
import { MONDAY, NEXT, ask, db, done, freshDemo, id, plain, shiftsOf } from '../testing';
import type { ShiftImportOptions, ShiftImportPreview } from './payload';
import { planShiftImport } from './plan-shift-import';
import { takeShiftFile } from './take-file';

beforeEach(freshDemo);

const bytesOf = (text: string) => new TextEncoder().encode(text);
const take = (bytes: Uint8Array, week = NEXT, name = 'week.csv') =>
  takeShiftFile(db, OWNER, { name, bytes, site: 'bistro', week }, () => undefined);
async function reread(options: ShiftImportOptions): Promise<ShiftImportPreview> {
  const planned = await planShiftImport(db, 'bistro', options);
  if (!planned.ok) throw new Error(planned.problem.message);
  return planned.plan.preview;
}
const told = ({ rows }: ShiftImportPreview) =>
  rows.map(({ row, name, state, changes, faults }) =>
    [
      `${row} ${name} ${state}`,
      ...changes,
      ...faults.map(({ cell, message }) => `! ${cell} ${message}`),
    ].join(' | '),
  );

const WIDE = [
  'Quay Bistro,,,',
  'Name,Mon,Tue,Wed,Thu',
  'Noor Haddad,9-5,OFF,9-5 / 6-10,hol',
  'teo,7-15 kitchen,,22-24,0-6',
  'Open,,17-23 floor,,',
].join('\n');

test('a table of people by days comes into an empty week in one step, and goes with one undo', async () => {
  const preview = await take(bytesOf(WIDE));
  expect(preview.problem).toBeNull();
  expect(told(preview)).toEqual([
    '3 Noor Haddad new | Mon 30: 9–17 Floor | Wed 2: 9–17 Floor | Wed 2: 18–22 Floor | Thu 3: "hol", no shift',
    '4 Teo Marchetti new | Mon 30: 7–15 Kitchen | Wed 2: 22–6 Kitchen | Thu 3: the rest of the night 22–6 of Wed 2',
    '5 Open shifts new | Tue 1: 17–23 Floor',
  ]);
  expect(await shiftsOf(NEXT)).toEqual([]);
  const input = { options: preview.options };
  const look = await done('shifts.import', input, true);
  expect(look.weekImpacts[0].appeared.length + look.weekImpacts[0].cleared.length).toBeGreaterThan(0);
  expect(await shiftsOf(NEXT)).toEqual([]);
  const one = id();
  const answer = await ask('shifts.import', input);
  expect(answer).toMatchObject({ ok: true, title: 'Imported 6 shifts from week.csv' });
  expect(await shiftsOf(NEXT)).toHaveLength(6);
  const last = await db
    .selectFrom('activity')
    .select('id')
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirstOrThrow();
  expect(await undoCommand(db, OWNER, last.id, one)).toMatchObject({ ok: true });
  expect(await shiftsOf(NEXT)).toEqual([]);
});

describe('what was taken out comes in again as it is', () => {
  test('from the list of shifts', async () => {
    const columns = SHIFT_COLUMNS.map(({ id: column }) => column);
    const file = await shiftFileOf(db, OWNER, 'bistro', MONDAY, 7, columns);
    if (!file.ok) throw new Error(file.problem.message);
    const preview = await take(bytesOf(file.text), MONDAY);
    expect(told(preview).filter((line) => !line.includes(' same'))).toEqual([]);
    expect(preview.counts.same).toBe((await shiftsOf(MONDAY)).length);
    expect(preview.left).toBe(0);
  });

  test('from every sheet of the workbook that has shifts', async () => {
    const book = await weekBookOf(db, OWNER, 'bistro', MONDAY);
    if (!book.ok) throw new Error(book.problem.message);
    const preview = await take(book.bytes, MONDAY, 'week.xlsx');
    expect(preview.sheets).toEqual(['Week', 'Coverage', 'Hours', 'Roles', 'Shifts']);
    expect(told(preview).filter((line) => !line.includes(' same'))).toEqual([]);
    expect(preview.left).toBe(0);
    const list = await reread({ ...preview.options, sheet: 4, head: -1, columns: [] });
    expect(told(list).filter((line) => !line.includes(' same'))).toEqual([]);
    expect(list.left).toBe(0);
    // A sheet without shifts says what is missing.
    expect((await reread({ ...preview.options, sheet: 3, head: -1, columns: [] })).problem).toMatch(
      /Choose the col/,
    );
  });

  test('into an empty week it is the week that was taken out', async () => {
    const file = await shiftFileOf(db, OWNER, 'bistro', MONDAY, 7, [
      'weekday',
      'person',
      'number',
      'role',
      'start',
      'end',
      'break',
      'label',
      'station',
      'note',
    ]);
    if (!file.ok) throw new Error(file.problem.message);
    const preview = await take(bytesOf(file.text.replace('Weekday', 'Day')), NEXT);
    expect(preview.counts).toMatchObject({ faulty: 0, same: 0 });
    await done('shifts.import', { options: preview.options });
    const told = (list: Awaited<ReturnType<typeof shiftsOf>>, from: number) =>
      list
        .map((shift) =>
          JSON.stringify([
            shift.person,
            shift.role,
            shift.date - from,
            shift.from,
            shift.to,
            shift.label,
            shift.detail?.station ?? null,
          ]),
        )
        .sort();
    expect(told(await shiftsOf(NEXT), NEXT)).toEqual(told(await shiftsOf(MONDAY), MONDAY));
  });
});

test('rows with faults are told with their cells and left out; mended they come in', async () => {
  const text =
    'Date,Name,Start,End\n2026-12-01,Noor Haddad,9,17\n2026-12-01,Nemo,9,17\n2026-12-02,Noor Haddad,9,\n2026-12-01,Teo,7:00,25:00\n2026-12-03,Lior,8,14\n2026-12-01,Noor Haddad,16,20\n';
  const preview = await take(bytesOf(text));
  expect(told(preview)).toEqual([
    '2 Noor Haddad new | Tue 1: 9–17 Floor',
    '3 Nemo faulty | ! B3 nobody here is called "Nemo"; add them under People first',
    '4 Noor Haddad faulty | ! D4 no time',
    expect.stringMatching(/^5 Teo Marchetti faulty \| ! \S+ .*(no time|no hour)/),
    '6 Lior Amsel new | Thu 3: 8–14 Floor',
    '7 Noor Haddad faulty | ! C7 overlaps 9–17 on Tue 1',
  ]);
  const mended = { B3: 'Yuki Arai', D4: '15' };
  const again = await reread({ ...preview.options, mended });
  expect(again.counts).toEqual({ new: 4, changed: 0, same: 0, faulty: 2 });
  await done('shifts.import', { options: again.options });
  expect((await shiftsOf(NEXT)).map(({ person }) => person).sort()).toEqual(['lior', 'noor', 'noor', 'yuki']);
});

test('a shift elsewhere, or one that stands, is a fault where nobody can be in both', async () => {
  const elsewhere = await db
    .selectFrom('shift')
    .select(['date', 'from_minute', 'to_minute'])
    .where('person_id', '=', 'lior')
    .where('site_id', '=', 'chandlery')
    .orderBy('date')
    .limit(1)
    .executeTakeFirstOrThrow();
  const preview = await take(
    bytesOf(
      `Date,Name,Start,End\n${elsewhere.date},Lior Amsel,${formatClock(elsewhere.from_minute)},${formatClock(elsewhere.to_minute)}\n`,
    ),
    MONDAY,
  );
  expect(told(preview)[0]).toMatch(/^2 Lior Amsel faulty .*overlaps /);
});

test('what stands on the days of the file and is not in it goes where that is said', async () => {
  const before = await shiftsOf(MONDAY);
  const [first] = before.filter(({ person, date }) => person === 'noor' && date === MONDAY);
  const preview = await take(bytesOf('Name,Mon\nNoor Haddad,off\n'), MONDAY);
  expect(preview).toMatchObject({ left: 1, counts: { same: 1 } });
  const going = await reread({ ...preview.options, others: 'go' });
  expect(told(going)).toEqual(['2 Noor Haddad changed | Mon 23: 17–23 Floor goes']);
  await done('shifts.import', { options: going.options });
  expect(plain(await shiftsOf(MONDAY))).toEqual(plain(before.filter(({ id: shift }) => shift !== first.id)));
});

test('merged cells of a workbook speak for all they cover', async () => {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('Plan');
  sheet.addRow(['Week 49']);
  sheet.mergeCells('A1:H1');
  sheet.addRow(['', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']);
  sheet.addRow(['Noor', 'hol', '', '', '9-17']);
  sheet.mergeCells('B3:D3');
  sheet.addRow(['Teo', '9-13', '7-15']);
  sheet.addRow(['', '17-22']);
  sheet.mergeCells('A4:A5');
  const bytes = new Uint8Array((await book.xlsx.writeBuffer()) as ArrayBuffer);
  const preview = await take(bytes, NEXT, 'plan.xlsx');
  expect(told(preview)).toEqual([
    '3 Noor Haddad new | Mon 30: "hol", no shift | Tue 1: "hol", no shift | Wed 2: "hol", no shift | Thu 3: 9–17 Floor',
    '4 Teo Marchetti new | Mon 30: 9–13 Kitchen | Tue 1: 7–15 Kitchen',
    '5 Teo Marchetti new | Mon 30: 17–22 Kitchen',
  ]);
});

test('dates far apart, and a file without days or times, say what to do', async () => {
  expect(
    (await take(bytesOf('Date,Name,Start,End\n2026-12-01,Noor,9,17\n2062-12-01,Noor,9,17\n'))).problem,
  ).toMatch(/half a year/);
  expect((await take(bytesOf('Colour,Size\nred,5\n'))).problem).toMatch(/Choose the columns/);
  expect((await take(bytesOf('Mon,Tue\n9-17,9-17\n'))).problem).toMatch(/who works/);
});

test('is for who writes the plan of the site', async () => {
  const preview = await take(bytesOf(WIDE));
  for (const name of ['demo-noor', 'demo-payroll', 'demo-hanne']) {
    const answer = await ask(
      'shifts.import',
      { options: preview.options },
      false,
      await actorNamed(db, name),
    );
    expect(answer).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
  }
  expect(await shiftsOf(NEXT)).toEqual([]);
});
