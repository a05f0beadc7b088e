import { describe, expect, test } from '@jest/globals';
import { coverageBetween, coverageOf, judge, snagsOf } from '../consequences/judge';
import { MONDAY, need, on, plan, shift, span } from '../testing';

const BAR = 0;
const EVERYBODY = 2;
/** Never open, so that only needs and shifts are shown. */
const SHUT = { openHours: on().map(() => []) };

describe('a block', () => {
  test('shows the lowest staffed and the highest needed of its instants', () => {
    const p = plan({
      site: SHUT,
      needs: [need('bar', 0, '9-9:20', 2), need('bar', 0, '9:10-10')],
      shifts: [shift('ann', 0, '9-10'), shift('bo', 0, '9:10-9:40')],
    });
    expect(coverageOf(judge(p), BAR, 0)).toEqual([
      { from: 540, to: 570, staffed: 1, needed: 2, gap: 1, surplus: 0 },
      { from: 570, to: 600, staffed: 1, needed: 1, gap: 0, surplus: 0 },
    ]);
  });

  test('that begins when a shift ends is not covered by it', () => {
    const blocks = coverageOf(
      judge(plan({ site: SHUT, shifts: [shift('ann', 0, '9-10'), shift('bo', 0, '9-11')] })),
      BAR,
      0,
    );
    expect(blocks.map((block) => block.staffed)).toEqual([2, 2, 1, 1]);
  });

  test('counts one person once, however many shifts they are in', () => {
    const p = plan({ shifts: [shift('ann', 0, '9-12'), shift('ann', 0, '10-13', { role: 'floor' })] });
    const counts = coverageBetween(judge(p), EVERYBODY, 0, span('9-13')).map((block) => block.staffed);
    expect(new Set(counts)).toEqual(new Set([1]));
  });
});

describe('what is needed', () => {
  test('on a date replaces the weekday needs of that role only', () => {
    const p = plan({
      needs: [
        need('bar', 0, '9-12'),
        need('floor', 0, '9-12'),
        { role: 'bar', days: null, date: MONDAY, ...span('10-11'), count: 3 },
      ],
    });
    const gaps = snagsOf(judge(p)).filter((snag) => snag.code === 'gap');
    expect(gaps.map(({ role, from, to, amount }) => [role, from, to, amount])).toEqual([
      ['bar', 600, 660, 3],
      ['floor', 540, 720, 1],
    ]);
  });

  test('on a closed holiday is only what is dated', () => {
    const p = plan({
      holidays: [{ date: MONDAY, name: 'Harbour Day', closed: true }],
      site: { openHours: on(0).map((open) => (open ? [span('9-17')] : [])) },
      rules: { minimumOn: 1 },
      needs: [need('bar', 0, '9-12'), { role: 'floor', days: null, date: MONDAY, ...span('9-10'), count: 1 }],
    });
    const gaps = snagsOf(judge(p)).filter((snag) => snag.code === 'gap');
    expect(gaps.map((snag) => snag.role)).toEqual(['floor']);
  });

  test('of everybody comes from opening hours where nothing else is said', () => {
    const open = { openHours: on(0, 1).map((is) => (is ? [span('9-12')] : [])) };
    const p = plan({ site: open, rules: { minimumOn: 2 }, needs: [need(null, 1, '10-11')] });
    const gaps = snagsOf(judge(p)).filter((snag) => snag.code === 'gap');
    expect(gaps.map(({ date, from, to, amount }) => [date - MONDAY, from, to, amount])).toEqual([
      [0, 540, 720, 2],
      [1, 600, 660, 1],
    ]);
  });
});

describe('rows', () => {
  test('reach over midnight into the next day, and into the day after the last only by need or shift', () => {
    const p = plan({
      shifts: [shift('ann', 0, '22-26'), shift('bo', 6, '22-25')],
      surroundingShifts: [
        { person: 'ann', role: 'bar', site: null, date: MONDAY - 1, ...span('23-25'), break: null },
        { person: 'ann', role: 'bar', site: null, date: MONDAY + 7, ...span('0-9'), break: null },
      ],
      site: SHUT,
    });
    const judged = judge(p);
    expect(judged.ranges).toEqual([
      { from: 0, to: 1440 },
      { from: 0, to: 120 },
      null,
      null,
      null,
      null,
      { from: 1320, to: 1440 },
      { from: 0, to: 60 },
    ]);
    expect(coverageOf(judged, BAR, 0)[0]).toMatchObject({ from: 0, staffed: 1 });
    expect(coverageOf(judged, BAR, 7).map((block) => block.staffed)).toEqual([1, 1]);
  });

  test('of a gap are cut at midnight and split where the amount changes', () => {
    const p = plan({ needs: [need('bar', 0, '22-26', 2)], shifts: [shift('ann', 0, '23-25')] });
    const gaps = snagsOf(judge(p)).filter((snag) => snag.code === 'gap');
    expect(gaps.map(({ date, from, to, amount }) => [date - MONDAY, from, to, amount])).toEqual([
      [0, 1320, 1380, 2],
      [0, 1380, 1440, 1],
      [1, 0, 60, 1],
      [1, 60, 120, 2],
    ]);
  });
});
