import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Pattern } from '@/core/patterns/pattern';
import { formOf } from '@/core/patterns/form';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL, type Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { readDate } from '@/core/time/day';
import { type Database, openDatabase } from '@/data/database';
import { makeDemo } from '@/data/demo/saltmere';
import { loadPatterns } from '@/data/week/repeat-store';
import { loadPlan } from '@/data/week/plan-store';
import { insertShifts, loadShifts } from '@/data/week/shift-store';
import { type Actor, BUILT_IN_SCHEDULER } from '../actor';
import { runCommand, undoCommand } from '../commands/run';
import type { CommandAnswer } from '../commands/payload';
import { changePlan } from '../plan/commands';
import { readChangeRequest } from '../plan/input';
import { planOfWeek } from '../plan/queries';
import { latelyOf, monthOf, repeatOf, shiftHistory } from './queries';

const MONDAY = readDate('2026-11-23')!;
const NEXT = MONDAY + 7;
let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await openDatabase(':memory:');
  await makeDemo(db, MONDAY);
});

type Done = Extract<CommandAnswer, { ok: true }>;
const id = () => `request-${++made}`;

function ask(kind: string, input: object, preview = false, actor: Actor = BUILT_IN_SCHEDULER) {
  return runCommand(db, actor, { id: id(), kind, input: { site: 'bistro', ...input } }, { preview });
}

async function done(kind: string, input: object, preview = false): Promise<Done> {
  const answer = await ask(kind, input, preview);
  if (!answer.ok) throw new Error(`${answer.problem.path}: ${answer.problem.message}`);
  return answer;
}

const shiftsOf = (week: number, days = 7) => loadShifts(db, 'bistro', week, week + days);
const plain = (shifts: readonly Shift[]) => shifts.map((one) => JSON.stringify(one)).sort();
const start = {
  source: { from: 'week', week: MONDAY },
  weeks: [NEXT],
  mode: 'add',
  people: true,
  open: true,
};

