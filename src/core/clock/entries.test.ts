import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MONDAY, repeats } from '../testing';
import type { ClockRules } from './clock-rules';
import { lengthOf } from './counted';
import { type Clocked, type Entry, entriesOf } from './entries';
import { edgeText, exceptionText } from './explain';
import { type Punch, type PunchKind, standingPunches } from './punch';
import { standingOf } from './standing-of';
import { AS_CLOCKED, CLOCK, clockOf, day, instant, punch, punchesOf, spanAt } from './testing';

const NINE_TO_FIVE = [spanAt(MONDAY, '9-17')];

/** A Monday planned from nine to five, with rules that differ from those that count all as clocked. */
const byRule = (spans: readonly string[], rules: Partial<ClockRules>, more: Partial<Clocked> = {}): Entry =>
  day(spans, { planned: NINE_TO_FIVE, rules: [{ ...AS_CLOCKED, ...rules }], ...more })[0];
const edges = (entry: Entry) =>
  entry.parts.flatMap(({ stints }) =>
    stints.flatMap(({ start, end }) => [edgeText(start, CLOCK), edgeText(end, CLOCK)]),
  );
const said = (entry: Entry) => entry.exceptions.map(exceptionText);

describe('each rule', () => {
  test.each<[string, string[], Partial<ClockRules>, string[], number]>([
    ['early counts', ['8:40-17'], { early: { kind: 'counted' } }, ['8:40', '17:00'], 500],
    [
      'early counts from the start',
      ['8:40-17'],
      { early: { kind: 'from-start' } },
      ['8:40 counts as 9:00: not before the start', '17:00'],
      480,
    ],
    [
      'early within what is let in counts from the start too',
      ['8:50-17'],
      { early: { kind: 'refused', minutes: 15 } },
      ['8:50 counts as 9:00: not before the start', '17:00'],
      480,
    ],
    [
      'rounding in and out apart',
      ['9:01-16:59'],
      { rounding: { of: 'punch', in: { step: 15, way: 'up' }, out: { step: 6, way: 'down' } } },
      ['9:01 counts as 9:15: up to 15 min', '16:59 counts as 16:54: down to 6 min'],
      459,
    ],
    [
      'overtime that is too short',
      ['9-17:14'],
      { overtime: { kind: 'after-end', minutes: 15 } },
      ['9:00', '17:14 counts as 17:00: overtime counts from 15 min after the end'],
      480,
    ],
    [
      'overtime that is long enough',
      ['9-17:15'],
      { overtime: { kind: 'after-end', minutes: 15 } },
      ['9:00', '17:15'],
      495,
    ],
    [
      'overtime after a time of day that is not reached',
      ['9-17:50'],
      { overtime: { kind: 'after-time', time: 1080 } },
      ['9:00', '17:50 counts as 17:00: overtime counts after 18:00'],
      480,
    ],
    [
      'overtime after a time of day',
      ['9-18:20'],
      { overtime: { kind: 'after-time', time: 1080 } },
      ['9:00', '18:20'],
      500,
    ],
  ])('%s', (_, spans, rules, texts, worked) => {
    const entry = byRule(spans, rules);
    expect(edges(entry)).toEqual(texts);
    expect(entry.worked).toBe(worked);
  });

  test.each<[string, string[], Partial<ClockRules>, number]>([
    ['breaks as clocked', ['9-12', '12:10-17'], { breaks: { kind: 'clocked', paidUpTo: 0 } }, 470],
    [
      'breaks as clocked, short ones paid',
      ['9-12', '12:10-17'],
      { breaks: { kind: 'clocked', paidUpTo: 10 } },
      480,
    ],
    ['breaks by the rule', ['9-12', '13-17'], { breaks: { kind: 'rule', paidUpTo: 0 } }, 450],
    ['the longer: the rule', ['9-12', '12:10-17'], { breaks: { kind: 'longer', paidUpTo: 0 } }, 450],
    ['the longer: as clocked', ['9-12', '13-17'], { breaks: { kind: 'longer', paidUpTo: 0 } }, 420],
    [
      'a short paid one does not count for the rule',
      ['9-12', '12:10-17'],
      { breaks: { kind: 'longer', paidUpTo: 10 } },
      450,
    ],
    [
      'the total of the day to the quarter',
      ['9-16:52'],
      { rounding: { of: 'day', total: { step: 15, way: 'nearest' } } },
      465,
    ],
  ])('%s', (_, spans, rules, worked) => {
    const tiers = rules.rounding ? [] : [{ atLeastMinutes: 360, minutes: 30, paid: false }];
    expect(byRule(spans, rules, { tiers }).worked).toBe(worked);
  });

  test.each<[string, string[], Partial<ClockRules>, string[]]>([
    ['late, from the start', ['9:20-17'], { late: { grace: 5, from: 'planned' } }, ['late, 20 min']],
    ['late, from where the grace ends', ['9:20-17'], { late: { grace: 5, from: 'grace' } }, ['late, ¼ h']],
    ['left early', ['9-16:40'], { leaving: { grace: 5, from: 'planned' } }, ['left early, 20 min']],
    [
      'neither, within the grace',
      ['9:05-16:55'],
      { late: { grace: 5, from: 'planned' }, leaving: { grace: 5, from: 'planned' } },
      [],
    ],
    ['overtime', ['9-18'], {}, ['overtime, 1 h']],
  ])('%s', (_, spans, rules, texts) => {
    expect(said(byRule(spans, rules))).toEqual(texts);
  });

  test('a missing in or out counts as late or early, or is left', () => {
    const counted: Partial<ClockRules> = { missing: { kind: 'counted', minutes: 60 } };
    const only = (kind: PunchKind, time: string) => ({ punches: [punch(kind, MONDAY, time)] });
    const noOut = byRule([], counted, only('in', '9'));
    expect(edges(noOut)).toEqual([
      '9:00',
      'not clocked counts as 16:00: a missing out counts as 60 min early',
    ]);
    expect([noOut.worked, said(noOut)]).toEqual([420, ['no out']]);
    const noIn = byRule([], counted, only('out', '17'));
    expect(edges(noIn)).toEqual(['not clocked counts as 10:00: a missing in counts as 60 min late', '17:00']);
    expect([noIn.worked, said(noIn)]).toEqual([420, ['no in']]);
    const left = byRule([], {}, only('in', '9'));
    expect([left.worked, edges(left), said(left)]).toEqual([0, ['9:00', 'not clocked'], ['no out']]);
  });

  test('breaks set by hand are those of the shift, the second one too', () => {
    const own = { minutes: 20, at: null, paid: false };
    const planned = [spanAt(MONDAY, '9-17', { break: own, moreBreak: 15 })];
    const tiers = [{ atLeastMinutes: 360, minutes: 60, paid: false }];
    const rules: Partial<ClockRules> = { breaks: { kind: 'rule', paidUpTo: 0 } };
    expect(byRule(['9-17'], rules, { planned, tiers }).worked).toBe(480 - 35);
  });

  test('rules are those of the date of the shift, also in the middle of a period', () => {
    const rules: ClockRules[] = [
      AS_CLOCKED,
      { ...AS_CLOCKED, since: MONDAY + 1, rounding: { of: 'day', total: { step: 60, way: 'down' } } },
    ];
    const punches = [0, 1].flatMap((weekday) => punchesOf('p', MONDAY + weekday, ['9-16:59']));
    expect(entriesOf(clockOf({ punches, rules })).map(({ worked }) => worked)).toEqual([479, 420]);
  });
});

