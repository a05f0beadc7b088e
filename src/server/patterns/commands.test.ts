import { beforeEach, describe, expect, test } from '@jest/globals';
import { toShiftSpec } from '@/core/plan/shift-spec';
import { shift as bare } from '@/core/testing';
import { loadPatterns } from '@/data/patterns/pattern-store';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { NEXT, ask, db, done, edit, freshDemo, id, ofPattern, start, times, tuesdays } from '../week/testing';

beforeEach(freshDemo);

describe('a pattern', () => {
  beforeEach(async () => {
    await done('pattern.save', { pattern: tuesdays(), weeks: 4 });
  });

  test('that never ends is kept as a rule and written for the weeks asked for', async () => {
    expect(await times()).toEqual(['0: 14-17', '1: 14-17', '2: 14-17', '3: 14-17']);
    expect((await loadPatterns(db, 'bistro')).find((one) => one.id === 'stocktake')?.until).toBeNull();
    await done('week.start', {
      ...start,
      weeks: [NEXT + 70],
      source: { from: 'patterns', ids: ['stocktake'] },
    });
    expect((await times()).at(-1)).toBe('10: 14-17');
  });

  test('again changes nothing, and says so', async () => {
    const answer = await done('pattern.save', { pattern: tuesdays(), weeks: 4 }, true);
    expect(answer.remarks).toEqual(['No shift that stands is touched.']);
  });

  test('changed as a whole reaches all but what was changed by hand, is published or was left out', async () => {
    const [first, second, third] = await ofPattern();
    await edit([
      {
        do: 'set',
        id: first.id,
        shift: {
          from: 900,
          detail: { ...first.detail!, pattern: { ...first.detail!.pattern!, overridden: true } },
        },
      },
      { do: 'remove', id: third.id },
    ]);
    const { fixed: _fixed, ...row } = await db
      .selectFrom('shift')
      .selectAll()
      .where('id', '=', second.id)
      .executeTakeFirstOrThrow();
    await db.insertInto('published_shift').values(row).execute();
    const answer = await done('pattern.save', {
      pattern: tuesdays({ shifts: [{ ...tuesdays().shifts[0], to: 1080 }] }),
      weeks: 5,
    });
    expect(await times()).toEqual(['0: 15-17', '1: 14-17', '3: 14-18', '4: 14-18']);
    expect(answer.remarks[0]).toBe(
      '1 shift written, 1 shift changed. 1 changed by hand and 1 published stay as they are.',
    );
  });

  test('a date that was left out comes back when the taking away is undone', async () => {
    const [, second] = await ofPattern();
    await edit([{ do: 'remove', id: second.id }]);
    await done('pattern.save', { pattern: tuesdays(), weeks: 4 });
    expect(await times()).toEqual(['0: 14-17', '2: 14-17', '3: 14-17']);
    await edit([{ do: 'add', shift: second }]);
    expect(await db.selectFrom('pattern_exception').selectAll().execute()).toEqual([]);
  });

  test('moved to another week by hand it is not written again where it was', async () => {
    const [, second] = await ofPattern();
    const pattern = { ...second.detail!.pattern!, overridden: true };
    await edit([
      { do: 'set', id: second.id, shift: { date: NEXT + 18, detail: { ...second.detail!, pattern } } },
    ]);
    await done('pattern.save', { pattern: tuesdays(), weeks: 4 });
    expect((await ofPattern()).map((one) => one.date - NEXT)).toEqual([1, 15, 18, 22]);
    await done('week.start', {
      ...start,
      weeks: [NEXT + 7],
      source: { from: 'patterns', ids: ['stocktake'] },
    });
    expect((await ofPattern()).map((one) => one.date - NEXT)).toEqual([1, 15, 18, 22]);
  });

  test('this and later: those before stay, what was changed by hand stays, and the rule goes on changed', async () => {
    const [, second, third] = await ofPattern();
    await edit([
      {
        do: 'set',
        id: third.id,
        shift: {
          from: 900,
          detail: { ...third.detail!, pattern: { ...third.detail!.pattern!, overridden: true } },
        },
      },
    ]);
    const form = { ...toShiftSpec(second), from: 780 };
    const input = { shift: second.id, scope: 'later', form };
    const preview = await done('pattern.change', input, true);
    expect(preview.remarks).toEqual(['2 shifts changed. 1 changed by hand stays as it is.']);
    expect(await times()).toEqual(['0: 14-17', '1: 14-17', '2: 15-17', '3: 14-17']);
    const ran = id();
    await runCommand(
      db,
      OWNER,
      { id: ran, kind: 'pattern.change', input: { site: 'bistro', ...input } },
      { preview: false },
    );
    expect(await times()).toEqual(['0: 14-17', '1: 13-17', '2: 15-17', '3: 13-17']);
    await done('week.start', { ...start, weeks: [NEXT + 28], source: { from: 'patterns', ids: null } });
    expect((await times()).filter((line) => line.startsWith('4'))).toEqual(['4: 13-17']);
    // Undone, the pattern and its shifts are as they were.
    await db.deleteFrom('shift').where('date', '>=', '2026-12-28').execute();
    expect((await undoCommand(db, OWNER, ran, id())).ok).toBe(true);
    expect(await times()).toEqual(['0: 14-17', '1: 14-17', '2: 15-17', '3: 14-17']);
    expect((await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake')).toEqual([
      tuesdays(),
    ]);
  });

  test('changed into a shift that cannot be is refused, with every fault at its field', async () => {
    const [, second] = await ofPattern();
    const form = { ...toShiftSpec(second), to: 780, from: 780, role: 'nobody' };
    const request = {
      kind: 'pattern.change',
      input: { site: 'bistro', shift: second.id, scope: 'later', form },
    };
    const answer = await runCommand(db, OWNER, { id: id(), ...request }, { preview: false });
    expect(answer).toMatchObject({
      ok: false,
      problems: [{ path: 'input.form.role' }, { path: 'input.form.to', code: 'time' }],
    });
  });

  test('a date left out stays left out where the series goes on changed, and can be taken back', async () => {
    const [, second, third] = await ofPattern();
    await edit([{ do: 'remove', id: third.id }]);
    const ran = id();
    const input = { shift: second.id, scope: 'later', form: { ...toShiftSpec(second), from: 780 } };
    const asked = { id: ran, kind: 'pattern.change', input: { site: 'bistro', ...input } };
    expect((await runCommand(db, OWNER, asked, { preview: false })).ok).toBe(true);
    const again = { ...start, weeks: [NEXT + 14, NEXT + 28], source: { from: 'patterns', ids: null } };
    await done('week.start', again);
    expect(await times()).toEqual(['0: 14-17', '1: 13-17', '3: 13-17', '4: 13-17']);
    const [, , fourth] = await ofPattern();
    await edit([{ do: 'remove', id: fourth.id }]);
    expect(await undoCommand(db, OWNER, ran, id())).toMatchObject({ ok: false, partly: true });
    expect((await undoCommand(db, OWNER, ran, id(), true)).ok).toBe(true);
    const [mine] = (await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake');
    expect(mine).toEqual(tuesdays());
    expect((await times()).slice(0, 2)).toEqual(['0: 14-17', '1: 14-17']);
  });

  test('taken back after a date of it was left out is gone whole', async () => {
    const ran = id();
    const input = {
      site: 'bistro',
      pattern: tuesdays({ id: 'other', shifts: [{ ...tuesdays().shifts[0], from: 1080, to: 1200 }] }),
      weeks: 3,
    };
    await runCommand(db, OWNER, { id: ran, kind: 'pattern.save', input }, { preview: false });
    const other = (await ofPattern()).find((one) => one.from === 1080)!;
    await edit([{ do: 'remove', id: other.id }]);
    expect((await undoCommand(db, OWNER, ran, id())).ok).toBe(true);
    expect((await ofPattern()).filter((one) => one.from === 1080)).toEqual([]);
    expect((await loadPatterns(db, 'bistro')).map((one) => one.id)).not.toContain('other');
  });

  test('changed from its first date on is changed itself, not ended and begun anew', async () => {
    const [first] = await ofPattern();
    const form = { ...toShiftSpec(first), from: 780 };
    await done('pattern.change', { shift: first.id, scope: 'later', form });
    expect(await times()).toEqual(['0: 13-17', '1: 13-17', '2: 13-17', '3: 13-17']);
    const mine = (await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake');
    expect(mine.map((one) => [one.id, one.endings, one.shifts[0].from])).toEqual([['stocktake', [], 780]]);
    await done('pattern.change', { shift: (await ofPattern())[0].id, scope: 'later', form: null });
    expect(await ofPattern()).toEqual([]);
    expect((await loadPatterns(db, 'bistro')).map((one) => one.name)).toEqual(['Lead turns']);
  });

  test('all not yet published: what staff know stays', async () => {
    const [first, , third] = await ofPattern();
    const { fixed: _fixed, ...row } = await db
      .selectFrom('shift')
      .selectAll()
      .where('id', '=', first.id)
      .executeTakeFirstOrThrow();
    await db.insertInto('published_shift').values(row).execute();
    await done('pattern.change', {
      shift: third.id,
      scope: 'unpublished',
      form: { ...toShiftSpec(third), to: 1080 },
    });
    expect(await times()).toEqual(['0: 14-17', '1: 14-18', '2: 14-18', '3: 14-18']);
    await done('pattern.change', { shift: third.id, scope: 'unpublished', form: null });
    expect(await times()).toEqual(['0: 14-17']);
  });

  test('of one weekday of several leaves the others, unless all are meant', async () => {
    const rule = 'FREQ=WEEKLY;BYDAY=TU,TH';
    await done('pattern.save', { pattern: tuesdays({ rule }), weeks: 2 });
    const dated = async () =>
      (await ofPattern()).slice(0, 4).map(({ date, from }) => [date - NEXT, from / 60]);
    expect(await dated()).toEqual([
      [1, 14],
      [3, 14],
      [8, 14],
      [10, 14],
    ]);
    const first = (await ofPattern())[0];
    const form = { ...toShiftSpec(first), from: 780 };
    const { title } = await done('pattern.change', { shift: first.id, scope: 'later', form });
    expect(title).toBe('Stocktake, Tuesdays: changed from Tue 1 December on');
    expect((await dated()).map(([, from]) => from)).toEqual([13, 14, 13, 14]);
    const names = (await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake');
    expect(names).toHaveLength(2);
    const thursday = (await ofPattern())[1];
    await done('pattern.change', { shift: thursday.id, scope: 'later', allWeekdays: true, form: null });
    expect((await ofPattern()).map(({ date }) => (date - NEXT) % 7)).toEqual([1, 1, 1, 1]);
  });

  test('given to another from then on', async () => {
    const [, second] = await ofPattern();
    await done('pattern.change', {
      shift: second.id,
      scope: 'later',
      form: toShiftSpec(second),
      person: 'dario',
    });
    expect((await ofPattern()).map((one) => one.person)).toEqual(['jonas', 'dario', 'dario', 'dario']);
  });

  test('that would fall over another shift of the person says where, and does not come', async () => {
    await edit([
      { do: 'add', shift: { ...bare('dario', 0, '16-20', { role: 'floor' }), id: 'busy', date: NEXT + 1 } },
    ]);
    const mine = tuesdays({ id: 'other', members: [{ id: 'one', person: 'dario', offset: 0 }] });
    const answer = await done('pattern.save', { pattern: mine, weeks: 4 }, true);
    expect(answer.remarks).toContain(
      'Tue 1, 14:00–17:00 Floor, Dario Pellin: does not come, already works 16:00–20:00.',
    );
  });

  test('ended takes what is ahead and unpublished, and leaves what was changed by hand', async () => {
    await done('pattern.remove', { id: 'stocktake' });
    expect(await ofPattern()).toEqual([]);
    expect((await loadPatterns(db, 'bistro')).map((one) => one.name)).toEqual(['Lead turns']);
  });

  test.each([
    [tuesdays({ rule: 'FREQ=HOURLY' }), 'input.pattern.rule'],
    [
      tuesdays({ rule: null, shifts: [{ ...tuesdays().shifts[0], day: 0, to: 2000 + 600 }] }),
      'input.pattern.shifts[0].to',
    ],
    [tuesdays({ members: [{ id: 'a b', person: 'jonas', offset: 0 }] }), 'input.pattern.members[0].id'],
    [
      tuesdays({
        members: [
          { id: 'a', person: 'jonas', offset: 0 },
          { id: 'b', person: 'jonas', offset: 0 },
        ],
      }),
      'input.pattern.shifts[0]',
    ],
    [tuesdays({ weeks: 9 }), 'input.pattern.weeks'],
    [tuesdays({ shifts: [{ ...tuesdays().shifts[0], role: 'till' }] }), 'input.pattern.shifts[0].role'],
  ])('that is faulty is refused with the place', async (pattern, path) => {
    expect(await ask('pattern.save', { pattern, weeks: 1 })).toMatchObject({ ok: false, problem: { path } });
  });
});
