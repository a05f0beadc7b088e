import { describe, expect, test } from '@jest/globals';
import { MONDAY, shift } from '../testing';
import {
  asOneBreak,
  breaksOf,
  detailWith,
  fitInside,
  join,
  middleOf,
  movePart,
  withTimes,
  split,
} from './shift-edits';
import { type Break, type Duty, NO_DETAIL, type Shift } from './types';

const pause = (at: number | null, minutes = 30, paid = false): Break => ({ minutes, at, paid });
const duty = (from: number, to: number, name = 'Delivery'): Duty => ({ name, from, to, oneOff: false });
const detail = (more: Partial<typeof NO_DETAIL>) => ({ ...NO_DETAIL, ...more });
const nine = shift('ann', 0, '9-17');

test.each<[[number, number], [number, number], [number, number]]>([
  [
    [10, 20],
    [0, 100],
    [10, 20],
  ],
  [
    [-5, 5],
    [0, 100],
    [0, 10],
  ],
  [
    [95, 110],
    [0, 100],
    [85, 100],
  ],
  [
    [0, 300],
    [50, 100],
    [50, 100],
  ],
  [
    [100, 100],
    [0, 100],
    [100, 100],
  ],
])('%j inside %j is %j', (span, outer, expected) => {
  const [from, to] = expected;
  expect(fitInside({ from: span[0], to: span[1] }, { from: outer[0], to: outer[1] })).toEqual({ from, to });
});

test('the detail of which nothing is said is none', () => {
  expect(detailWith({}, {})).toBeNull();
  expect(detailWith({ detail: detail({ station: 'Till' }) }, { station: null })).toBeNull();
  expect(detailWith({ detail: null }, { station: 'Till' })).toEqual(detail({ station: 'Till' }));
  expect(detailWith({ detail: detail({ tasks: ['a'] }) }, { station: 'Till' })).toEqual(
    detail({ tasks: ['a'], station: 'Till' }),
  );
});

test('breaks set by hand stand in their order; where the rule decides there are none', () => {
  const more = detail({ moreBreaks: [pause(700)] });
  expect(breaksOf({ break: pause(600), detail: more })).toEqual([pause(600), pause(700)]);
  expect(breaksOf({ break: pause(600) })).toEqual([pause(600)]);
  expect(breaksOf({ break: null, detail: more })).toEqual([]);
  expect(asOneBreak({ break: null, detail: more })).toBeNull();
  expect(asOneBreak({ break: pause(600, 20, true), detail: more })).toEqual(pause(null, 30));
});

describe('other times', () => {
  const full = {
    ...nine,
    break: pause(720),
    detail: detail({ moreBreaks: [pause(900)], duties: [duty(840, 885)] }),
  };

  test('are all that changes where nothing is fixed', () => {
    expect(withTimes(nine, { from: 600, to: 1080 })).toEqual({ from: 600, to: 1080 });
    expect(withTimes({ ...nine, break: pause(null) }, { from: 600, to: 1080 })).toEqual({
      from: 600,
      to: 1080,
    });
    const bare = { ...nine, detail: detail({ station: 'Till' }) };
    expect(withTimes(bare, { from: 600, to: 1080 })).toEqual({ from: 600, to: 1080 });
  });

  test('of the same length take everything along', () => {
    expect(withTimes(full, { from: 600, to: 1080 })).toEqual({
      from: 600,
      to: 1080,
      break: pause(780),
      detail: { ...full.detail, moreBreaks: [pause(960)], duties: [duty(900, 945)] },
    });
  });

  test.each([
    [720, 1020, 720, 900],
    [721, 1020, null, 900],
    [540, 930, 720, 900],
    [540, 929, 720, null],
  ])('%i to %i leave what lies inside, and of the rest its length', (from, to, first, second) => {
    expect(withTimes(full, { from, to })).toMatchObject({
      break: pause(first),
      detail: { moreBreaks: [pause(second)] },
    });
  });
});

describe('a cut', () => {
  const parts = (one: Shift, at: number) => {
    const done = split(one, at, 'new');
    if (!done.ok) throw new Error(done.problem.message);
    return [done.first, done.second] as const;
  };

  test('outside is refused in a sentence', () => {
    expect(split(nine, 540, 'new')).toEqual({
      ok: false,
      problem: { code: 'time', message: 'a shift is split between its start and its end', path: 'at' },
    });
  });

  test.each([
    [780, true, false],
    [781, true, false],
    [779, false, true],
  ])('at %i leaves a break without a time to the longer part', (at, first, second) => {
    const one = { ...nine, break: pause(null, 30, true) };
    const none = { minutes: 0, at: null, paid: true };
    const [a, b] = parts(one, at);
    expect([a.break, b.break]).toEqual([first ? one.break : none, second ? one.break : none]);
  });

  test('leaves both to the rule where the rule decides', () => {
    const [a, b] = parts(nine, 700);
    expect([a.break, b.break, a.detail, b.detail]).toEqual([null, null, null, null]);
    expect(b).toMatchObject({ id: 'new', from: 700, to: 1020, date: MONDAY });
  });

  test('through a break and a duty cuts them; what ends at it stays before it', () => {
    const one = {
      ...nine,
      break: pause(600),
      detail: detail({
        moreBreaks: [pause(690), pause(840)],
        duties: [duty(660, 700), duty(690, 760), duty(700, 800)],
        tasks: ['till'],
        pattern: { id: 'p', key: 'k', originalDate: MONDAY, overridden: false },
      }),
    };
    const [a, b] = parts(one, 700);
    expect(a).toMatchObject({
      to: 700,
      break: pause(600),
      detail: { moreBreaks: [pause(690, 10)], duties: [duty(660, 700), duty(690, 700)], tasks: ['till'] },
    });
    expect(a.detail!.pattern).toEqual(one.detail.pattern);
    expect(b).toMatchObject({
      break: pause(700, 20),
      detail: {
        moreBreaks: [pause(840)],
        duties: [duty(700, 760), duty(700, 800)],
        tasks: [],
        pattern: null,
      },
    });
  });
});

