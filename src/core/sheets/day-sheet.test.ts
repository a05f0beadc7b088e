import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { NO_DETAIL, type Shift } from '../plan/types';
import { MONDAY, need, person, plan, shift } from '../testing';
import { dayLines, hoursOf } from './day-lines';
import { daySheet } from './day-sheet';
import { groundOf } from './testing';

const night = shift('bo', 0, '22-30');
const early = shift('ann', 1, '7-15', {
  label: 'Opening',
  note: '<b>Ovens</b>',
  break: { minutes: 30, at: 660, paid: false },
  detail: {
    ...NO_DETAIL,
    station: 'Pass',
    duties: [{ name: 'Delivery', from: 480, to: 525, oneOff: false }],
    tasks: ['Ovens on'],
  },
});
const open = shift(null, 1, '15-23', { role: 'floor' });
const week = plan({
  people: [person('ann', { name: 'Ann Bo' }), person('bo', { name: 'Bo Cy' }), person('cy')],
  needs: [need('bar', 1, '7-15', 2)],
  shifts: [night, early, open, shift('cy', 2, '9-17')],
  surroundingShifts: [
    { person: 'cy', role: 'bar', site: null, date: MONDAY - 1, from: 1320, to: 1680, break: null },
    { person: 'ann', role: null, site: 'chandlery', date: MONDAY, from: 1320, to: 1800, break: null },
  ],
});
const TUESDAY = MONDAY + 1;

const sheet = (date: number, published: readonly Shift[] = []) =>
  daySheet(groundOf(week, published), date, null);

describe('who stands on the sheet of a day', () => {
  const linesOf = (date: number, published = new Map()) =>
    dayLines(judge(week), published, date).map(
      ({ name, from, to, draft }) => `${name} ${from / 60}-${to / 60}${draft ? ' draft' : ''}`,
    );

  test('is who starts on it, in that order, after those still on from the night before', () => {
    expect(linesOf(TUESDAY)).toEqual(['Bo Cy -2-6 draft', 'Ann Bo 7-15 draft', 'Open 15-23 draft']);
    expect(linesOf(MONDAY)).toEqual(['CY -2-4', 'Bo Cy 22-30 draft']);
  });

  test('is a draft until it is published as it is now', () => {
    const published = new Map([
      [early.id, early],
      [night.id, { ...night, from: 1260 }],
      [open.id, open],
    ]);
    expect(linesOf(TUESDAY, published)).toEqual(['Bo Cy -2-6 draft', 'Ann Bo 7-15', 'Open 15-23']);
  });

  test('takes whole hours, none before midnight', () => {
    expect(hoursOf(dayLines(judge(week), new Map(), TUESDAY))).toEqual({ from: 0, to: 1380 });
    expect(hoursOf(dayLines(judge(week), new Map(), MONDAY + 2))).toEqual({ from: 540, to: 1020 });
  });
});

describe('the sheet', () => {
  test('says of everybody what they do, and what is missing', () => {
    const { rows, drafts, of, coverage, sum, title } = sheet(TUESDAY);
    expect([title, drafts, of]).toEqual(['Tue 23 March', 3, 3]);
    expect(rows.map(({ name, when, said, tasks }) => [name, when, said, ...tasks].join(' | '))).toEqual([
      'Bo Cy | 22:00–6:00 Bar, since Mon 22 | ',
      'Ann Bo | 7:00–15:00 Bar | Opening · Pass · <b>Ovens</b> · Delivery 8:00–8:45 · break 11:00–11:30 | Ovens on',
      'Open | 15:00–23:00 Floor | ',
    ]);
    expect(sum).toBe('2 shifts from this day, 7½ h paid.');
    const bar = coverage.rows.find(({ name }) => name === 'Bar')!;
    expect(bar.cells.slice(0, 8).map(({ text, isShort }) => text + (isShort ? '!' : ''))).toEqual([
      ...Array.from({ length: 6 }, () => '1/0'),
      '',
      '1/2!',
    ]);
  });

  test('draws as much of a night as lies on the day, and its breaks', () => {
    const [before, own] = sheet(TUESDAY).rows;
    expect(before.bar).toEqual({ from: 0, to: 360 });
    expect(own).toMatchObject({ bar: { from: 420, to: 900 }, breaks: [{ from: 660, to: 690 }] });
  });

  test('of one shift, of none, and published as it stands', () => {
    expect(sheet(MONDAY + 2)).toMatchObject({ drafts: 1, of: 1 });
    expect(sheet(MONDAY + 2).sum).toContain('1 shift from this day');
    expect(sheet(MONDAY + 4)).toMatchObject({ rows: [], of: 0, marks: [] });
    expect(sheet(TUESDAY, [night, early, open]).drafts).toBe(0);
  });
});
