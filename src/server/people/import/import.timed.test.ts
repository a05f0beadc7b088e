import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../../demo/testing';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import { OWNER } from '../../access/testing';
import { readBytes } from '../../access/body';
import { runCommand } from '../../commands/run';
import { undoCommand } from '../../commands/undo';
import { exportLines } from '../export';
import { personPage, peopleTable } from '../queries';
import type { ImportOptions, ImportPreview } from './payload';
import { planImport } from './plan-import';
import { tablesOf } from '../../import/tables';
import { bomb, workbookOf } from '../../import/testing';
import { MOST_BYTES } from '../../import/upload';
import { takeFile } from './take-file';

const MONDAY = parseDate('2026-11-23')!;
let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterEach(() => db.destroy());

const text = (lines: string[]) => new TextEncoder().encode(lines.join('\n'));
const take = (bytes: Uint8Array, site: string | null = 'bistro') =>
  takeFile(db, OWNER, { name: 'list.csv', bytes, site }, () => undefined);
const accept = async (options: ImportOptions, id = `import-${++made}`) => {
  const answer = await runCommand(
    db,
    OWNER,
    { id, kind: 'people.import', input: { options } },
    { preview: false },
  );
  if (!answer.ok) throw new Error(answer.problem.message);
  return answer;
};
const read = async (options: ImportOptions): Promise<ImportPreview> => {
  const planned = await planImport(db, MONDAY + 1, options);
  if (!planned.ok) throw new Error(planned.problem.message);
  return planned.plan.preview;
};
const everybody = async () => {
  const found = await peopleTable(db, OWNER);
  if (!found.ok) throw new Error();
  return found.table.people;
};

test('of 400 rows the 3 faulty are named by sheet, row and column; the other 397 can be taken and taken back', async () => {
  const lines = [['Number', 'Name', 'Role', 'Hours a week', 'Start date', 'Mon', 'Tue']];
  for (let i = 0; i < 400; i++)
    lines.push([`N${i}`, `Person ${i}`, i % 2 ? 'Kitchen' : 'Bar', '37.5', '2026-12-01', '9-17', 'off']);
  lines[17][3] = 'a lot';
  lines[200][5] = '9-25';
  lines[399][0] = 'N5';
  const preview = await take(await formatXlsx('Staff', lines));
  expect(preview.sheets).toEqual(['Staff']);
  expect(preview.counts).toEqual({ new: 397, changed: 0, same: 0, faulty: 3 });
  const faults = preview.rows.flatMap((row) =>
    row.faults.map((fault) => [fault.cell, fault.column, fault.message]),
  );
  expect(faults).toEqual([
    ['D18', 'Hours a week', '"a lot" is no number of hours; write it as 37.5 or 37:30'],
    ['F201', 'Mon', '"9-25": "25": there is no hour 25'],
    ['A400', 'Number', 'the number N5 is also in row 7'],
  ]);
  const before = (await everybody()).length;
  const done = await accept(preview.options, 'the-397');
  expect(done.title).toBe('Imported 397 people from list.csv');
  const people = await everybody();
  expect(people.length).toBe(before + 397);
  const one = people.find((person) => person.number === 'N1')!;
  expect(one).toMatchObject({ name: 'Person 1', contractMinutes: 2250, sites: ['bistro'] });
  expect(one.available).toEqual([480, 0, 0, 0, 0, 0, 0]);
  const back = await undoCommand(db, OWNER, 'the-397', 'the-397-back');
  expect(back.ok).toBe(true);
  expect((await everybody()).length).toBe(before);
});

test.each(['csv', 'xlsx'] as const)(
  'what is exported as %s is read without changing anything',
  async (form) => {
    const { page } = (await personPage(db, OWNER, 'emil')) as { page: { person: object } };
    const person = {
      ...page.person,
      notes: '=HYPERLINK("x")',
      phone: '+351 912 345',
      groups: ['Keyholders', 'Late'],
      pay: [{ role: null, since: null, rate: 15.25 }],
      manager: 'ilse',
      contractMinutes: 1145,
    };
    await runCommand(
      db,
      OWNER,
      { id: 'emil', kind: 'person.update', input: { id: 'emil', person } },
      { preview: false },
    );
    const exported = await exportLines(db, OWNER, null);
    if (!exported.ok) throw new Error();
    const bytes =
      form === 'csv'
        ? new TextEncoder().encode(formatCsv(exported.lines))
        : await formatXlsx('People', exported.lines);
    const preview = await take(bytes);
    expect(preview.rows.filter((row) => row.state !== 'same')).toEqual([]);
    expect(preview.counts.same).toBe((await everybody()).length);
  },
);