describe('two made one', () => {
  const late = shift('ann', 0, '19-22');
  const made = (a: Partial<Shift>, b: Partial<Shift>) => {
    const done = join({ ...nine, ...a }, { ...late, ...b });
    if (!done.ok) throw new Error(done.problem.message);
    return done.patch;
  };

  test.each<[Partial<Shift>, string, string, string]>([
    [{ person: 'bo' }, 'person', 'only shifts of one person are joined', 'person'],
    [{ role: 'floor' }, 'role', 'only shifts in one role are joined', 'role'],
    [{ from: 1019 }, 'order', 'the second begins before the first ends', 'from'],
    [{ date: MONDAY + 1, from: 400, to: 541 }, 'time', 'together they would be longer than a day', 'to'],
  ])('not with %j', (more, code, message, path) => {
    expect(join(nine, { ...late, ...more })).toEqual({ ok: false, problem: { code, message, path } });
  });

  test('over midnight, up to a day', () => {
    expect(made({}, { date: MONDAY + 1, from: 400, to: 540, break: pause(420) })).toMatchObject({
      to: 1980,
      break: pause(1020, 820),
      detail: { moreBreaks: [pause(1860)] },
    });
  });

  test('side by side have no break between them', () => {
    expect(made({}, { from: 1020 })).toEqual({
      to: 1320,
      break: null,
      note: null,
      label: null,
      fixed: false,
      detail: null,
    });
    expect(made({ break: pause(null, 0) }, { from: 1020 }).break).toEqual(pause(null, 0));
    expect(made({}, { from: 1020, break: pause(null, 0) }).break).toEqual(pause(null, 0));
  });

  test('keep what is said of either, once', () => {
    const said = (note: string | null, label: string | null) => ({ note, label, from: 1020 });
    expect(made(said('a', null) as never, said('b', 'L'))).toMatchObject({ note: 'a; b', label: 'L' });
    expect(made({ note: 'a', label: 'L' }, said('a', null))).toMatchObject({ note: 'a', label: 'L' });
    expect(made({ fixed: true }, said(null, null))).toMatchObject({ fixed: true });
    expect(made({}, { ...said(null, null), fixed: true })).toMatchObject({ fixed: true });
    const once = (label: boolean, note: boolean, station: boolean) => ({ label, note, station });
    const both = made(
      { detail: detail({ duties: [duty(600, 660)], tasks: ['a', 'b'], oneOff: once(true, false, false) }) },
      {
        from: 1020,
        detail: detail({
          duties: [duty(1100, 1110)],
          station: 'Till',
          tasks: ['b', 'c'],
          oneOff: once(false, false, true),
        }),
      },
    );
    expect(both.detail).toEqual(
      detail({
        duties: [duty(600, 660), duty(1100, 1110)],
        station: 'Till',
        tasks: ['a', 'b', 'c'],
        oneOff: once(true, false, true),
      }),
    );
    const mine = made(
      { detail: detail({ station: 'Pass' }) },
      { from: 1020, detail: detail({ station: 'Till' }) },
    );
    expect(mine.detail!.station).toBe('Pass');
  });
});

describe('a part of a shift that is moved', () => {
  const full = {
    ...nine,
    break: pause(720),
    detail: detail({ moreBreaks: [pause(null), pause(900)], duties: [duty(600, 660), duty(840, 885)] }),
  };

  test.each<[string, number, Partial<Shift> | null, [number, number] | null]>([
    ['break:0', 30, { break: pause(750) }, [750, 780]],
    ['break:0', -900, { break: pause(540) }, [540, 570]],
    ['break:0', 900, { break: pause(990) }, [990, 1020]],
    ['break:1', 0, { detail: { ...full.detail, moreBreaks: [pause(765), pause(900)] } }, [765, 795]],
    ['break:2', 15, { detail: { ...full.detail, moreBreaks: [pause(null), pause(915)] } }, [915, 945]],
    ['break:3', 15, null, null],
    ['duty:0', 60, { detail: { ...full.detail, duties: [duty(660, 720), duty(840, 885)] } }, [660, 720]],
    ['duty:1', 600, { detail: { ...full.detail, duties: [duty(600, 660), duty(975, 1020)] } }, [975, 1020]],
    ['duty:2', 60, null, null],
  ])('%s by %i', (part, by, patch, span) => {
    const moved = movePart(full, full.break, part, by);
    expect(moved && { ...moved }).toEqual(patch && { patch, span: { from: span![0], to: span![1] } });
  });

  test('is drawn in the middle where only its length is known, in steps of five, and never before the start', () => {
    expect(middleOf({ from: 540, to: 1020 }, 30)).toBe(765);
    expect(middleOf({ from: 540, to: 1023 }, 31)).toBe(765);
    expect(middleOf({ from: 540, to: 560 }, 60)).toBe(540);
    expect(movePart(nine, pause(null, 481), 'break:0', 5)).toBeNull();
    expect(movePart(nine, pause(null, 480), 'break:0', 5)?.span).toEqual({ from: 540, to: 1020 });
    expect(movePart(nine, pause(null), 'duty:0', 5)).toBeNull();
  });
});
