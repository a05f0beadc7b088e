import { describe, expect, test } from '@jest/globals';
import { DEFAULT_CLOCK_RULES } from '../clock/clock-rules';
import { entriesOf } from '../clock/entries';
import type { Punch } from '../clock/punch';
import { clockOf, instant, punch, punchesOf, spanAt } from '../clock/testing';
import { MONDAY } from '../testing';
import { type PresentPerson, reallyOn, skylineOfDay, standingAt } from './presence';

const NINE_TO_FIVE = [spanAt(MONDAY, '9-17')];
const SPLIT = [spanAt(MONDAY, '9-12'), spanAt(MONDAY, '15-19')];

const at = (
  time: string,
  punches: readonly Punch[],
  planned = NINE_TO_FIVE,
  leave: { from: number; to: number }[] = [],
) => {
  const now = instant(MONDAY, time);
  const clocked = punches.filter((one) => one.at <= now);
  const entries = entriesOf(clockOf({ punches: clocked, planned, now, rules: [DEFAULT_CLOCK_RULES] }));
  const found = standingAt(now, entries, planned, leave, DEFAULT_CLOCK_RULES);
  return found && [found.presence, found.at - instant(MONDAY, '0'), found.minutes];
};

describe('how somebody stands', () => {
  const day = punchesOf('p', MONDAY, ['9:02-12', '12:30-17:04']);

  test.each<[string, string, number, number]>([
    ['8:00', 'to-come', 540, 0],
    ['9:02', 'in', 542, 0],
    ['11:59', 'in', 542, 0],
    ['12:00', 'on-break', 720, 0],
    ['12:30', 'in', 542, 0],
    ['17:03', 'in', 542, 0],
    ['17:04', 'gone', 1024, 0],
    ['20:00', 'gone', 1024, 0],
  ])('at %s: %s', (time, presence, since, minutes) => {
    expect(at(time, day)).toEqual([presence, since, minutes]);
  });

  test.each<[string, string, number]>([
    ['9:05', 'to-come', 0],
    ['9:06', 'late', 6],
    ['9:15', 'late', 15],
    ['9:16', 'missing', 16],
    ['16:59', 'missing', 479],
    ['19:00', 'missing', 480],
  ])('who never came, at %s: %s', (time, presence, minutes) => {
    expect(at(time, [])).toEqual([presence, 540, minutes]);
  });

  test('who is on leave is away and not missing', () => {
    const leave = [{ from: instant(MONDAY, '0'), to: instant(MONDAY, '24') }];
    expect(at('11:00', [], NINE_TO_FIVE, leave)).toEqual(['away', 540, 0]);
  });

  test('between the parts of a split day the second one is to come', () => {
    const first = punchesOf('p', MONDAY, ['9-12']);
    expect(at('13:00', first, SPLIT)).toEqual(['to-come', 900, 0]);
    expect(at('15:20', first, SPLIT)).toEqual(['missing', 900, 20]);
    // Who did not come for the first may still come for the second.
    expect(at('13:00', [], SPLIT)).toEqual(['to-come', 900, 0]);
  });

  test('who works without a plan is in, and of who has neither there is nothing to say', () => {
    expect(at('10:00', punchesOf('p', MONDAY, ['9-17']), [])).toEqual(['in', 540, 0]);
    expect(at('10:00', [], [])).toBeNull();
  });
});

const hours = (spans: readonly { from: number; to: number }[]) =>
  spans.map(({ from, to }) => [from, to].map((minute) => (minute - instant(MONDAY, '0')) / 60));
const entriesAt = (time: string, punches: readonly Punch[]) =>
  entriesOf(clockOf({ punches, planned: NINE_TO_FIVE, now: instant(MONDAY, time) }));

test('somebody is really on from in to out but for breaks, and up to now', () => {
  const day = punchesOf('p', MONDAY, ['9-12', '13-17']);
  expect(hours(reallyOn(entriesAt('20', day), instant(MONDAY, '20')))).toEqual([
    [9, 12],
    [13, 17],
  ]);
  const onBreak = [punch('in', MONDAY, '9'), punch('break-begins', MONDAY, '12')];
  expect(hours(reallyOn(entriesAt('12:30', onBreak), instant(MONDAY, '12:30')))).toEqual([[9, 12]]);
  expect(hours(reallyOn(entriesAt('11', [onBreak[0]]), instant(MONDAY, '11')))).toEqual([[9, 11]]);
});

test('the skyline counts who is planned and who is on, for half a block at least, and nobody on ahead of time', () => {
  const people = [punchesOf('p', MONDAY, ['9:15-17']), punchesOf('p', MONDAY, ['9:16-17']), []].map(
    (punches, i): PresentPerson => ({
      ...{ person: `p${i}`, planned: NINE_TO_FIVE, entries: entriesAt('10', punches.slice(0, 1)) },
      standing: { presence: 'in', at: 0, minutes: 0 },
    }),
  );
  const blocks = skylineOfDay(
    people,
    instant(MONDAY, '8:30'),
    instant(MONDAY, '10:30'),
    30,
    instant(MONDAY, '10'),
  );
  expect(blocks.map(({ planned, on }) => [planned, on])).toEqual([
    [0, 0],
    [3, 1],
    [3, 2],
    [3, 0],
  ]);
});
