import { describe, expect, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { judge } from '@/core/consequences/judge';
import { NO_DETAIL } from '@/core/plan/types';
import { MONDAY, need, person, plan, shift } from '@/core/testing';
import { payloadOf } from '../plan/testing';
import { dayLines, hoursOf } from './day-lines';
import { DaySheet } from './day-sheet';

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

const sheet = (date: number, more: Parameters<typeof payloadOf>[1] = {}) =>
  renderToStaticMarkup(<DaySheet payload={payloadOf(week, more)} date={date} back="/back" />);
/** The text of a page, a space for every tag. */
const textOf = (html: string) =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

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
    const text = textOf(sheet(TUESDAY));
    expect(text).toContain('3 of 3 shifts are drafts');
    expect(text).toContain('Bo Cy 22:00–6:00 Bar, since Mon 22');
    expect(text).toContain(
      'Ann Bo 7:00–15:00 Bar Opening · Pass · &lt;b&gt;Ovens&lt;/b&gt; · Delivery 8:00–8:45 · break 11:00–11:30 ☐ Ovens on',
    );
    expect(text).toContain('Open 15:00–23:00 Floor');
    expect(text).toContain('2 shifts from this day, 7½ h paid.');
    expect(text).toMatch(/Bar (?:1\/0 ){6}/);
    expect(text).toContain('1/2');
  });

  test('what people wrote is never markup', () => {
    const html = sheet(TUESDAY, { daybook: [{ date: TUESDAY, note: '<script>alert(1)</script>' }] });
    expect(html).not.toMatch(/<script|<b>/);
    expect(html).toContain('&lt;script&gt;');
  });

  test('of one shift, and of none, are said right', () => {
    expect(textOf(sheet(MONDAY + 2))).toContain('1 of 1 shift is a draft');
    expect(textOf(sheet(MONDAY + 2))).toContain('1 shift from this day');
    expect(textOf(sheet(MONDAY + 4))).toContain('Nobody is planned on this day.');
  });

  test('published as it stands has nothing dashed', () => {
    const html = sheet(TUESDAY, { published: [night, early, open] });
    expect(html).not.toContain('dashed');
    expect(html).not.toContain('draft');
  });
});
