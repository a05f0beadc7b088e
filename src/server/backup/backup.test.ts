import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { repeats } from '@/core/testing';
import { backupTime, backupsIn, makeBackup } from '@/data/backup';
import { type Database, connectTo, openDatabase } from '@/data/database';
import { eraseEverywhere } from '@/data/people/erased';
import { demoFile } from '../../../demo/testing';
import { takeLease } from '../ticker/lease';
import { backUpBySchedule } from './by-schedule';
import { restore } from './restore';

const AT = '2026-11-24T10:00:00.000Z';
const SECRET = 'a secret of at least thirty-two signs';
let folder: string;
let file: string;
let db: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = AT;
  folder = mkdtempSync(join(tmpdir(), 'vicenda-backup-'));
  file = join(folder, 'vicenda.db');
  db = await demoFile(file);
});
afterEach(async () => {
  delete process.env.VICENDA_BACKUP;
  await db.destroy();
});

const backups = () => join(folder, 'kept');
const make = (at = AT, keep = 7) => makeBackup(db, backups(), { secret: SECRET, keep, at });
const names = async (on: Database) =>
  (await on.selectFrom('person').select('name').orderBy('id').execute()).map(({ name }) => name);
async function opened<T>(path: string, look: (on: Database) => Promise<T>): Promise<T> {
  const on = await openDatabase(path);
  try {
    return await look(on);
  } finally {
    await on.destroy();
  }
}

function canMount(): boolean {
  const folder = mkdtempSync(join(tmpdir(), 'vicenda-mount-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', folder], { stdio: 'ignore' });
    execFileSync('umount', [folder]);
    return true;
  } catch {
    return false;
  }
}

describe('a back-up', () => {
  test('is whole, for its owner alone, and keeps what signs people in', async () => {
    const made = await make();
    expect(made.file).toBe(join(backups(), 'vicenda-2026-11-24T10-00-00Z.db'));
    expect(statSync(made.file).mode & 0o777).toBe(0o600);
    expect(readdirSync(backups())).toEqual(['vicenda-2026-11-24T10-00-00Z.db']);
    expect(backupTime('vicenda-2026-11-24T10-00-00Z.db')).toBe(Date.parse(AT));
    const before = await names(db);
    await db.updateTable('person').set({ name: 'X' }).execute();
    await db.destroy();
    writeFileSync(join(folder, 'secret.key'), 'another');
    const { aside } = await restore(made.file, file, '2026-11-25T08:00:00.000Z');
    expect(aside).toBe(join(folder, 'vicenda-before-2026-11-25T08-00-00Z.db'));
    expect(await opened(file, names)).toEqual(before);
    expect(new Set(await opened(aside!, names))).toEqual(new Set(['X']));
    expect(readFileSync(join(folder, 'secret.key'), 'utf8')).toBe(SECRET);
    // The secret stands in no table of a file that is in use.
    const secrets = await opened(file, (on) =>
      on.selectFrom('setting').select('name').where('value', '=', SECRET).execute(),
    );
    expect(secrets).toEqual([]);
  });

  test('of those in the folder the last few stay, and nothing else is touched', async () => {
    await make('2026-11-20T10:00:00.000Z');
    writeFileSync(join(backups(), 'notes.txt'), 'mine');
    await make('2026-11-21T10:00:00.000Z', 2);
    const { removed } = await make('2026-11-22T10:00:00.000Z', 2);
    expect(removed).toEqual(['vicenda-2026-11-20T10-00-00Z.db']);
    await make('2026-11-22T10:00:00.000Z', 2);
    expect(backupsIn(backups())).toEqual([
      'vicenda-2026-11-22T10-00-00Z.db',
      'vicenda-2026-11-22T10-00-00Z-2.db',
    ]);
    expect(existsSync(join(backups(), 'notes.txt'))).toBe(true);
  });

  test('made while others write restores whole, however often', async () => {
    const rounds = Number(process.env.BACKUP_ROUNDS ?? repeats(10));
    const writer = await connectTo(file, { reading: false });
    let isOver = false;
    // Two rows that are always written together: a copy that has one without the other is not whole.
    const writing = (async () => {
      for (let i = 0; !isOver; i++) {
        await writer.transaction().execute(async (trx) => {
          for (const id of ['noor', 'emil'])
            await trx
              .updateTable('person')
              .set({ notes: `round ${i}` })
              .where('id', '=', id)
              .execute();
        });
        await new Promise((resolve) => setImmediate(resolve));
      }
    })();
    try {
      for (let round = 0; round < rounds; round++) {
        const made = await make();
        const target = join(folder, `restored-${round}.db`);
        await restore(made.file, target, AT);
        const found = await opened(target, (on) =>
          on.selectFrom('person').select('notes').where('id', 'in', ['noor', 'emil']).execute(),
        );
        expect(found[0].notes).toBe(found[1].notes);
      }
    } finally {
      isOver = true;
      await writing;
      await writer.destroy();
    }
  });

  test('into a folder that cannot be is refused with a sentence, and leaves nothing', async () => {
    writeFileSync(join(folder, 'kept'), 'a file');
    await expect(make()).rejects.toThrow(/cannot be written/);
  });

  // A disk of its own, which only root can have; elsewhere there is none to fill.
  (canMount() ? test : test.skip)(
    'to a full disk is refused with a sentence, and leaves all as it was',
    async () => {
      const before = readFileSync(file);
      mkdirSync(backups());
      execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=256k', 'tmpfs', backups()]);
      try {
        const old = join(backups(), 'vicenda-2026-11-23T10-00-00Z.db');
        writeFileSync(old, 'an older one');
        await expect(make()).rejects.toThrow(`There is no room for a back-up in ${backups()}.`);
        expect(readdirSync(backups())).toEqual(['vicenda-2026-11-23T10-00-00Z.db']);
        expect(readFileSync(old, 'utf8')).toBe('an older one');
        expect(readFileSync(file).equals(before)).toBe(true);
      } finally {
        execFileSync('umount', [backups()]);
      }
    },
  );

  test('is made by itself where a folder is named, once a day', async () => {
    process.env.VICENDA_BACKUP = backups();
    const tick = async (at: string) => {
      process.env.VICENDA_NOW = at;
      await backUpBySchedule(db);
      return backupsIn(backups()).length;
    };
    expect(await tick('2026-11-24T10:00:00Z')).toBe(1);
    expect(await tick('2026-11-25T09:59:59Z')).toBe(1);
    expect(await tick('2026-11-25T10:00:00Z')).toBe(2);
  });
});

