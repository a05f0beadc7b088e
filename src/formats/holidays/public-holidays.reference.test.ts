import { describe, expect, test } from '@jest/globals';
import { dayOf, formatDate } from '@/core/time/day';
import { holidayCountries, holidayRegions, publicHolidays } from './public-holidays';

const datesOf = (country: string, region: string | null, year: number) =>
  publicHolidays({ country, region }, year).map(({ date }) => formatDate(date).slice(5));

/** Easter Sunday by another way than the data's: the anonymous Gregorian computus (Meeus, Astronomical Algorithms). */
function easter(year: number): string {
  const [a, b, c] = [year % 19, Math.floor(year / 100), year % 100];
  const [d, e] = [Math.floor(b / 4), b % 4];
  const f = Math.floor((b + 8) / 25);
  const g = Math.floor((b - f + 1) / 3);
  const h = (19 * a + b - d - g + 15) % 30;
  const [i, k] = [Math.floor(c / 4), c % 4];
  const l = (32 + 2 * e + 2 * i - h - k) % 7;
  const m = Math.floor((a + 11 * h + 22 * l) / 451);
  const sum = h + l - 7 * m + 114;
  return formatDate(dayOf(year, Math.floor(sum / 31), (sum % 31) + 1));
}

describe('Easter', () => {
  test.each(['2027-03-28', '2028-04-16', '2029-04-01', '2038-04-25'])(
    'is on %s (published tables, from memory)',
    (date) => {
      expect(easter(Number(date.slice(0, 4)))).toBe(date);
    },
  );

  test('is for a hundred years where a second computation has it', () => {
    for (let year = 2000; year < 2100; year++) {
      const known = publicHolidays({ country: 'PT', region: null }, year).map(({ date }) => formatDate(date));
      expect(known).toContain(easter(year));
    }
  });
});

// Written out by hand, from memory.
test.each([
  ['PT', null, 2027, '01-01 03-26 03-28 04-25 05-01 05-27 06-10 08-15 10-05 11-01 12-01 12-08 12-25'],
  ['PT', null, 2028, '01-01 04-14 04-16 04-25 05-01 06-10 06-15 08-15 10-05 11-01 12-01 12-08 12-25'],
  ['DE', 'BY', 2027, '01-01 01-06 03-26 03-29 05-01 05-06 05-17 05-27 10-03 11-01 12-25 12-26'],
  ['DE', 'BY', 2028, '01-01 01-06 04-14 04-17 05-01 05-25 06-05 06-15 10-03 11-01 12-25 12-26'],
  ['GB', 'ENG', 2027, '01-01 03-26 03-29 05-03 05-31 08-30 12-25 12-26 12-27 12-28'],
  ['GB', 'ENG', 2028, '01-01 01-03 04-14 04-17 05-01 05-29 08-28 12-25 12-26'],
  [
    'US',
    null,
    2027,
    '01-01 01-18 02-15 05-31 06-18 06-19 07-04 07-05 09-06 10-11 11-11 11-25 12-24 12-25 12-31',
  ],
  // By law Friday 11-10 is free too, as Veterans Day falls on a Saturday; the data does not have it.
  ['US', null, 2028, '01-01 01-17 02-21 05-29 06-19 07-04 09-04 10-09 11-11 11-23 12-25'],
] as const)('the public holidays of %s, part %s, in %d are these', (country, region, year, dates) => {
  expect(datesOf(country, region, year)).toEqual(dates.split(' '));
});

test('what is merely observed is none: Easter Sunday in England, Epiphany where it is a custom', () => {
  expect(datesOf('GB', 'ENG', 2027)).not.toContain('03-28');
  expect(datesOf('DE', 'HH', 2027)).not.toContain('01-06');
});

test('a substitute is told from the holiday it stands for', () => {
  const christmas = publicHolidays({ country: 'GB', region: 'ENG' }, 2027).filter(({ name }) =>
    /Christmas/.test(name),
  );
  expect(christmas.map(({ isSubstitute }) => isSubstitute)).toEqual([false, true]);
});

test('countries and their parts are there by name, down to a town with a day of its own', () => {
  expect(holidayCountries()).toContainEqual({ code: 'PT', name: 'Portugal' });
  expect(holidayRegions('DE')).toContainEqual({ code: 'BY-A', name: 'Bayern, Stadt Augsburg' });
  expect(datesOf('DE', 'BY-A', 2027)).toContain('08-08');
  expect([holidayRegions('XX'), datesOf('XX', null, 2027)]).toEqual([[], []]);
});
