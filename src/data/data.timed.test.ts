import { chmodSync, mkdirSync, mkdtempSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sql } from 'kysely';
import type { Shift } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import { type Database, openDatabase } from './database';
import { makeDemo } from '../../demo/saltmere';
import { bindable, openDriver } from './driver';
import { inTransaction, storageFault } from './transaction';
import { loadPlan } from './week/plan-store';
import { applyShiftChanges } from './week/shift-changes';
import { insertShifts, loadShifts } from './week/shift-store';

const MONDAY = parseDate('2027-03-22')!;
const folder = mkdtempSync(join(tmpdir(), 'vicenda-data-'));
const opened: Database[] = [];
let files = 0;

async function open(file = join(folder, `${++files}`, 'vicenda.db')): Promise<Database> {
  const db = await openDatabase(file);
  opened.push(db);
  return db;
}

afterAll(async () => {
  for (const db of opened) await db.destroy();
});

describe('the driver', () => {
  test('stores every value a column can hold, and gives it back', () => {
    const driver = openDriver(':memory:', { timeout: 0 });
    driver.prepare('create table t (i integer, r real, s text, b blob) strict').run([]);
    const values = fc.tuple(
      fc.option(fc.oneof(fc.maxSafeInteger(), fc.boolean())),
      fc.option(
        fc
          .double({ noNaN: true, noDefaultInfinity: true })
          .filter((n) => Number.isSafeInteger(n) || !Number.isInteger(n)),
      ),
      fc.option(fc.string({ unit: 'grapheme' }).filter((text) => !text.includes('\0'))),
    );
    fc.assert(
      fc.property(values, ([whole, real, text]) => {
        driver.prepare('delete from t').run([]);
        driver.prepare('insert into t (i, r, s) values (?, ?, ?)').run([whole, real, text]);
        const [row] = driver.prepare('select * from t').all([]) as { i: number; r: number; s: string }[];
        expect(row.i).toBe(whole === null ? null : Number(whole));
        expect(row.r).toBe(real === null ? null : real === 0 ? 0 : real);
        expect(row.s).toBe(text);
      }),
    );
    driver.close();
  });

  test.each([[undefined], [new Date(0)], [Number.NaN], [Infinity], [{}], [2 ** 60]])(
    'refuses %p with a clear error',
    (value) => expect(() => bindable(value)).toThrow(TypeError),
  );
});