test('somebody is found by number, else by name, and only what differs changes', async () => {
  const preview = await take(
    text([
      'Nr;Full name;Tel;Contracted hours',
      '104;Teo Marchetti;999;40',
      ';Priya Nair;;30,5',
      '500;Bram de Wit;;20',
    ]),
  );
  expect(preview.rows.map((row) => [row.state, row.changes])).toEqual([
    ['changed', ['Phone: nothing → 999']],
    ['changed', ['Contract hours: 38 h → 30½ h']],
    // Another number: another person of the same name.
    ['new', ['Number: 500', 'Contract hours: 20 h', 'Sites: Quay Bistro']],
  ]);
});

test('roles, sites and own fields that nobody knows are made in the same step, if wanted', async () => {
  const preview = await take(
    text(['Name,Role,Site,Locker', 'Ann,Sommelier,Boathouse,12', 'Bo,Bar,Quay Bistro,']),
  );
  expect([preview.newRoles, preview.newSites]).toEqual([['Sommelier'], ['Boathouse']]);
  const columns = preview.options.columns.map((meaning, i) => (i === 3 ? 'new' : meaning));
  const options = { ...preview.options, columns };
  expect((await read(options)).newFields).toEqual(['Locker']);
  expect((await read({ ...options, create: false })).rows[0].faults.map((fault) => fault.message)).toEqual([
    'there is no role "Sommelier"',
    'there is no site "Boathouse"',
  ]);
  await accept(options);
  const ann = (await everybody()).find((person) => person.name === 'Ann')!;
  expect(Object.values(ann.fields)).toEqual(['12']);
  const again = await take(text(['Name,Role,Site,Locker', 'Ann,Sommelier,Boathouse,12']));
  expect(again.options.columns[3]).toMatch(/^field:/);
  expect(again.counts).toEqual({ new: 0, changed: 0, same: 1, faulty: 0 });
});

test('what only a faulty row names is not made, and who has a manager there waits for that row', async () => {
  const preview = await take(
    text([
      'Name,Role,Hours,Manager,Last day',
      'Ann,Sommelier,lots,,',
      'Bo,Bar,20,Ann,',
      'Cy,Bar,20,Bo,',
      'Di,Bar,20,Ilse Brandt,',
      'Teo Marchetti,Kitchen,40,,1999-01-01',
    ]),
  );
  expect(preview.newRoles).toEqual([]);
  expect(preview.rows.map((row) => [row.name, row.state, row.faults[0]?.cell])).toEqual([
    ['Ann', 'faulty', 'C2'],
    ['Bo', 'faulty', 'D3'],
    ['Cy', 'faulty', 'D4'],
    ['Di', 'new', undefined],
    ['Teo Marchetti', 'faulty', 'E6'],
  ]);
  expect((await accept(preview.options)).title).toBe('Imported 1 person from list.csv');
});

test('a faulty cell is mended while looking, and taken as it was mended', async () => {
  const preview = await take(
    text(['Name,Contract hours,Mon,Birthday', 'Ann,many,9-17,1999-04-03', 'Bo,20,whenever,1999-04-03']),
  );
  expect(preview.rows.flatMap((row) => row.faults).map(({ cell, text }) => [cell, text])).toEqual([
    ['B2', 'many'],
    ['C3', 'whenever'],
  ]);
  const half = await read({ ...preview.options, mended: { B2: '37.5', C3: 'always?' } });
  expect(half.rows.map((row) => [row.state, row.faults[0]?.text])).toEqual([
    ['new', undefined],
    ['faulty', 'always?'],
  ]);
  const whole = await read({ ...preview.options, mended: { B2: '37.5', C3: 'after 15', D3: '' } });
  expect(whole.counts).toMatchObject({ new: 2, faulty: 0 });
  expect((await accept(whole.options)).title).toBe('Imported 2 people from list.csv');
  const bo = (await everybody()).find(({ name }) => name === 'Bo')!;
  const found = await personPage(db, OWNER, bo.id);
  expect(found.ok && found.page.versions[0].blocks).toMatchObject([{ weekday: 0, from: 900, to: 1440 }]);
  expect(found.ok && found.page.person.birthDate).toBeNull();
});