describe('what is clocked as nobody would', () => {
  const first = (punches: Punch[], more: Partial<Clocked> = {}) =>
    entriesOf(clockOf({ punches, planned: NINE_TO_FIVE, ...more }))[0];

  test('two ins in a row: the first counts, the second is shown', () => {
    const entry = first([punch('in', MONDAY, '9'), punch('in', MONDAY, '9:02'), punch('out', MONDAY, '17')]);
    expect([entry.worked, said(entry)]).toEqual([480, ['clocked twice']]);
  });

  test('an out before the in is the missing in of nothing, and stays there', () => {
    const entry = first([punch('out', MONDAY, '8:59'), punch('in', MONDAY, '9'), punch('out', MONDAY, '17')]);
    expect([entry.worked, said(entry)]).toEqual([480, ['not planned', 'no in']]);
    expect(standingOf(entry)).toHaveLength(3);
  });

  test('two outs in a row: the first counts where the second is soon after it, else an in was forgotten', () => {
    const soon = first([...punchesOf('p', MONDAY, ['9-17']), punch('out', MONDAY, '17:05')]);
    expect([soon.worked, said(soon)]).toEqual([480, ['clocked twice']]);
    const later = first([...punchesOf('p', MONDAY, ['9-17']), punch('out', MONDAY, '23')], { planned: [] });
    expect([later.worked, said(later)]).toEqual([480, ['not planned', 'not planned', 'no in']]);
  });

  test('an out forgotten yesterday does not end today', () => {
    const punches = [punch('in', MONDAY, '9'), punch('in', MONDAY + 1, '9'), punch('out', MONDAY + 1, '17')];
    const planned = [...NINE_TO_FIVE, spanAt(MONDAY + 1, '9-17')];
    const entries = entriesOf(clockOf({ punches, planned }));
    expect(entries.map(({ worked }) => worked)).toEqual([0, 480]);
    expect(entries.map(said)).toEqual([['no out'], []]);
  });

  test('an in forgotten today is not that of yesterday', () => {
    const punches = [punch('in', MONDAY, '9'), punch('out', MONDAY + 1, '17')];
    const planned = [...NINE_TO_FIVE, spanAt(MONDAY + 1, '9-17')];
    expect(entriesOf(clockOf({ punches, planned })).map(said)).toEqual([['no out'], ['no in']]);
  });

  test('a break that is not ended takes nothing off until somebody says when it was', () => {
    const entry = first([
      punch('in', MONDAY, '9'),
      punch('break-begins', MONDAY, '12'),
      punch('out', MONDAY, '17'),
    ]);
    expect([entry.worked, said(entry)]).toEqual([480, ['no break end']]);
  });

  test('the night of the clock change counts the minutes that passed, on the date it begins', () => {
    const saturday = MONDAY + 5;
    const punches = [punch('in', saturday, '22'), punch('out', saturday + 1, '6')];
    const [entry] = entriesOf(clockOf({ punches, planned: [spanAt(saturday, '22-30')] }));
    expect([entry.date, entry.worked, said(entry)]).toEqual([saturday, 420, []]);
  });

  test('a split day has windows of its own for each part, and the middle divides', () => {
    const planned = [spanAt(MONDAY, '9-13'), spanAt(MONDAY, '15-19')];
    const punches = [...punchesOf('p', MONDAY, ['9-14']), ...punchesOf('p', MONDAY, ['14-19'])];
    const [entry] = entriesOf(clockOf({ punches, planned }));
    expect(entry.parts.map((part) => part.planned)).toEqual(planned);
    expect(entry.worked).toBe(600);
  });

  test('work in no window was not planned, and counts', () => {
    const [entry] = day(['19:30-21'], { planned: [] });
    expect([entry.worked, said(entry)]).toEqual([90, ['not planned']]);
  });

  test('who did not come is absent, once it is over; who came after all is not', () => {
    const planned = NINE_TO_FIVE;
    expect(said(entriesOf(clockOf({ planned }))[0])).toEqual(['absent, 8 h']);
    expect(said(entriesOf(clockOf({ planned, now: instant(MONDAY, '16') }))[0])).toEqual([]);
    expect(said(day(['10-17'], { planned })[0])).toEqual(['late, ¾ h']);
  });

  test('who is still in runs, and is told of once it is too long', () => {
    const punches = [punch('in', MONDAY, '9')];
    const running = first(punches, { now: instant(MONDAY, '20:59') });
    expect([running.runningSince, said(running)]).toEqual([instant(MONDAY, '9'), []]);
    const over = first(punches, { now: instant(MONDAY, '21:01') });
    expect([over.runningSince, said(over)]).toEqual([null, ['no out']]);
  });

  test('a clock that knows no direction: the windows tell', () => {
    const punches = ['8:55', '17:10'].map((time) => punch(null, MONDAY, time, { source: 'import' }));
    const entry = first(punches);
    expect([entry.worked, edges(entry)]).toEqual([495, ['8:55', '17:10']]);
  });
});

