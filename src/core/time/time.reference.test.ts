import { describe, expect, test } from '@jest/globals';
import { Temporal } from 'temporal-polyfill';
import { isoWeek, parseDate } from './day';
import { DAY } from './span';
import { zoneClock } from './zone';

const day = (text: string) => parseDate(text)!;

describe('week numbers', () => {
  // Source: ISO 8601, week 1 holds the year's first Thursday.
  test.each([
    ['2026-12-31', 2026, 53],
    ['2027-01-01', 2026, 53],
    ['2027-01-04', 2027, 1],
  ])('%s is in week %i-W%i', (date, year, week) => {
    expect(isoWeek(day(date))).toEqual({ year, week });
  });
});

describe('the clock change', () => {
  // Source: IANA time zone database, through Temporal.
  test.each([
    ['2027-03-27', 7, 'spring'],
    ['2027-10-30', 9, 'autumn'],
    ['2027-06-05', 8, 'no change'],
  ])('22:00 to 06:00 from %s in Europe/Lisbon lasts %i h (%s)', (date, hours) => {
    const first = day(date);
    const clock = zoneClock('Europe/Lisbon', first, first + 1);
    const start = first * DAY + 22 * 60;
    expect(clock.elapsed(start + 8 * 60) - clock.elapsed(start)).toBe(hours * 60);
  });

  // Source: Temporal's `compatible` disambiguation, asked minute by minute around changes of several zones.
  test.each([
    ['Europe/Lisbon', '2027-03-28'],
    ['Europe/Lisbon', '2027-10-31'],
    ['America/New_York', '2027-03-14'],
    ['America/New_York', '2027-11-07'],
    ['Australia/Lord_Howe', '2027-04-04'],
    ['Asia/Kathmandu', '2027-05-01'],
  ])('every minute of %s on %s reads as Temporal reads it', (timeZone, date) => {
    const first = day(date);
    const clock = zoneClock(timeZone, first, first);
    for (let minute = 0; minute < DAY; minute += 7) {
      const plain = Temporal.PlainDate.from(date).toPlainDateTime({
        hour: Math.floor(minute / 60),
        minute: minute % 60,
      });
      const instant = plain.toZonedDateTime(timeZone, { disambiguation: 'compatible' });
      expect(clock.elapsed(first * DAY + minute)).toBe(instant.epochMilliseconds / 60000);
    }
  });
});
