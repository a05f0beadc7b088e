import { describe, expect, test } from '@jest/globals';
import { NO_TIMES, NO_WEEKS, OPEN, TIMES, WEEKS } from '../time/testing-forms';
import { formatAvailability } from './format-availability';
import { parseAvailability } from './parse-availability';

// Source: common practice, see testing-forms.

const read = (text: string) => {
  const week = parseAvailability(text, { openHours: OPEN });
  return week.ok ? formatAvailability(week.value, '24', 0, OPEN) : week.problem.message;
};

describe('a usual week as people say it', () => {
  test.each(WEEKS)('%j is %j', (typed, meant) => expect(read(typed)).toBe(meant));

  test.each(NO_WEEKS)('%j is not guessed: %s', (typed, reason) => {
    const week = parseAvailability(typed, { openHours: OPEN });
    expect(week.ok ? formatAvailability(week.value) : week.problem.message).toContain(reason);
    if (week.ok) return;
    const { from, to } = week.problem.at;
    expect(from < to && to <= typed.length).toBe(true);
  });
});

describe('times on one weekday', () => {
  test.each(TIMES)('%j is %j', (typed, meant) => {
    const week = parseAvailability(`Wed ${typed}`, { openHours: OPEN });
    const spans = week.ok && week.value.map(({ from, to }) => `${from / 60}-${to / 60}`).join(' ');
    expect(spans).toBe(meant);
    expect(week.ok && week.value.every(({ weekday }) => weekday === 2)).toBe(true);
  });

  test.each(NO_TIMES)('%j is refused', (typed) =>
    expect(parseAvailability(`Wed ${typed}`, { openHours: OPEN }).ok).toBe(false),
  );
});