test('availability in words is one column, of which a column of a weekday knows better', async () => {
  const preview = await take(
    text([
      'Name,Availability,Sat',
      'Ann,"Mon-Fri 9-5, Sat off",10-14',
      'Bo,any time except Tue,',
      'Cy,perhaps,',
    ]),
  );
  expect(preview.options.columns).toEqual(['name', 'availability', 'sat']);
  const weeks = preview.rows.map((row) => row.changes.find((line) => line.startsWith('Availability')));
  expect(weeks).toEqual([
    'Availability: Mon 9-17, Tue 9-17, Wed 9-17, Thu 9-17, Fri 9-17, Sat 10-14, Sun off',
    'Availability: Mon any, Tue off, Wed any, Thu any, Fri any, Sat any, Sun any',
    undefined,
  ]);
  expect(preview.rows[2].faults).toMatchObject([{ cell: 'B4', text: 'perhaps' }]);
});

test('what a column was taken for is remembered', async () => {
  const lines = ['Name,Zug', 'Ann,123'];
  const preview = await take(text(lines));
  expect(preview.options.columns).toEqual(['name', null]);
  await accept({ ...preview.options, columns: ['name', 'phone'] });
  expect((await take(text(lines))).options.columns).toEqual(['name', 'phone']);
});

test('dates that can be read two ways are asked about, and read as said', async () => {
  const preview = await take(text(['Name,Birthday', 'Ann,3/4/1999']));
  const [day, month] = ['1999-04-03', '1999-03-04'].map((date) => parseDate(date));
  expect(preview.ambiguousDate).toEqual({ text: '3/4/1999', day, month });
  expect(preview.rows[0].changes).toContain('Birth date: 1999-04-03');
  expect((await read({ ...preview.options, dateOrder: 'month' })).rows[0].changes).toContain(
    'Birth date: 1999-03-04',
  );
  expect((await take(text(['Name,Birthday', 'Ann,3/4/1999', 'Bo,3/14/1999']))).options.dateOrder).toBe(
    'month',
  );
});

test('new availability begins today, and what was said before stays for the weeks before', async () => {
  const preview = await take(text(['Name,Mon,Tue,Wed', 'Noor Haddad,9-12,,off']));
  await accept(preview.options);
  const found = await personPage(db, OWNER, 'noor');
  const versions = found.ok ? found.page.versions : [];
  expect(versions.map((version) => version.since)).toContain(MONDAY + 1);
  expect(versions).toHaveLength(3);
  const fresh = versions.find((version) => version.since === MONDAY + 1)!;
  // Tuesday was left empty and stays as it was.
  expect(fresh.blocks.filter((block) => block.weekday <= 2)).toEqual([
    { weekday: 0, from: 540, to: 720, kind: 'available' },
    { weekday: 1, from: 420, to: 1200, kind: 'available' },
  ]);
});

describe('what cannot be taken is refused in a sentence', () => {
  test('a file of 60 MB, before it is read to its end', async () => {
    let sent = 0;
    const stream = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 1_000_000;
        controller.enqueue(new Uint8Array(1_000_000));
        if (sent >= 60_000_000) controller.close();
      },
    });
    const request = new Request('http://localhost/', {
      method: 'POST',
      body: stream,
      duplex: 'half',
    } as RequestInit);
    expect(await readBytes(request, MOST_BYTES)).toMatchObject({
      ok: false,
      problem: { code: 'too-large', message: expect.stringContaining('larger than 20 MB') },
    });
    expect(sent).toBeLessThan(MOST_BYTES + 5_000_000);
  });

  test('an archive that unpacks to far more than it is, whatever size it claims', async () => {
    await expect(tablesOf(bomb(3_000_000_000), () => undefined)).rejects.toThrow('far more than');
    await expect(tablesOf(bomb(1000), () => undefined)).rejects.toThrow('far more than');
  });

  test('an old workbook under a new name, an empty file, a picture', async () => {
    await expect(take(Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0]))).rejects.toThrow('old form');
    await expect(take(new Uint8Array())).rejects.toThrow('nothing in the file');
    await expect(take(Uint8Array.from([0x89, 0x50, 0, 0]))).rejects.toThrow('no text');
  });

  test('a formula in a cell, a list without names, a name that two people have', async () => {
    const formula = await take(text(['Name,Phone', 'Ann,=1+1']));
    expect(formula.rows[0].faults[0]).toMatchObject({
      cell: 'B2',
      message: expect.stringMatching(/^a formula without its result/),
    });
    expect((await take(text(['Tel,Nothing', '1,2']))).problem).toBe('Choose the column that holds the name.');
    await accept((await take(text(['Number,Name', '901,Ann', '902,Ann']))).options);
    const twice = await take(text(['Name,Phone', 'Ann,1']));
    expect(twice.rows[0].faults[0].message).toBe('2 people are called Ann; give their number');
  });
});

