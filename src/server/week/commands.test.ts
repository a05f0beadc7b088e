import { beforeEach, describe, expect, test } from '@jest/globals';
import { type Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { insertShifts } from '@/data/week/shift-store';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { recurringOf } from './queries';
import { MONDAY, NEXT, ask, db, done, edit, freshDemo, id, plain, shiftsOf, start } from './testing';

beforeEach(freshDemo);

describe('starting a week', () => {
  test('says what it brings, with snags, and writes only when it is done', async () => {
    const preview = await done('week.start', start, true);
    expect(await shiftsOf(NEXT)).toEqual([]);
    expect(preview.remarks[0]).toBe('Week 30 Nov–6 Dec: 62 shifts arrive, 7 of them not as they were.');
    expect(preview.remarks.filter((line) => line.includes('closed for Harbour Day'))).toHaveLength(7);
    expect(preview.weekImpacts[0].appeared.some((snag) => snag.severity === 'stop')).toBe(true);
    await done('week.start', start);
    expect(await shiftsOf(NEXT)).toHaveLength(62);
  });

  test('leaves behind what was for once, and takes what stands', async () => {
    const [kitchen] = (await shiftsOf(MONDAY)).filter((one) =>
      one.detail?.duties.some((duty) => duty.oneOff),
    );
    expect(kitchen.detail!.duties).toHaveLength(2);
    await done('week.start', start);
    const arrived = (await shiftsOf(NEXT)).find(
      (one) => one.date === kitchen.date + 7 && one.from === kitchen.from && one.role === kitchen.role,
    )!;
    expect(arrived.detail!.duties.map((duty) => duty.name)).toEqual(['Delivery']);
    expect(arrived).toMatchObject({ label: 'Opening', detail: { station: 'Pass' } });
    expect((await shiftsOf(NEXT)).some((one) => one.note !== null)).toBe(false);
  });

  test('of several weeks is taken back whole', async () => {
    const before = plain(await shiftsOf(MONDAY, 70));
    const request = { ...start, weeks: [NEXT, NEXT + 7, NEXT + 14], people: false };
    const ran = id();
    const answer = await runCommand(
      db,
      OWNER,
      { id: ran, kind: 'week.start', input: { site: 'bistro', ...request } },
      { preview: false },
    );
    expect(answer.ok).toBe(true);
    const open = await shiftsOf(NEXT, 21);
    expect(open).toHaveLength(3 * 62);
    expect(open.every((one) => one.person === null)).toBe(true);
    expect((await undoCommand(db, OWNER, ran, id())).ok).toBe(true);
    expect(plain(await shiftsOf(MONDAY, 70))).toEqual(before);
  });

  test('is taken back where some of it was changed or taken away since but for that, once that was said', async () => {
    const ran = id();
    await runCommand(
      db,
      OWNER,
      { id: ran, kind: 'week.start', input: { site: 'bistro', ...start } },
      { preview: false },
    );
    const [one, two] = await shiftsOf(NEXT);
    await edit([
      { do: 'remove', id: one.id },
      { do: 'set', id: two.id, shift: { note: 'mine' } },
    ]);
    expect(await undoCommand(db, OWNER, ran, id())).toMatchObject({
      ok: false,
      problem: { code: 'changed-meanwhile', message: expect.stringContaining('“mine” now') },
      partly: true,
    });
    expect((await undoCommand(db, OWNER, ran, id(), true)).ok).toBe(true);
    // What somebody made theirs stays; what was taken away stays away.
    expect((await shiftsOf(NEXT)).map((shift) => [shift.id, shift.note])).toEqual([[two.id, 'mine']]);
    const found = await recurringOf(db, OWNER, 'bistro');
    expect(found.ok && found.recurring.done).toMatchObject([
      { id: ran, title: 'Week 30 Nov–6 Dec from week 23–29 November', actor: 'Runa Deering', undone: true },
    ]);
  });

  test('can be stopped, and then nothing of it stays', async () => {
    let heard = 0;
    const stop = new AbortController();
    const watch = {
      onProgress: () => {
        if (++heard > 2) stop.abort();
      },
      signal: stop.signal,
    };
    const answer = await runCommand(
      db,
      OWNER,
      { id: id(), kind: 'week.start', input: { site: 'bistro', ...start, weeks: [NEXT, NEXT + 7] } },
      { preview: false, watch },
    );
    expect(answer).toMatchObject({ ok: false, problem: { code: 'stopped' } });
    expect(heard).toBe(3);
    expect(await shiftsOf(NEXT, 14)).toEqual([]);
  });

  test('a second time fills only empty cells, or replaces what stands', async () => {
    await done('week.start', start);
    const again = await done('week.start', { ...start, mode: 'fill' });
    // The closed Wednesday's shifts stand open, so their people's cells are empty, and the open ones taken.
    expect(again.remarks[0]).not.toContain('62');
    await done('week.start', { ...start, mode: 'replace' });
    expect(await shiftsOf(NEXT)).toHaveLength(62);
    const over = { ...start, weeks: [MONDAY], source: { from: 'week', week: MONDAY - 7 }, mode: 'replace' };
    expect((await done('week.start', over, true)).remarks[0]).toMatch(/62 go, \d+ of these published\.$/);
  });

  test('of weeks side by side that are replaced, a night that goes is no bar to the morning after it', async () => {
    const early = { ...bare('jonas', 0, '5-6', { date: MONDAY }), id: 'early' };
    const night = (week: number) => ({
      ...bare('jonas', 0, '22-30', { date: week + 6 }),
      id: `night ${week}`,
    });
    await insertShifts(db, 'bistro', [early, night(NEXT), night(NEXT + 14)], () => false);
    const both = { ...start, weeks: [NEXT, NEXT + 7] };
    const barred = async (more: object) =>
      (await done('week.start', { ...both, ...more }, true)).remarks.filter((line) =>
        /5:00–6:00.*already works/.test(line),
      );
    expect(await barred({ mode: 'add' })).toHaveLength(1);
    expect(await barred({ mode: 'replace' })).toEqual([]);
    // A night in a week that stays is one still.
    expect(await barred({ mode: 'replace', weeks: [NEXT + 7] })).toHaveLength(1);
  });

  test.each([
    [{ weeks: [MONDAY] }, 'input.source.week'],
    [{ weeks: [] }, 'input.weeks'],
    [{ mode: 'over' }, 'input.mode'],
    [{ source: { from: 'template', id: 'none' } }, 'input.source.id'],
  ])('%j is refused', async (more, path) => {
    expect(await ask('week.start', { ...start, ...more })).toMatchObject({ ok: false, problem: { path } });
  });

  test('from a week template brings what was kept, without people if so wanted', async () => {
    const kept = await done('week-template.save', { week: MONDAY, name: 'November', people: false });
    await done('week.start', { ...start, source: { from: 'template', id: kept.answer } });
    const arrived = await shiftsOf(NEXT);
    expect(arrived).toHaveLength(62);
    expect(arrived.every((one) => one.person === null)).toBe(true);
    const again = await done('week-template.save', { week: NEXT, name: 'november', people: true });
    expect(again.answer).toBe(kept.answer);
    await done('week-template.delete', { id: kept.answer });
    expect(await shiftsOf(NEXT)).toHaveLength(62);
  });

  test('from patterns brings what they give in it', async () => {
    const answer = await done('week.start', { ...start, source: { from: 'patterns', ids: null } });
    const arrived = await shiftsOf(NEXT);
    const line = (one: Shift) => `${one.person} ${one.date - NEXT} ${one.from / 60}`;
    expect(arrived.map(line).sort()).toEqual(
      [
        'ilse 0 7',
        'ilse 1 7',
        'null 2 7',
        'ilse 3 7',
        'bram 0 15',
        'bram 1 15',
        'null 2 15',
        'bram 3 15',
      ].sort(),
    );
    expect(answer.remarks).toContainEqual(expect.stringContaining('Harbour Day'));
    // What stands of it already is not brought again.
    await done('week.start', { ...start, source: { from: 'patterns', ids: null } });
    expect(await shiftsOf(NEXT)).toHaveLength(8);
  });
});
