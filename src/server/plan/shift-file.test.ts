import { beforeEach, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { SHIFT_COLUMNS } from '@/core/week/shift-columns';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { MONDAY, db, edit, freshDemo } from '../week/testing';
import { shiftFileOf, weekBookOf } from './shift-file';

beforeEach(freshDemo);

const ALL = SHIFT_COLUMNS.map(({ id }) => id);
async function read(columns = ALL, days = 7) {
  const found = await shiftFileOf(db, OWNER, 'bistro', MONDAY, days, columns);
  if (!found.ok) throw new Error(found.problem.message);
  return {
    ...found,
    rows: Papa.parse<Record<string, string>>(found.text.slice(1).trim(), { header: true }).data,
  };
}

test('has a row for each shift, with hours as they are paid and how it stands to what staff know', async () => {
  const { rows, text, name } = await read();
  const { count } = await db
    .selectFrom('shift')
    .select((q) => q.fn.countAll().as('count'))
    .where('site_id', '=', 'bistro')
    .where('date', '>=', '2026-11-23')
    .where('date', '<', '2026-11-30')
    .executeTakeFirstOrThrow();
  expect(rows).toHaveLength(Number(count));
  expect(name).toBe('Quay Bistro 2026-11-23.csv');
  expect(
    text
      .split('\r\n')
      .slice(0, -1)
      .every((line) => !line.includes('\n')),
  ).toBe(true);
  expect(rows.find((row) => row.Person === 'Noor Haddad' && row.Date === '2026-11-25')).toEqual({
    ...{ Date: '2026-11-25', Weekday: 'Wed', Person: 'Noor Haddad', Number: '112', Role: 'Floor' },
    ...{ Start: '11:00', End: '17:00', 'Break (min)': '30', 'Paid hours': '5.5' },
    ...{ Label: '', Station: '', Note: '', State: 'published' },
  });
  expect(rows.filter((row) => row.Person === 'open')).toHaveLength(1);
  expect(new Set(rows.map((row) => row.State))).toEqual(new Set(['published', 'draft']));
});

test('has the columns that are asked for, in their own order, and no formula', async () => {
  await edit(
    [{ do: 'set', id: 'bistro-2026-11-23-49', shift: { note: '=HYPERLINK("x")', to: 1560 } }],
    MONDAY,
  );
  const { text, rows } = await read(['note', 'end', 'state']);
  expect(text.startsWith('\uFEFFEnd,Note,State\r\n')).toBe(true);
  const [changed] = rows.filter((row) => row.State === 'changed');
  expect(changed).toEqual({ End: '02:00', Note: '\'=HYPERLINK("x")', State: 'changed' });
});

test('is for who sees the plan', async () => {
  const noor = await actorNamed(db, 'demo-noor');
  expect(await shiftFileOf(db, noor, 'bistro', MONDAY, 7, ALL)).toMatchObject({ ok: false });
});

async function bookOf(actor = OWNER) {
  const found = await weekBookOf(db, actor, 'bistro', MONDAY);
  if (!found.ok) return found;
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(found.bytes.buffer as ArrayBuffer);
  return { ...found, book };
}

test('the workbook has the sheets that are read first in front, and every shift once', async () => {
  const found = await bookOf();
  if (!found.ok) throw new Error(found.problem.message);
  expect(found.name).toBe('Quay Bistro 2026-11-23.xlsx');
  expect(found.book.worksheets.map(({ name }) => name)).toEqual([
    'Week',
    'Coverage',
    'Hours',
    'Roles',
    'Shifts',
  ]);
  const { rows } = await read();
  expect(found.book.getWorksheet('Shifts')!.rowCount - 1).toBe(rows.length);
});

test('the workbook tells two people of one name apart, and sums the hours of each', async () => {
  await db.updateTable('person').set({ name: 'Noor Haddad' }).where('id', '=', 'ilse').execute();
  const found = await bookOf();
  if (!found.ok) throw new Error(found.problem.message);
  const names = (found.book.getWorksheet('Hours')!.getColumn(1).values as unknown[]).map(String);
  expect(names.filter((name) => name.startsWith('Noor'))).toEqual(['Noor Haddad (101)', 'Noor Haddad (112)']);
});

test('the workbook is for who sees the plan', async () => {
  expect(await bookOf(await actorNamed(db, 'demo-noor'))).toMatchObject({
    ok: false,
    problem: { code: 'forbidden' },
  });
});