describe('corrections', () => {
  const wrong = punch('out', MONDAY, '16');
  const came = punch('in', MONDAY, '9');
  const right = punch('out', MONDAY, '17', { replaces: wrong.id, source: 'scheduler' });

  test('take the place of what they correct, and the day is marked', () => {
    const [entry] = entriesOf(clockOf({ punches: [came, wrong, right] }));
    expect([entry.worked, entry.isByHand]).toEqual([480, true]);
  });

  test('of two of one punch the later stands, in whatever order they come', () => {
    const later = punch('out', MONDAY, '18', { replaces: wrong.id });
    for (const punches of [
      [came, wrong, right, later],
      [later, right, wrong, came],
    ])
      expect(standingPunches(punches).map(({ id }) => id)).toEqual([came.id, later.id]);
  });

  test('can take a punch away', () => {
    const gone = punch('out', MONDAY, '16', { replaces: wrong.id, isRemoval: true });
    expect(standingPunches([came, wrong, gone]).map(({ id }) => id)).toEqual([came.id]);
  });
});

const KINDS: (PunchKind | null)[] = ['in', 'out', 'break-begins', 'break-ends', 'change', null];
const anyPunches = fc.array(
  fc.record({ kind: fc.constantFrom(...KINDS), minute: fc.integer({ min: 0, max: 3 * 1440 }) }),
  { maxLength: 24 },
);
const punchesFrom = (list: readonly { kind: PunchKind | null; minute: number }[]) =>
  list.map(({ kind, minute }, i) => ({
    ...punch(kind, MONDAY + 5, '0'),
    id: `r${i}`,
    at: instant(MONDAY + 5, '0') + minute,
  }));
