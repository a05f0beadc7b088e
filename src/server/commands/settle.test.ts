import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shift } from '@/core/testing';
import { type Database, connectTo } from '@/data/database';
import { demoFile } from '../../../demo/testing';
import { loadShifts } from '@/data/week/shift-store';
import { OWNER } from '../access/testing';
import { changePlan } from '../plan/commands';
import { MONDAY, NEXT, start } from '../week/testing';
import { PREPARE_SHARE } from './command';
import { runCommand } from './run';
import { undoCommand } from './undo';

let folder: string;
let main: Database;
let db: Database;
let reader: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  folder = mkdtempSync(join(tmpdir(), 'vicenda-settle-'));
  const file = join(folder, 'vicenda.db');
  main = await demoFile(file);
  db = await connectTo(file, { reading: false });
  reader = await connectTo(file, { reading: true });
});
afterEach(async () => {
  for (const one of [db, reader, main]) await one.destroy();
  rmSync(folder, { recursive: true, force: true });
});

const next = () => loadShifts(main, 'bistro', NEXT, NEXT + 7);

/** Somebody else gives a shift of an hour, while a command is worked out and not yet written. */
async function given(person: string, day: number, times = '3-4'): Promise<void> {
  const id = `given-${++made}`;
  const one = { ...shift(person, 0, times), id, role: null, date: NEXT + day };
  const changes = [{ do: 'add' as const, shift: one }];
  const answer = await changePlan(main, OWNER, 'bistro', NEXT, { id, base: 0, changes });
  if (!answer.ok) throw new Error(answer.problem.message);
}

/** Copies this week onto the next; `meanwhile` happens once or each time when it is worked out. */
async function copy(meanwhile: () => Promise<void>, id = 'copy') {
  let worked = 0;
  const watch = {
    signal: { aborted: false },
    async onProgress(share: number) {
      if (share > PREPARE_SHARE) {
        worked++;
        await meanwhile();
      }
    },
  };
  const request = { id, kind: 'week.start', input: { site: 'bistro', ...start } };
  const answer = await runCommand(db, OWNER, request, { preview: false, watch, reader });
  return { answer, worked };
}

describe('a command that is worked out before it is written', () => {
  test('lets others write in between, and stands beside what they wrote', async () => {
    const { answer, worked } = await copy(() => given('jonas', 6, '3-4'));
    expect(answer).toMatchObject({ ok: true });
    expect(worked).toBe(1);
    const shifts = await next();
    expect(shifts.filter((one) => one.id.startsWith('given'))).toHaveLength(1);
    expect(shifts.length).toBe(63);
  });

  test('begins again where somebody got a shift that one of its own would meet, and puts nobody in two places', async () => {
    const source = await loadShifts(main, 'bistro', MONDAY, MONDAY + 7);
    const one = source.find((shift) => shift.person !== null && shift.from >= 600)!;
    let first = true;
    const { answer, worked } = await copy(async () => {
      if (first) await given(one.person!, one.date - MONDAY, `${one.from / 60}-${one.from / 60 + 1}`);
      first = false;
    });
    expect(worked).toBe(2);
    if (!answer.ok) throw new Error(answer.problem.message);
    expect(answer.remarks.some((remark) => remark.includes('already works'))).toBe(true);
    const theirs = (await next()).filter(
      ({ person, date }) => person === one.person && date === one.date + 7,
    );
    expect(theirs.map(({ id }) => id.startsWith('given'))).toEqual([true]);
  });

  test('that is overtaken every time is done in the end, while the others wait', async () => {
    const source = await loadShifts(main, 'bistro', MONDAY, MONDAY + 7);
    const late = source.filter((shift) => shift.person !== null && shift.from >= 600);
    let time = 0;
    const { answer, worked } = await copy(() => {
      const { person, date, from } = late[time++];
      return given(person!, date - MONDAY, `${from / 60}-${from / 60 + 0.25}`);
    });
    expect(answer).toMatchObject({ ok: true });
    expect(worked).toBe(3);
    const shifts = await next();
    expect(shifts.filter(({ id }) => id.startsWith('given'))).toHaveLength(3);
    for (const { person, date, from } of late.slice(0, 3)) {
      const there = shifts.filter(
        (one) => one.person === person && one.date === date + 7 && one.from === from,
      );
      expect(there.map(({ id }) => id.startsWith('given'))).toEqual([true]);
    }
  });

  test('sent again is not done twice, and leaves nothing staged behind', async () => {
    const none = () => Promise.resolve();
    expect((await copy(none)).answer).toMatchObject({ ok: true });
    expect((await copy(none)).answer).toMatchObject({ ok: true, weekImpacts: [] });
    expect(await next()).toHaveLength(62);
    const left = await db
      .selectFrom('sqlite_temp_master' as never)
      .selectAll()
      .execute();
    expect(left).toEqual([]);
  });

  test('sent again while it is being written is done once, and both are answered', async () => {
    const { answer } = await copy(async () => {
      expect((await copy(() => Promise.resolve())).answer).toMatchObject({ ok: true });
    });
    expect(answer).toMatchObject({ ok: true });
    expect(await next()).toHaveLength(62);
  });

  test('can be stopped while it is being staged, and then nothing of it stays', async () => {
    const request = { id: 'copy', kind: 'week.start', input: { site: 'bistro', ...start } };
    const stop = new AbortController();
    const watch = {
      onProgress: (share: number) => {
        if (share > PREPARE_SHARE) stop.abort();
      },
      signal: stop.signal,
    };
    const answer = await runCommand(db, OWNER, request, { preview: false, watch, reader });
    expect(answer).toMatchObject({ ok: false, problem: { code: 'stopped' } });
    expect(await next()).toEqual([]);
    const left = await db
      .selectFrom('sqlite_temp_master' as never)
      .selectAll()
      .execute();
    expect(left).toEqual([]);
  });

  test('is taken back the same way, without what somebody changed while that was worked out', async () => {
    await copy(() => Promise.resolve());
    const [one] = await next();
    let first = true;
    const watch = {
      signal: { aborted: false },
      async onProgress(share: number) {
        if (first && share > PREPARE_SHARE) {
          first = false;
          const changes = [
            { do: 'set' as const, id: one.id, shift: { note: 'keys' }, was: { note: one.note } },
          ];
          await changePlan(main, OWNER, 'bistro', NEXT, { id: 'note', base: 0, changes });
        }
      },
    };
    const back = await undoCommand(db, OWNER, 'copy', 'back', false, { reader, watch });
    expect(back).toMatchObject({ ok: false, partly: true, problem: { code: 'changed-meanwhile' } });
    expect(await next()).toHaveLength(62);
    const rest = await undoCommand(db, OWNER, 'copy', 'back-2', true, { reader });
    expect(rest).toMatchObject({ ok: true });
    expect((await next()).map(({ id }) => id)).toEqual([one.id]);
  });
});
