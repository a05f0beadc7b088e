import { beforeEach, describe, expect, test } from '@jest/globals';
import JSZip from 'jszip';
import Papa from 'papaparse';
import { OWNER } from '../access/testing';
import { actorNamed, cookieOf } from '../accounts/testing';
import { actorOf } from '../access/actor';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { db, freshDemo, id } from '../week/testing';
import { exportAll, exportPerson } from './export';

beforeEach(freshDemo);

async function filesOf(zip: Uint8Array): Promise<Map<string, string>> {
  const read = await JSZip.loadAsync(zip);
  const files = new Map<string, string>();
  for (const [name, file] of Object.entries(read.files)) files.set(name, await file.async('text'));
  return files;
}
const rowsOf = (text: string) =>
  Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), { header: true }).data;
const erase = (account?: string, named = id()) =>
  (async () =>
    runCommand(
      db,
      account ? await actorNamed(db, account) : OWNER,
      { id: named, kind: 'person.erase', input: { person: 'noor' } },
      { preview: false },
    ))();
const leave = () =>
  db.updateTable('person').set({ employed_to: '2026-11-23' }).where('id', '=', 'noor').execute();

describe('everything on record', () => {
  test('of the business is a file a table, whole, without what lets anybody in', async () => {
    await cookieOf(db, 'demo-noor');
    const found = await exportAll(db, OWNER);
    if (!found.ok) throw new Error(found.problem.message);
    const files = await filesOf(found.zip);
    for (const table of ['person', 'shift', 'published_shift', 'leave'] as const) {
      const { count } = await db
        .selectFrom(table)
        .select((q) => q.fn.countAll().as('count'))
        .executeTakeFirstOrThrow();
      expect([table, rowsOf(files.get(`${table}.csv`)!).length]).toEqual([table, Number(count)]);
    }
    const { password } = await db
      .selectFrom('credential')
      .select('password')
      .limit(1)
      .executeTakeFirstOrThrow();
    const { token } = await db.selectFrom('session').select('token').limit(1).executeTakeFirstOrThrow();
    const all = [...files.values()].join('\n');
    for (const secret of [password!, token]) expect(all).not.toContain(secret);
  });

  test('of a person is all that is theirs and nothing of anybody else, and no formula', async () => {
    await db.updateTable('person').set({ notes: '=cmd()' }).where('id', '=', 'noor').execute();
    const found = await exportPerson(db, OWNER, 'noor');
    if (!found.ok) throw new Error(found.problem.message);
    const files = await filesOf(found.zip);
    expect(rowsOf(files.get('person.csv')!)).toMatchObject([{ id: 'noor', name: 'Noor Haddad' }]);
    expect(files.get('person.csv')).not.toMatch(/(^|,)"?=cmd/);
    const shifts = await db.selectFrom('shift').select('id').where('person_id', '=', 'noor').execute();
    expect(
      rowsOf(files.get('shift.csv')!)
        .map((row) => row.id)
        .sort(),
    ).toEqual(shifts.map((row) => row.id).sort());
    expect([...files.values()].join('\n')).not.toMatch(/Emil|Oona|Priya/);
    expect(files.has('availability_block.csv')).toBe(true);
  });

  test('is for the owner alone', async () => {
    for (const account of ['demo-ilse', 'demo-payroll', 'demo-noor']) {
      const actor = await actorNamed(db, account);
      expect(await exportAll(db, actor)).toMatchObject({ problem: { code: 'forbidden' } });
      expect(await exportPerson(db, actor, 'noor')).toMatchObject({ problem: { code: 'forbidden' } });
      expect(await erase(account)).toMatchObject({ problem: { code: 'forbidden' } });
    }
  });
});

describe('erasing', () => {
  test('is refused while somebody works here', async () => {
    expect(await erase()).toMatchObject({ problem: { code: 'employed' } });
    await db.updateTable('person').set({ employed_to: '2026-11-24' }).where('id', '=', 'noor').execute();
    expect(await erase()).toMatchObject({ problem: { code: 'employed' } });
  });

  test('takes name and contacts out of everything, the log too; hours and cost stay', async () => {
    const rename = { id: 'rename', kind: 'own.phone', input: { phone: '+351 555 0177' } };
    expect(await runCommand(db, await actorNamed(db, 'demo-noor'), rename, { preview: false })).toMatchObject(
      { ok: true },
    );
    const count = async (table: 'shift' | 'published_shift' | 'person_pay' | 'leave') =>
      (await db.selectFrom(table).select('id').where('person_id', '=', 'noor').execute()).length;
    const before = [
      await count('shift'),
      await count('published_shift'),
      await count('person_pay'),
      await count('leave'),
    ];
    const cookie = await cookieOf(db, 'demo-noor');
    await leave();
    expect(await erase(undefined, 'gone')).toMatchObject({ ok: true, isFinal: true });
    expect([
      await count('shift'),
      await count('published_shift'),
      await count('person_pay'),
      await count('leave'),
    ]).toEqual(before);
    const found = await exportAll(db, OWNER);
    if (!found.ok) throw new Error(found.problem.message);
    const all = [...(await filesOf(found.zip)).values()].join('\n');
    expect(all).not.toMatch(/Noor|Haddad|noor@saltmere|555 0177/);
    const logged = JSON.stringify(
      await db.selectFrom('activity').select(['title', 'payload', 'inverse']).execute(),
    );
    expect(logged).not.toMatch(/Noor|Haddad|555 0177/);
    expect(await actorOf(db, cookie)).toBeNull();
    expect(await undoCommand(db, OWNER, 'gone', id())).toMatchObject({ ok: false });
    expect(await undoCommand(db, OWNER, 'rename', id())).toMatchObject({ ok: false });
  });
});
