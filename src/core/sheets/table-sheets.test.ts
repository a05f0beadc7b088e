import { describe, expect, test } from '@jest/globals';
import { NO_DETAIL } from '../plan/types';
import { MONDAY, person, plan, shift } from '../testing';
import { dayOf, formatDate, parseDate } from '../time/day';
import { DAY } from '../time/span';
import { monthOf } from '../time/month';
import { type TableSheet, inParts } from './table-sheet';
import { groundOf } from './testing';
import { monthSheet, personSheet, weekSheet } from './week-sheet';

const early = shift('ann', 1, '7-15', {
  label: 'Opening',
  note: 'private',
  detail: { ...NO_DETAIL, station: 'Pass' },
});
const late = shift('ann', 2, '22-30');
const open = shift(null, 1, '15-23', { role: 'floor' });
const leave = (state: 'approved' | 'waiting') => ({
  id: state,
  from: (MONDAY + 3) * DAY + 600,
  to: (MONDAY + 3) * DAY + 720,
  state,
});
const people = [
  person('ann', { name: 'Ann Bo' }),
  person('bo', { name: 'Bo Cy', leave: [leave('approved')] }),
  person('cy', { name: 'Cy Di', leave: [leave('waiting')] }),
];
const week = plan({ people, shifts: [early, late, open] });

/** The rows of a sheet as text: what stands in each cell, dots where nothing does. */
const linesOf = ({ rows }: TableSheet) =>
  rows.map(({ name, cells, paid }) => {
    const texts = cells.map(({ date, away, entries }) =>
      date === null
        ? '#'
        : [
            away ? 'away' : '',
            ...entries.map(({ times, what, draft }) => `${times} ${what}${draft ? '*' : ''}`),
          ]
            .filter(Boolean)
            .join(' + ') || '.',
    );
    return `${name} | ${texts.join(' | ')} | ${paid! / 60}`;
  });

describe('a week by person', () => {
  test('has a row for everybody who works or is away, by days, and for open shifts', () => {
    const sheet = weekSheet(groundOf(week, [early]));
    expect(linesOf(sheet)).toEqual([
      'Ann Bo | . | 7–15 Bar · Opening · Pass | 22–6 Bar* | . | . | . | . | 16',
      'Bo Cy | . | . | . | away | . | . | . | 0',
      'Open shifts | . | 15–23 Floor* | . | . | . | . | . | 8',
    ]);
    expect(sheet).toMatchObject({ title: '22–28 March 2027', drafts: 2, of: 3, paid: 16 * 60 });
  });

  test('tells neither notes nor leave that is only asked for', () => {
    const told = JSON.stringify(weekSheet(groundOf(week)));
    expect(told).not.toContain('private');
    expect(told).not.toContain('Cy Di');
  });

  test('without anybody has no rows', () => {
    expect(weekSheet(groundOf(plan({ people: [person('ann')] }))).rows).toEqual([]);
  });
});

describe('a month', () => {
  // Six weeks of a month that begins on a Monday and ends on a Wednesday.
  const from = parseDate('2027-03-01')!;
  const on = (date: string, times: string) => ({ ...shift('ann', 0, times), date: parseDate(date)! });
  const shifts = [on('2027-03-01', '9-17'), on('2027-03-31', '9-17'), on('2027-04-01', '9-17')];
  const month = groundOf(plan({ people, shifts, from, days: 35 }));

  test('of the team has its own days alone, and their hours', () => {
    const sheet = monthSheet(month, MONDAY);
    expect(sheet.heads).toHaveLength(31);
    expect(sheet.rows.map(({ name, paid }) => [name, paid! / 60])).toEqual([
      ['Ann Bo', 16],
      ['Bo Cy', 0],
    ]);
    expect(sheet).toMatchObject({ title: 'March 2027', of: 2 });
    expect(sheet.rows[0].cells[30].entries[0]).toMatchObject({ from: '9', to: '17', mark: 'BA' });
  });

  test('of one person has a row for each week, and no days of other months', () => {
    const sheet = personSheet(month, 'ann', MONDAY);
    expect(sheet.title).toBe('Ann Bo, March 2027');
    expect(linesOf(sheet)).toEqual([
      'Week 9 | 9–17 Bar* | . | . | . | . | . | . | 8',
      'Week 10 | . | . | . | . | . | . | . | 0',
      'Week 11 | . | . | . | . | . | . | . | 0',
      'Week 12 | . | . | . | . | . | . | . | 0',
      'Week 13 | . | . | 9–17 Bar* | # | # | # | # | 8',
    ]);
    expect(sheet).toMatchObject({ paid: 16 * 60, drafts: 2, of: 2 });
  });

  test('on upright paper is two halves that miss no day, with the hours once', () => {
    const sheet = monthSheet(month, MONDAY);
    const [first, second, ...more] = inParts(sheet, true);
    expect(more).toEqual([]);
    expect([...first.heads, ...second.heads]).toEqual(sheet.heads);
    expect([...first.rows[0].cells, ...second.rows[0].cells]).toEqual(sheet.rows[0].cells);
    expect([first.rows[0].paid, second.rows[0].paid]).toEqual([null, 16 * 60]);
    expect(inParts(sheet, false)).toEqual([sheet]);
  });

  test.each([
    ['2027-02-14', '2027-02-01', 28],
    ['2028-02-29', '2028-02-01', 29],
    ['2026-12-31', '2026-12-01', 31],
  ])('of %s begins on %s and has %d days', (date, first, days) => {
    expect(monthOf(parseDate(date)!)).toEqual({ first: parseDate(first), days });
  });

  test('has the days that the calendar gives it, for every month of 30 years', () => {
    for (let year = 2000; year < 2030; year++)
      for (let i = 1; i <= 12; i++) {
        const { first, days } = monthOf(dayOf(year, i, 28));
        expect(formatDate(first).slice(8)).toBe('01');
        expect(days).toBe(new Date(Date.UTC(year, i, 0)).getUTCDate());
      }
  });
});