describe('restoring', () => {
  test('is refused while a server runs on the file, and changes nothing', async () => {
    const made = await make();
    await takeLease(db, 'ticker', 'a server', 60_000);
    const before = readdirSync(folder).sort();
    await expect(restore(made.file, file, AT)).rejects.toThrow(/A server runs/);
    expect(readdirSync(folder).sort()).toEqual(before);
  });

  test.each([
    ['that is not there', () => undefined, /There is no file/],
    [
      'that is something else',
      (path: string) => writeFileSync(path, 'Dear diary, '.repeat(900)),
      /no back-up of Vicenda/,
    ],
  ])('a file %s is refused with a sentence', async (_, write, message) => {
    const path = join(folder, 'x.db');
    write(path);
    const before = await names(db);
    await expect(restore(path, file, AT)).rejects.toThrow(message);
    expect(await names(db)).toEqual(before);
  });

  test('of a newer version, or a broken file, is refused', async () => {
    const made = await make();
    const newer = await connectTo(made.file, { reading: false });
    await sql`pragma user_version = 999`.execute(newer);
    await newer.destroy();
    await expect(restore(made.file, file, AT)).rejects.toThrow(/newer version/);
    const broken = await make('2026-11-26T10:00:00.000Z');
    const bytes = readFileSync(broken.file);
    bytes.fill(7, 40_000, 60_000);
    writeFileSync(broken.file, bytes);
    await expect(restore(broken.file, file, AT)).rejects.toThrow(/broken|no back-up/);
  });

  test('who was erased since stays erased', async () => {
    const made = await make();
    await db.transaction().execute((trx) => eraseEverywhere(trx, 'noor', AT));
    await db.destroy();
    expect(await restore(made.file, file, AT)).toMatchObject({ erased: 1 });
    const text = await opened(file, async (on) =>
      JSON.stringify(await on.selectFrom('person').selectAll().execute()),
    );
    expect(text).not.toContain('Noor');
    expect(text).not.toContain('noor@');
    const hours = await opened(file, (on) =>
      on.selectFrom('published_shift').select('id').where('person_id', '=', 'noor').execute(),
    );
    expect(hours.length).toBeGreaterThan(0);
  });
});