describe('starting a week', () => {
  test('says what it brings, with snags, and writes only when it is done', async () => {
    const preview = await done('week.start', start, true);
    expect(await shiftsOf(NEXT)).toEqual([]);
    expect(preview.remarks[0]).toBe('Week 30 Nov–6 Dec: 62 shifts arrive, 7 of them not as they were.');
    expect(preview.remarks.filter((line) => line.includes('closed for Harbour Day'))).toHaveLength(7);
    expect(preview.following[0].appeared.some((snag) => snag.severity === 'stop')).toBe(true);
    await done('week.start', start);
    expect(await shiftsOf(NEXT)).toHaveLength(62);
  });

  test('leaves behind what was for once, and takes what stands', async () => {
    const [kitchen] = (await shiftsOf(MONDAY)).filter((one) => one.detail?.duties.some((duty) => duty.once));
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
      BUILT_IN_SCHEDULER,
      { id: ran, kind: 'week.start', input: { site: 'bistro', ...request } },
      { preview: false },
    );
    expect(answer.ok).toBe(true);
    const open = await shiftsOf(NEXT, 21);
    expect(open).toHaveLength(3 * 62);
    expect(open.every((one) => one.person === null)).toBe(true);
    expect((await undoCommand(db, BUILT_IN_SCHEDULER, ran, id())).ok).toBe(true);
    expect(plain(await shiftsOf(MONDAY, 70))).toEqual(before);
  });

  test('is taken back also where some of it was changed or taken away since', async () => {
    const ran = id();
    await runCommand(
      db,
      BUILT_IN_SCHEDULER,
      { id: ran, kind: 'week.start', input: { site: 'bistro', ...start } },
      { preview: false },
    );
    const [one, two] = await shiftsOf(NEXT);
    await edit([
      { do: 'remove', id: one.id },
      { do: 'set', id: two.id, shift: { note: 'mine' } },
    ]);
    expect((await undoCommand(db, BUILT_IN_SCHEDULER, ran, id())).ok).toBe(true);
    expect(await shiftsOf(NEXT)).toEqual([]);
    const found = await repeatOf(db, BUILT_IN_SCHEDULER, 'bistro');
    expect(found.ok && found.repeat.done).toMatchObject([
      { id: ran, title: 'Week 30 Nov–6 Dec from week 23–29 November', actor: 'Scheduler', undone: true },
    ]);
  });

  test('can be stopped, and then nothing of it stays', async () => {
    let heard = 0;
    const watch = { come: async () => ++heard > 2 };
    const answer = await runCommand(
      db,
      BUILT_IN_SCHEDULER,
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
    const kept = await done('week-template.keep', { week: MONDAY, name: 'November', people: false });
    await done('week.start', { ...start, source: { from: 'template', id: kept.answer } });
    const arrived = await shiftsOf(NEXT);
    expect(arrived).toHaveLength(62);
    expect(arrived.every((one) => one.person === null)).toBe(true);
    const again = await done('week-template.keep', { week: NEXT, name: 'november', people: true });
    expect(again.answer).toBe(kept.answer);
    await done('week-template.drop', { id: kept.answer });
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

const tuesdays = (more: Partial<Pattern> = {}): Pattern => ({
  id: 'stocktake',
  name: 'Stocktake',
  anchor: NEXT,
  since: NEXT,
  until: null,
  weeks: 1,
  rule: 'FREQ=WEEKLY;BYDAY=TU',
  shifts: [{ ...formOf(bare(null, 0, '14-17', { role: 'floor' })), id: 'part', day: 0 }],
  members: [{ id: 'one', person: 'jonas', offset: 0 }],
  stops: [],
  ...more,
});

async function ofPattern(): Promise<Shift[]> {
  const all = await loadShifts(db, 'bistro', NEXT, NEXT + 140);
  return all.filter((one) => one.detail?.pattern && one.role === 'floor');
}
const times = async () =>
  (await ofPattern()).map((one) => `${(one.date - NEXT - 1) / 7}: ${one.from / 60}-${one.to / 60}`);

async function edit(changes: Change[]): Promise<void> {
  const week = 'shift' in changes[0] && changes[0].do === 'add' ? changes[0].shift.date : NEXT;
  const answer = await changePlan(db, BUILT_IN_SCHEDULER, 'bistro', week, {
    id: id(),
    base: 1_000_000,
    days: 28,
    changes,
  });
  if (!answer.ok) throw new Error(answer.problem.message);
}

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
        shift: { from: 900, detail: { ...first.detail!, pattern: { ...first.detail!.pattern!, own: true } } },
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
    expect(await db.selectFrom('left_out').selectAll().execute()).toEqual([]);
  });

  test('moved to another week by hand it is not written again where it was', async () => {
    const [, second] = await ofPattern();
    const pattern = { ...second.detail!.pattern!, own: true };
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
        shift: { from: 900, detail: { ...third.detail!, pattern: { ...third.detail!.pattern!, own: true } } },
      },
    ]);
    const form = { ...formOf(second), from: 780 };
    const input = { shift: second.id, scope: 'later', form };
    const preview = await done('pattern.change', input, true);
    expect(preview.remarks).toEqual(['2 shifts changed. 1 changed by hand stays as it is.']);
    expect(await times()).toEqual(['0: 14-17', '1: 14-17', '2: 15-17', '3: 14-17']);
    const ran = id();
    await runCommand(
      db,
      BUILT_IN_SCHEDULER,
      { id: ran, kind: 'pattern.change', input: { site: 'bistro', ...input } },
      { preview: false },
    );
    expect(await times()).toEqual(['0: 14-17', '1: 13-17', '2: 15-17', '3: 13-17']);
    await done('week.start', { ...start, weeks: [NEXT + 28], source: { from: 'patterns', ids: null } });
    expect((await times()).filter((line) => line.startsWith('4'))).toEqual(['4: 13-17']);
    // Undone, the pattern and its shifts are as they were.
    await db.deleteFrom('shift').where('date', '>=', '2026-12-28').execute();
    expect((await undoCommand(db, BUILT_IN_SCHEDULER, ran, id())).ok).toBe(true);
    expect(await times()).toEqual(['0: 14-17', '1: 14-17', '2: 15-17', '3: 14-17']);
    expect((await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake')).toEqual([
      tuesdays(),
    ]);
  });

  test('a date left out stays left out where the series goes on changed, and can be taken back', async () => {
    const [, second, third] = await ofPattern();
    await edit([{ do: 'remove', id: third.id }]);
    const ran = id();
    const input = { shift: second.id, scope: 'later', form: { ...formOf(second), from: 780 } };
    const asked = { id: ran, kind: 'pattern.change', input: { site: 'bistro', ...input } };
    expect((await runCommand(db, BUILT_IN_SCHEDULER, asked, { preview: false })).ok).toBe(true);
    const again = { ...start, weeks: [NEXT + 14, NEXT + 28], source: { from: 'patterns', ids: null } };
    await done('week.start', again);
    expect(await times()).toEqual(['0: 14-17', '1: 13-17', '3: 13-17', '4: 13-17']);
    const [, , fourth] = await ofPattern();
    await edit([{ do: 'remove', id: fourth.id }]);
    expect((await undoCommand(db, BUILT_IN_SCHEDULER, ran, id())).ok).toBe(true);
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
    await runCommand(db, BUILT_IN_SCHEDULER, { id: ran, kind: 'pattern.save', input }, { preview: false });
    const other = (await ofPattern()).find((one) => one.from === 1080)!;
    await edit([{ do: 'remove', id: other.id }]);
    expect((await undoCommand(db, BUILT_IN_SCHEDULER, ran, id())).ok).toBe(true);
    expect((await ofPattern()).filter((one) => one.from === 1080)).toEqual([]);
    expect((await loadPatterns(db, 'bistro')).map((one) => one.id)).not.toContain('other');
  });

  test('changed from its first date on is changed itself, not ended and begun anew', async () => {
    const [first] = await ofPattern();
    const form = { ...formOf(first), from: 780 };
    await done('pattern.change', { shift: first.id, scope: 'later', form });
    expect(await times()).toEqual(['0: 13-17', '1: 13-17', '2: 13-17', '3: 13-17']);
    const mine = (await loadPatterns(db, 'bistro')).filter((one) => one.name === 'Stocktake');
    expect(mine.map((one) => [one.id, one.stops, one.shifts[0].from])).toEqual([['stocktake', [], 780]]);
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
      form: { ...formOf(third), to: 1080 },
    });
    expect(await times()).toEqual(['0: 14-17', '1: 14-18', '2: 14-18', '3: 14-18']);
    await done('pattern.change', { shift: third.id, scope: 'unpublished', form: null });
    expect(await times()).toEqual(['0: 14-17']);
  });

  test('given to another from then on', async () => {
    const [, second] = await ofPattern();
    await done('pattern.change', { shift: second.id, scope: 'later', form: formOf(second), person: 'dario' });
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
      'input.pattern.shifts[0]',
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

describe('a shift template', () => {
  const opening = {
    id: 't',
    name: 'Early floor',
    short: 'EF',
    form: formOf(bare(null, 0, '8-14', { role: 'floor' })),
  };
  const save = (template: typeof opening, follow: string[] = [], preview = false) =>
    done('templates.save', { templates: [template], follow }, preview);

  test('that changes asks whether its shifts follow; those changed by hand never do', async () => {
    await save(opening);
    const detail = { ...NO_DETAIL, template: 't' };
    const at = (day: number, more: Partial<Shift> = {}): Change => ({
      do: 'add',
      shift: {
        ...bare('dario', 0, '8-14', { role: 'floor', detail }),
        id: `n${day}`,
        date: NEXT + day,
        ...more,
      },
    });
    await edit([at(0), at(1), at(2, { to: 800 })]);
    const later = { ...opening, form: { ...opening.form, from: 540, tasks: ['Float'] } };
    expect((await save(later, [], true)).remarks).toEqual([
      'Early floor: 3 shifts made from it from today on stay as they are.',
    ]);
    const answer = await save(later, ['t']);
    expect(answer.remarks).toEqual([
      'Early floor: 2 shifts from today on follow. 1 changed by hand stays as it is.',
    ]);
    const made = (await shiftsOf(NEXT)).filter((one) => one.id.startsWith('n'));
    expect(made.map((one) => [one.from, one.to, one.detail?.tasks])).toEqual([
      [540, 840, ['Float']],
      [540, 840, ['Float']],
      [480, 800, []],
    ]);
  });

  test.each([
    [{ short: 'B' }, 'input.templates[0].short'],
    [{ short: '9a' }, 'input.templates[0].short'],
    [
      { form: { ...opening.form, duties: [{ name: 'Late', from: 900, to: 960, once: false }] } },
      'input.templates[0].form.duties',
    ],
    [
      { form: { ...opening.form, break: { minutes: 30, at: 830, paid: false } } },
      'input.templates[0].form.break',
    ],
    [{ form: { ...opening.form, to: 480 } }, 'input.templates[0].form.to'],
    [{ form: { ...opening.form, role: 'till' } }, 'input.templates[0].form.role'],
  ])('%j is refused', async (more, path) => {
    expect(await ask('templates.save', { templates: [{ ...opening, ...more }], follow: [] })).toMatchObject({
      ok: false,
      problem: { path },
    });
  });
});

describe('what the plan page asks for', () => {
  test('four weeks at once are the weeks one by one', async () => {
    await done('week.start', { ...start, weeks: [NEXT, NEXT + 7] });
    const long = (await loadPlan(db, 'bistro', MONDAY, 28))!.plan;
    const weeks = await Promise.all([0, 7, 14, 21].map((day) => loadPlan(db, 'bistro', MONDAY + day, 7)));
    expect(long.shifts).toEqual(weeks.flatMap((one) => one!.plan.shifts));
    const { judge } = await import('@/core/consequences/judge');
    const whole = judge(long);
    for (const [i, one] of weeks.entries()) {
      const mine = judge(one!.plan);
      expect(whole.weeks[i].paid).toBe(mine.weeks[0].paid);
      for (let day = 0; day < 7; day++)
        for (let row = 0; row <= long.roles.length; row++) {
          const level = (judged: typeof mine, at: number) => [
            ...judged.staffing.needed[row].slice(at * 1440, (at + 1) * 1440),
          ];
          expect(level(whole, i * 7 + day)).toEqual(level(mine, day));
        }
    }
  });

  test('who did what to a shift is told in words', async () => {
    const [one] = await shiftsOf(MONDAY);
    await edit([{ do: 'add', shift: { ...one, id: 'mine', date: NEXT, person: null } }]);
    await edit([{ do: 'set', id: 'mine', shift: { person: 'bram', note: 'keys' } }]);
    const told = await shiftHistory(db, BUILT_IN_SCHEDULER, 'bistro', 'mine');
    expect(told.ok && told.events.map((event) => event.says)).toEqual([
      'given to Bram de Wit, note "keys"',
      expect.stringMatching(/^made: Mon 30 \d+:00–/),
    ]);
  });

  test('how often somebody had such shifts counts thirteen weeks back, the same weekday and part of the day', async () => {
    const friday = MONDAY + 4;
    const late = (week: number, from = 17): Change => ({
      do: 'add',
      shift: {
        ...bare('dario', 0, `${from}-${from + 3}`, { role: 'floor' }),
        id: `f${week}-${from}`,
        date: friday - week * 7,
      },
    });
    for (const change of [late(2), late(13), late(14), late(3, 9)])
      await changePlan(db, BUILT_IN_SCHEDULER, 'bistro', change.do === 'add' ? change.shift.date : 0, {
        id: id(),
        base: 1e6,
        changes: [change],
      });
    const before = (await shiftsOf(MONDAY - 7)).filter(
      (one) => one.person === 'dario' && one.date === friday - 7 && one.from >= 900,
    ).length;
    const found = await latelyOf(db, BUILT_IN_SCHEDULER, 'bistro', friday, 1020);
    expect(found.ok && found.counts.dario).toBe(2 + before);
  });

  test('the month adds up what each week shows', async () => {
    const found = await monthOf(db, BUILT_IN_SCHEDULER, 'bistro', MONDAY);
    if (!found.ok) throw new Error();
    expect(found.weeks.map((week) => week.state)).toEqual([
      'empty',
      'published',
      'draft',
      'empty',
      'empty',
      'empty',
    ]);
    expect(found.weeks[2]).toMatchObject({ open: 1, budgetMinutes: 435 * 60 });
    expect(found.weeks[2].stops).toBeGreaterThan(0);
  });

  test('a note of a day is kept, changed and taken away', async () => {
    await done('daybook.save', { date: NEXT, note: ' <i>Boats</i> ' });
    const notes = async () => {
      const found = await planOfWeek(db, BUILT_IN_SCHEDULER, 'bistro', NEXT);
      return found.ok ? found.payload.daybook : null;
    };
    expect(await notes()).toEqual([{ date: NEXT, note: '<i>Boats</i>' }]);
    await done('daybook.save', { date: NEXT, note: '' });
    expect(await notes()).toEqual([]);
  });

  test('a detail that is not of its form is refused with its place', () => {
    const request = (detail: unknown) =>
      readChangeRequest({ id: 'request-x', base: 0, changes: [{ do: 'set', id: 's', shift: { detail } }] });
    expect(request({ ...NO_DETAIL, tasks: [''] })).toMatchObject({
      ok: false,
      problem: { path: 'changes[0].shift.detail.tasks[0]' },
    });
    expect(request({ ...NO_DETAIL, extra: 1 })).toMatchObject({
      ok: false,
      problem: { path: 'changes[0].shift.detail.extra' },
    });
    expect(request(NO_DETAIL).ok).toBe(true);
    expect(request(null).ok).toBe(true);
  });
});

describe('who has no say at a site', () => {
  const elsewhere: Actor = { id: 'e', name: 'Edda', kind: 'scheduler', sites: ['chandlery'] };

  test.each([
    ['week.start', start],
    ['pattern.save', { pattern: tuesdays(), weeks: 1 }],
    ['pattern.remove', { id: 'bistro-lead-turns' }],
    ['templates.save', { templates: [], follow: [] }],
    ['stations.save', { stations: [] }],
    ['week-template.keep', { week: MONDAY, name: 'x', people: true }],
    ['daybook.save', { date: MONDAY, note: 'x' }],
  ])('may not %s', async (kind, input) => {
    expect(await ask(kind, input, false, elsewhere)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    expect(await ask(kind, input, true, elsewhere)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });

  test('nor read its templates, months and histories', async () => {
    const forbidden = { ok: false, problem: { code: 'forbidden' } };
    expect(await repeatOf(db, elsewhere, 'bistro')).toMatchObject(forbidden);
    expect(await monthOf(db, elsewhere, 'bistro', MONDAY)).toMatchObject(forbidden);
    expect(await shiftHistory(db, elsewhere, 'bistro', 'x')).toMatchObject(forbidden);
    expect(await latelyOf(db, elsewhere, 'bistro', MONDAY, 0)).toMatchObject(forbidden);
  });
});
