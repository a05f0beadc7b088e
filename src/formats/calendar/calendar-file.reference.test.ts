import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import ICAL from 'ical.js';
import { parseDate } from '@/core/time/day';
import { zoneClock } from '@/core/time/zone';
import { repeats } from '@/core/testing';
import { type CalendarEvent, formatCalendar } from './calendar-file';

// Read back by ical.js, and line by line against RFC 5545.

const day = (text: string) => parseDate(text)!;
const at = (text: string, hour: number, minute = 0) => day(text) * 1440 + hour * 60 + minute;

function event(part: Partial<CalendarEvent> = {}): CalendarEvent {
  return {
    ...{ uid: 's1@vicenda.invalid', sequence: 0, isCancelled: false, changedAt: '2026-11-24T10:00:00.000Z' },
    ...{ timeZone: 'Europe/Lisbon', from: at('2026-11-23', 9), to: at('2026-11-23', 17) },
    ...{ summary: 'Bar', location: 'Quay Bistro', description: '', isBusy: true },
    ...part,
  };
}

function read(text: string) {
  const root = new ICAL.Component(ICAL.parse(text) as unknown as string);
  for (const zone of root.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);
  return { root, events: root.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one)) };
}

describe('what RFC 5545 asks of every line', () => {
  const awkward = fc.string({ unit: 'grapheme', maxLength: 120 });

  test('CRLF at its end, at most 75 octets, and text that comes back as it was (3.1, 3.3.11)', () => {
    fc.assert(
      fc.property(awkward, awkward, (summary, description) => {
        const text = formatCalendar('Shifts', [
          event({ summary: `x${summary}x`, description: `x${description}x` }),
        ]);
        expect(text.endsWith('\r\n')).toBe(true);
        const lines = text.slice(0, -2).split('\r\n');
        for (const line of lines) {
          expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);

          expect(line).not.toMatch(/[\r\n]/);
        }
        const [found] = read(text).events;
        // A break of a line is one, however it was typed.
        const said = (words: string) => words.replace(/\r\n|\r/g, '\n');
        expect([found.summary, found.description]).toEqual([said(`x${summary}x`), said(`x${description}x`)]);
      }),
      { numRuns: repeats(300) },
    );
  });

  test('properties of the whole before its parts, and those that must be there once (3.6, 3.6.1)', () => {
    const lines = formatCalendar('Noor, her; shifts\\', [event()]).split('\r\n');
    const firstPart = lines.indexOf('BEGIN:VTIMEZONE');
    for (const name of [
      'VERSION:2.0',
      'PRODID:',
      'METHOD:PUBLISH',
      'REFRESH-INTERVAL;VALUE=DURATION:',
      'NAME:',
    ]) {
      const places = lines.flatMap((line, i) => (line.startsWith(name) ? [i] : []));
      expect([name, places.length, places[0] < firstPart]).toEqual([name, 1, true]);
    }
    for (const name of ['UID:', 'DTSTAMP:', 'DTSTART;', 'SEQUENCE:'])
      expect([
        name,
        lines.slice(lines.indexOf('BEGIN:VEVENT')).filter((line) => line.startsWith(name)).length,
      ]).toEqual([name, 1]);
    expect(read(lines.join('\r\n')).root.getFirstPropertyValue('name')).toBe(
      // Its reader does not know this property, and hands on what stands there.
      'Noor\\, her\\; shifts\\\\',
    );
  });

  test('a file without events is one too', () => {
    expect(read(formatCalendar('Shifts', [])).events).toEqual([]);
  });
});

describe('zones', () => {
  test.each([
    ['Europe/Lisbon', '2026-03-29', 22, 30],
    ['Europe/Lisbon', '2026-10-24', 22, 30],
    ['America/New_York', '2026-03-08', 1, 26],
    ['America/New_York', '2026-11-01', 0, 25],
    ['Australia/Lord_Howe', '2026-04-04', 20, 28],
    ['Asia/Kathmandu', '2026-06-01', 9, 17],
  ])('%s on %s, from %i to %i: the time that passes is that of the zone', (timeZone, date, from, to) => {
    const shift = event({ timeZone, from: at(date, from), to: at(date, 0) + to * 60 });
    const [found] = read(formatCalendar('Shifts', [shift])).events;
    const clock = zoneClock(timeZone, day(date) - 1, day(date) + 2);
    const passed = (found.endDate.toUnixTime() - found.startDate.toUnixTime()) / 60;
    expect(passed).toBe(clock.elapsed(shift.to) - clock.elapsed(shift.from));
    expect(found.startDate.toUnixTime() / 60).toBe(clock.elapsed(shift.from));
    expect(found.startDate.hour).toBe(from);
  });

  test('every instant of a year is told as the platform tells it, in whatever zone', () => {
    const zones = fc.constantFrom(...Intl.supportedValuesOf('timeZone'));
    fc.assert(
      fc.property(zones, fc.integer({ min: 0, max: 365 * 96 - 1 }), (timeZone, quarter) => {
        const from = at('2026-01-01', 0) + quarter * 15;
        const clock = zoneClock(timeZone, day('2025-12-30'), day('2027-01-03'));
        // A time that the clocks leave out is told as the next that they show.
        const shown = clock.wall(clock.elapsed(from));
        if (shown !== from) return;
        const [found] = read(formatCalendar('Shifts', [event({ timeZone, from, to: from + 60 })])).events;
        expect(found.startDate.toUnixTime() / 60).toBe(clock.elapsed(from));
      }),
      { numRuns: repeats(200) },
    );
  });

  test('whole days are dates, the last not included', () => {
    const away = event({ from: at('2026-12-01', 0), to: at('2026-12-04', 0), summary: 'Away' });
    const text = formatCalendar('Shifts', [away]);
    expect(text).toContain('DTSTART;VALUE=DATE:20261201\r\nDTEND;VALUE=DATE:20261204\r\n');
    const [found] = read(text).events;
    expect([found.startDate.isDate, found.duration.toSeconds() / 86400]).toEqual([true, 3]);
  });
});

test('what is gone is carried as cancelled, with a number that calendars follow (RFC 5546, 2.1.4)', () => {
  const text = formatCalendar('Shifts', [event({ sequence: 3, isCancelled: true })]);
  expect(text).toContain('STATUS:CANCELLED\r\n');
  expect(text).toContain('SEQUENCE:3\r\n');
  expect(read(text).events[0].uid).toBe('s1@vicenda.invalid');
});