const WEEKEND = ['9-13', '15-19', '22-30'].flatMap((times) =>
  [5, 6].map((weekday) => spanAt(MONDAY + weekday, times)),
);
WEEKEND.sort((a, b) => a.start - b.start);

describe('whatever is clocked', () => {
  const tries = { numRuns: repeats(300) };

  test('no punch is lost, and none is there twice', () => {
    fc.assert(
      fc.property(anyPunches, (list) => {
        const punches = punchesFrom(list);
        const entries = entriesOf(clockOf({ punches, planned: WEEKEND }));
        const found = entries.flatMap((entry) => standingOf(entry).map(({ id }) => id));
        expect([...found].sort()).toEqual(punches.map(({ id }) => id).sort());
      }),
      tries,
    );
  });

  test('any order of arrival gives the same days', () => {
    fc.assert(
      fc.property(anyPunches, fc.integer(), (list, seed) => {
        const punches = punchesFrom(list);
        const turned = [...punches].sort((a, b) => ((a.at * 31 + seed) % 97) - ((b.at * 31 + seed) % 97));
        const of = (its: readonly Punch[]) => entriesOf(clockOf({ punches: its, planned: WEEKEND }));
        expect(of(turned)).toEqual(of(punches));
      }),
      tries,
    );
  });

  test('worked minutes are those of a plain count minute by minute', () => {
    fc.assert(
      fc.property(stretches(), (list) => {
        const punches = list.flatMap(({ from, to, rest }, i) => {
          const one = (kind: PunchKind, minute: number, part: string) => ({
            ...punch(kind, MONDAY + 5, '0'),
            ...{ id: `s${i}${part}`, at: instant(MONDAY + 5, '0') + minute },
          });
          return [
            one('in', from, 'a'),
            ...(rest ? [one('break-begins', rest.from, 'b'), one('break-ends', rest.to, 'c')] : []),
            one('out', to, 'd'),
          ];
        });
        const rules = [{ ...AS_CLOCKED, breaks: { kind: 'clocked' as const, paidUpTo: 20 } }];
        const entries = entriesOf(clockOf({ punches, rules }));
        expect(entries.reduce((sum, { worked }) => sum + worked, 0)).toBe(counted(list));
        for (const { parts } of entries)
          for (const part of parts) expect(lengthOf(part.spans) - part.ruleBreak).toBe(part.worked);
      }),
      tries,
    );
  });
});

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly rest: { readonly from: number; readonly to: number } | null;
}

/** Stretches of work that are apart, each with a break or none. */
function stretches() {
  const one = fc.record({
    ahead: fc.integer({ min: 1, max: 300 }),
    length: fc.integer({ min: 1, max: 700 }),
    rest: fc.option(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 1, max: 60 }))),
  });
  return fc.array(one, { maxLength: 5 }).map((list): Stretch[] => {
    let at = 0;
    return list.map(({ ahead, length, rest }) => {
      const from = at + ahead;
      at = from + length;
      if (!rest) return { from, to: at, rest: null };
      const begins = from + Math.floor(rest[0] * (length - 1));
      return { from, to: at, rest: { from: begins, to: Math.min(at, begins + rest[1]) } };
    });
  });
}

/** Minute by minute: at work, and not on a break of more than 20 minutes. */
function counted(list: readonly Stretch[]): number {
  let minutes = 0;
  for (let minute = 0; minute < 6 * 1440; minute++) {
    const at = list.find(({ from, to }) => from <= minute && minute < to);
    if (!at) continue;
    const { rest } = at;
    const isResting = rest && rest.to - rest.from > 20 && rest.from <= minute && minute < rest.to;
    if (!isResting) minutes++;
  }
  return minutes;
}
