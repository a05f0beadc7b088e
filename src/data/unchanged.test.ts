import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { type Database, openDatabase } from './database';
import { Unchanged } from './unchanged';

const write = (db: Database, name: string) =>
  sql`insert into setting (name, value) values (${name}, ${'1'})`.execute(db);

test('an answer stands until somebody writes, here or elsewhere', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-data-')), 'one.db');
  const [here, elsewhere] = [await openDatabase(file), await openDatabase(file)];
  let asked = 0;
  const kept = new Unchanged<number>(10);
  const ask = (key = 'a') => kept.get(here, key, () => Promise.resolve(++asked));
  expect([await ask(), await ask(), await ask('b')]).toEqual([1, 1, 2]);
  await write(here, 'x');
  expect([await ask(), await ask()]).toEqual([3, 3]);
  await write(elsewhere, 'y');
  expect([await ask(), await ask()]).toEqual([4, 4]);
  await Promise.all([here.destroy(), elsewhere.destroy()]);
});

test('what failed is tried again, what was read while somebody wrote is not kept', async () => {
  const db = await openDatabase(':memory:');
  const kept = new Unchanged<number>(10);
  await expect(kept.get(db, 'a', () => Promise.reject(new Error('gone')))).rejects.toThrow('gone');
  expect(await kept.get(db, 'a', () => Promise.resolve(1))).toBe(1);
  expect(await kept.get(db, 'b', () => write(db, 'x').then(() => 2))).toBe(2);
  await new Promise((done) => setTimeout(done, 10));
  expect(await kept.get(db, 'b', () => Promise.resolve(3))).toBe(3);
  await db.destroy();
});

test('no more are kept than there is room for', async () => {
  const db = await openDatabase(':memory:');
  const kept = new Unchanged<string>(2);
  let asked = 0;
  const ask = (key: string) => kept.get(db, key, () => Promise.resolve(`${key}${++asked}`));
  expect([await ask('a'), await ask('b'), await ask('c'), await ask('a')]).toEqual(['a1', 'b2', 'c3', 'a4']);
  await db.destroy();
});