describe('a file that asks for more than it can have is refused quickly, and nothing else waits for it', () => {
  const cell = '<row r="1"><c r="A1" t="inlineStr"><is><t>Name</t></is></c></row>';
  const sheet = (rest: string, rows = cell) => workbookOf(`<sheetData>${rows}</sheetData>${rest}`);
  const csv = (line: string) => new TextEncoder().encode(`Name\n${line}\n`);

  test.each<[string, () => Uint8Array, RegExp]>([
    [
      'cells merged over everything',
      () => sheet('<mergeCells count="1"><mergeCell ref="A1:XFD20000"/></mergeCells>'),
      /merged over A1:XFD20000/,
    ],
    [
      'a hundred smaller merges',
      () =>
        sheet(
          `<mergeCells>${Array.from({ length: 100 }, (_, i) => `<mergeCell ref="A${i * 99 + 2}:Z${i * 99 + 100}"/>`).join('')}</mergeCells>`,
        ),
      /merged over/,
    ],
    [
      'a cell in column XFD',
      () => sheet('', `${cell}<row r="2"><c r="XFD2"><v>1</v></c></row>`),
      /column XFD. A list has at most 400 columns/,
    ],
    ['a row of 9 million cells', () => csv(','.repeat(9_000_000)), /^Line 2 has more than 400 columns/],
  ])('%s', async (_, make, message) => {
    const bytes = make();
    const began = performance.now();
    let waited = 0;
    const timer = setInterval(() => {
      waited = Math.max(waited, performance.now() - last);
      last = performance.now();
    }, 5);
    let last = performance.now();
    await expect(take(bytes)).rejects.toThrow(message);
    clearInterval(timer);
    expect(performance.now() - began).toBeLessThan(10_000);
    expect(waited).toBeLessThan(1000);
  });

  test('validations of a whole sheet say nothing of the list', async () => {
    const bytes = sheet(
      '<dataValidations count="1"><dataValidation type="whole" sqref="A1:XFD1048576"><formula1>1</formula1></dataValidation></dataValidations>',
      `${cell}<row r="2"><c r="A2" t="inlineStr"><is><t>Zoe</t></is></c></row>`,
    );
    expect((await take(bytes)).counts.new).toBe(1);
  });

  test('names of ranges say nothing of the list either', async () => {
    const bytes = workbookOf(
      `<sheetData>${cell}<row r="2"><c r="A2" t="inlineStr"><is><t>Zoe</t></is></c></row></sheetData>`,
      '<definedNames><definedName name="all">Sheet1!$A$1:$XFD$1048576</definedName></definedNames>',
    );
    const began = performance.now();
    expect((await take(bytes)).counts.new).toBe(1);
    expect(performance.now() - began).toBeLessThan(2000);
  });

  test('rows that would fill the memory end the thread, not the server', async () => {
    const rows = Array.from(
      { length: 900_000 },
      (_, i) => `<row r="${i + 2}"><c r="A${i + 2}"><v>1</v></c></row>`,
    );
    await expect(take(sheet('', cell + rows.join('')))).rejects.toThrow(/holds far more than a list/);
    expect((await take(text(['Name', 'Zoe']))).counts.new).toBe(1);
  }, 60_000);
});

test('a draft is small, and goes when it was imported', async () => {
  const lines = [['Number', 'Name', 'Role']];
  for (let i = 0; i < 5000; i++) lines.push([`N${i}`, `Person ${i}`, 'Kitchen']);
  const preview = await take(text(lines.map((line) => line.join(','))));
  const drafts = () => db.selectFrom('import_draft').selectAll().execute();
  expect((await drafts())[0].content.length).toBeLessThan(60_000);
  await accept(preview.options);
  expect(await drafts()).toEqual([]);
});