describe('a data file', () => {
  test('of a newer version is refused, in words', async () => {
    const file = join(folder, 'newer.db');
    const db = await openDatabase(file);
    await sql`pragma user_version = 99`.execute(db);
    await db.destroy();
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'newer' });
  });

  test('that another process holds is refused, in words', async () => {
    const file = join(folder, 'locked.db');
    await (await openDatabase(file)).destroy();
    const holder = openDriver(file, { timeout: 0 });
    holder.prepare('begin exclusive').run([]);
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'locked' });
    holder.prepare('rollback').run([]);
    holder.close();
  });

  test('that is none, or cannot be reached, is refused, in words', async () => {
    const file = join(folder, 'letter.db');
    writeFileSync(file, 'Dear harbour master, this is no data file but a letter. '.repeat(50));
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'not-a-data-file' });
    const sealed = join(folder, 'a-folder.db');
    mkdirSync(sealed);
    await expect(openDatabase(sealed)).rejects.toMatchObject({ code: 'unreachable' });
  });

  test('of another program is refused and left as it is', async () => {
    const file = join(folder, 'other.db');
    const other = openDriver(file, { timeout: 0 });
    other.prepare('create table site (name text)').run([]);
    other.close();
    const before = readFileSync(file);
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'foreign' });
    const versioned = openDriver(file, { timeout: 0 });
    versioned.prepare('pragma user_version = 2').run([]);
    versioned.close();
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'foreign' });
    expect(readFileSync(file).length).toBe(before.length);
  });

  test('that ends a transaction by itself, as on a full disk, tells why and not that it has ended', async () => {
    const db = await open();
    const full = Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
    const write = inTransaction(db, async (trx) => {
      await sql`rollback`.execute(trx);
      throw full;
    });
    await expect(write).rejects.toBe(full);
    expect(storageFault(full)?.code).toBe('full');
    expect(await inTransaction(db, async () => 'again')).toBe('again');
  });

  test('that another process writes for a while is waited for, and reads go on meanwhile', async () => {
    const file = join(folder, 'busy.db');
    const db = await open(file);
    const holder = openDriver(file, { timeout: 0 });
    holder.prepare('begin immediate').run([]);
    setTimeout(() => {
      holder.prepare('rollback').run([]);
      holder.close();
    }, 600);
    const write = inTransaction(db, async (trx) => {
      await trx.insertInto('setting').values({ name: 'business', value: 'Saltmere' }).execute();
      return 'written';
    });
    const began = performance.now();
    await db.selectFrom('site').selectAll().execute();
    expect(performance.now() - began).toBeLessThan(300);
    expect(await write).toBe('written');
  });

  test('that was busy for a single statement is seen as it is afterwards, and written again', async () => {
    const file = join(folder, 'busy-once.db');
    const db = await open(file);
    const other = openDriver(file, { timeout: 0 });
    const setting = (name: string) => db.insertInto('setting').values({ name, value: 'x' });
    for (const write of [setting('b').returning('name'), setting('b')]) {
      other.prepare('begin').run([]);
      await expect(write.execute()).rejects.toThrow('locked');
      other.prepare("insert or replace into setting (name, value) values ('a', '1')").run([]);
      other.prepare('commit').run([]);
      // Alone, as within a transaction, a write is refused where what stood there is not seen.
      other.prepare("update setting set value = value + 1 where name = 'a'").run([]);
      const read = db.selectFrom('setting').select('value').where('name', '=', 'a');
      expect(await read.execute()).toEqual([{ value: '2' }]);
      await setting('c').execute();
      await inTransaction(db, (trx) => trx.deleteFrom('setting').where('name', '=', 'c').execute());
    }
    await expect(setting('a').execute()).rejects.toThrow('UNIQUE');
    await setting('b').execute();
    other.close();
  });

  // Root may write anything, so there a read-only file is none.
  (process.getuid?.() === 0 ? test.skip : test)('that is read-only is refused, in words', async () => {
    const file = join(folder, 'sealed.db');
    await (await openDatabase(file)).destroy();
    chmodSync(file, 0o444);
    await expect(openDatabase(file)).rejects.toMatchObject({ code: 'read-only' });
  });

  test('keeps what was written over closing and opening', async () => {
    const file = join(folder, 'kept', 'vicenda.db');
    const first = await open(file);
    await makeDemo(first, MONDAY);
    const before = await loadPlan(first, 'bistro', MONDAY, 7);
    await first.destroy();
    opened.pop();
    expect(await loadPlan(await open(file), 'bistro', MONDAY, 7)).toEqual(before);
  });
});

describe('shifts in the store', () => {
  const shift: Shift = {
    id: 'new',
    person: 'ilse',
    role: 'lead',
    date: MONDAY + 21,
    from: 1020,
    to: 1500,
    break: { minutes: 20, at: 1200, paid: true },
    fixed: true,
    note: "Robert'); drop table shift;--",
    label: '=1+1',
  };

  test('come back as they were put, changed and removed', async () => {
    const db = await open();
    await makeDemo(db, MONDAY);
    const there = () => loadShifts(db, 'bistro', MONDAY + 21, MONDAY + 28);
    await applyShiftChanges(db, 'bistro', [{ do: 'add', shift }]);
    expect(await there()).toEqual([shift]);
    await applyShiftChanges(db, 'bistro', [
      { do: 'set', id: 'new', shift: { break: null, person: null, to: 1440 } },
    ]);
    expect(await there()).toEqual([{ ...shift, break: null, person: null, to: 1440 }]);
    await applyShiftChanges(db, 'chandlery', [{ do: 'remove', id: 'new' }]);
    expect(await there()).toHaveLength(1);
    await applyShiftChanges(db, 'bistro', [{ do: 'remove', id: 'new' }]);
    expect(await there()).toEqual([]);
  });

  test('at another site, the week before and after are around a plan', async () => {
    const db = await open();
    await makeDemo(db, MONDAY);
    await insertShifts(
      db,
      'chandlery',
      [{ ...shift, id: 'c', person: 'lior', role: 'till', date: MONDAY + 2 }],
      () => false,
    );
    const { plan } = (await loadPlan(db, 'bistro', MONDAY, 7))!;
    const lior = plan.surroundingShifts.filter((s) => s.person === 'lior' && s.site === 'chandlery');
    expect(lior).toContainEqual(expect.objectContaining({ date: MONDAY + 2, from: 1020, role: null }));
    expect(plan.surroundingShifts.some((s) => s.site === null && s.date < MONDAY)).toBe(true);
    expect(
      plan.surroundingShifts.every((s) => s.site !== null || s.date < MONDAY || s.date >= MONDAY + 7),
    ).toBe(true);
  });
});
