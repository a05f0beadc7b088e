import { describe, expect, test } from '@jest/globals';
import { parseHours } from './parse-hours';
import { parseShifts } from './parse-shifts';
import { NO_TIMES, OPEN, TIMES } from './testing-forms';

// Source: common practice, see testing-forms.

const ROLES = [
  { id: 'r1', name: 'Bar', mark: 'B' },
  { id: 'r2', name: 'Bar & Grill', mark: 'G' },
  { id: 'r3', name: 'Till 2', mark: 'T2' },
  { id: 'r4', name: 'Floor', mark: 'F' },
];

const cell = (text: string) => {
  const read = parseShifts(text, ROLES, { openHours: OPEN });
  return read.ok
    ? read.value.map(({ from, to, role }) => `${from / 60}-${to / 60}${role ? ` ${role}` : ''}`).join(' ')
    : read.problem.message;
};

describe('times in a cell of the plan', () => {
  test.each(TIMES)('%j is %j', (typed, meant) => expect(cell(typed)).toBe(meant));
  test.each(NO_TIMES)('%j is refused', (typed) => {
    const read = parseShifts(typed, [], { openHours: OPEN });
    expect(read.ok).toBe(false);
    if (read.ok) return;
    const { from, to } = read.problem.at;
    expect(from < to && to <= typed.length + 1).toBe(true);
  });

  test.each([
    ['off', ''],
    ['Day off', ''],
    ['–', ''],
    ['bar 9-5', '9-17 r1'],
    ['Bar: 9-5', '9-17 r1'],
    ['9-5 bar', '9-17 r1'],
    ['9-5 b', '9-17 r1'],
    ['9-5 bar & grill', '9-17 r2'],
    ['bar & grill 9-1 2-6', '9-13 r2 14-18 r2'],
    ['9-1 bar & 2-6 floor', '9-13 r1 14-18 r4'],
    ['9-1 bar and 2-6 floor', '9-13 r1 14-18 r4'],
    ['bar 9-1, floor 2-6', '9-13 r1 14-18 r4'],
    ['9-1 2-6 floor', '9-13 r4 14-18 r4'],
    ['9-5 till 2', '9-17 r3'],
    ['till 2 9-5', '9-17 r3'],
    ['9-5 flo', '9-17 r4'],
    ['bar', '"bar" has no times behind it'],
    ['bar 9-1 floor', '"floor" has no times behind it'],
    ['9-5 mon', 'no role "mon"; the roles here are Bar, Bar & Grill, Till 2, Floor'],
  ])('%j is %j', (typed, meant) => expect(cell(typed)).toBe(meant));

  test('on a day nobody knows to be open, open and close are no times', () => {
    const read = parseShifts('9-close', [], { openHours: [] });
    expect(read).toMatchObject({ ok: false, problem: { at: { from: 2, to: 7 } } });
  });

  test('in an example of what is missing, times are as the site writes them', () => {
    const read = parseShifts('9', [], { format: '12' });
    expect(!read.ok && read.problem.message).toContain('9a-5p');
  });
});

describe('times in opening hours', () => {
  // Nobody has opening hours yet: what depends on them is read as it is where a place never closes.
  const shown = TIMES.filter(
    ([typed, meant]) => !/open|close|clos/i.test(typed) && !/^5-9|17-21|2-5:30/.test(`${typed} ${meant}`),
  );
  test.each(shown)('%j is %j', (typed, meant) => {
    const read = parseHours(typed);
    const sorted = meant.split(' ').sort((a, b) => parseFloat(a) - parseFloat(b));
    expect(
      read.ok ? read.value.map(({ from, to }) => `${from / 60}-${to / 60}`) : read.problem.message,
    ).toEqual(sorted);
  });
  test.each(NO_TIMES)('%j is refused', (typed) => expect(parseHours(typed).ok).toBe(false));
});
