import { describe, expect, test } from '@jest/globals';
import { planContext } from '../plan/plan-context';
import { EVERY_DAY, MONDAY, person, plan, span } from '../testing';
import { CLOCK_RULE_SETS, DEFAULT_CLOCK_RULES, clockRuleFaults, rulesOn, setOf } from './clock-rules';
import { entriesOf } from './entries';
import { workedPay } from './pay-lines';
import { AS_CLOCKED, clockOf, day, punch, punchesOf, spanAt } from './testing';
import { type TimeModel, fixedHoursFaults, fixedHoursOn, runningBalance } from './time-model';
import { windowsOf } from './windows';

describe('the rules of a site', () => {
  test('are those of a date, and before all of them the usual ones', () => {
    const [first, later] = [10, 20].map((since) => ({ ...AS_CLOCKED, since }));
    expect([9, 10, 19, 20].map((date) => rulesOn([later, first], date))).toEqual([
      DEFAULT_CLOCK_RULES,
      first,
      first,
      later,
    ]);
  });

  test('are known as those of a set from whatever date', () => {
    expect(setOf({ ...CLOCK_RULE_SETS[2].rules, since: 7 })?.id).toBe('strict');
    expect(setOf({ ...CLOCK_RULE_SETS[2].rules, openAfterEnd: 61 })).toBeUndefined();
  });

  test('that can be begun from are sound where shifts are of up to ten hours', () => {
    for (const { rules } of CLOCK_RULE_SETS) expect(clockRuleFaults(rules, 600)).toEqual([]);
  });

  test('are refused where windows overlap in every shift, and where a figure is none', () => {
    const windows = { beforeStart: 60, afterStart: 301, beforeEnd: 300, afterEnd: -1 };
    const rounding = { of: 'day', total: { step: 7, way: 'up' } } as const;
    const faults = clockRuleFaults({ ...AS_CLOCKED, windows, rounding, openAfterEnd: 0.5 }, 600);
    expect(faults.map(({ path }) => path)).toEqual([
      'windows.afterEnd',
      'windows.afterStart',
      'openAfterEnd',
      'rounding.total',
    ]);
    expect(faults[1].message).toContain(
      'until 301 min after the start and out from 300 min before the end overlap',
    );
  });
});

test('windows are around the edges, and where they meet the middle divides', () => {
  const [first, second] = [spanAt(MONDAY, '9-13'), spanAt(MONDAY, '15-19')];
  const windows = { beforeStart: 90, afterStart: 60, beforeEnd: 60, afterEnd: 90 };
  const found = windowsOf([first, second], () => ({ ...AS_CLOCKED, windows }));
  const since = (minute: number) => minute - first.start + 540;
  expect(found.map(({ edge, from, to }) => [edge, since(from), since(to)])).toEqual([
    ['in', 450, 600],
    ['out', 720, 839],
    ['in', 840, 960],
    ['out', 1080, 1230],
  ]);
});

describe('who has hours to fill', () => {
  const days = { first: MONDAY, count: 7, weekStart: 0 };
  const worked = new Map([0, 1, 2].map((weekday) => [MONDAY + weekday, 500]));
  const credited = new Map([[MONDAY + 3, 480]]);

  test('so many a day: every day is due what it is', () => {
    const model: TimeModel = { kind: 'day', minutes: [480, 480, 480, 480, 480, 0, 0] };
    const found = runningBalance(model, days, worked, credited, 10);
    expect(found.map(({ balance }) => balance)).toEqual([30, 50, 70, 70, -410, -410, -410]);
  });

  test('so many a week: it is due when the week ends', () => {
    const found = runningBalance(
      { kind: 'week', minutes: 2000 },
      { ...days, weekStart: 3 },
      worked,
      credited,
    );
    expect(found.map(({ due }) => due)).toEqual([0, 0, 2000, 0, 0, 0, 0]);
    expect(found.at(-1)!.balance).toBe(1980 - 2000);
  });

  test('is never late, and has no balance where times are set', () => {
    const model: TimeModel = { kind: 'week', minutes: 2400 };
    const [entry] = day(['10-16'], { model, planned: [spanAt(MONDAY, '9-17')] });
    expect(entry.exceptions).toEqual([]);
    expect(runningBalance({ kind: 'shifts' }, days, worked, credited)).toEqual([]);
  });
});

describe('fixed hours', () => {
  const hours = EVERY_DAY.map(() => ['9-13', '14-18'].map(span));

  test('are those of the weekday, in minutes of their date', () => {
    expect(fixedHoursOn({ kind: 'fixed', hours }, MONDAY)).toEqual(
      ['9-13', '14-18']
        .map(span)
        .map(({ from, to }) => ({ from: MONDAY * 1440 + from, to: MONDAY * 1440 + to })),
    );
    expect(fixedHoursOn({ kind: 'week', minutes: 2400 }, MONDAY)).toEqual([]);
  });

  test('are refused where the windows of two parts overlap, and where the parts do', () => {
    const windows = { beforeStart: 30, afterStart: 0, beforeEnd: 0, afterEnd: 30 };
    expect(fixedHoursFaults(hours, windows)).toEqual([]);
    expect(fixedHoursFaults(hours, { ...windows, afterEnd: 31 })).toHaveLength(7);
    expect(fixedHoursFaults([['9-13', '12-18'].map(span)], windows)).toEqual([
      { path: 'hours.0', message: 'These hours overlap.' },
    ]);
  });
});

describe('pay lines', () => {
  const who = person('p', { roles: [{ role: 'bar', until: null, hourlyRate: 10 }] });
  const context = planContext(
    plan({
      people: [who],
      rules: {
        overtime: {
          weekMinutes: null,
          multiplier: 1,
          day: [{ overMinutes: 480, multiplier: 1.5 }],
          after: [],
          seventhDay: null,
        },
      },
    }),
  );
  const linesOf = (entries: ReturnType<typeof day>) =>
    workedPay(context, who, entries, { first: MONDAY, days: 7 }, 2).lines.map(
      ({ work, multiplier, minutes }) => [work.activity ?? work.role, multiplier, minutes],
    );

  test('come to what the day counts: rounding and the break by the rule are in them', () => {
    const entries = day(['8-17:50'], {
      planned: [spanAt(MONDAY, '8-18')],
      tiers: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
      rules: [
        {
          ...AS_CLOCKED,
          breaks: { kind: 'rule', paidUpTo: 0 },
          rounding: { of: 'day', total: { step: 15, way: 'up' } },
        },
      ],
    });
    expect(entries[0].worked).toBe(570);
    expect(linesOf(entries)).toEqual([
      ['bar', 1, 480],
      ['bar', 1.5, 90],
    ]);
  });

  test('are apart for other work from when it begins', () => {
    const activity = { role: null, duty: null, activity: 'stocktake', job: null };
    const punches = [
      ...punchesOf('p', MONDAY, ['8-16']),
      punch('change', MONDAY, '14:30', { work: activity }),
    ];
    const entries = entriesOf(clockOf({ punches, planned: [spanAt(MONDAY, '8-16')] }));
    expect(linesOf(entries)).toEqual([
      ['bar', 1, 390],
      ['stocktake', 1, 90],
    ]);
  });
});
