import { describe, expect, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { NO_DETAIL } from '@/core/plan/types';
import { MONDAY, person, plan, shift } from '@/core/testing';
import { DAY } from '@/core/time/span';
import { payloadOf } from '../plan/testing';
import { WeekSheet } from './week-sheet';

const early = shift('ann', 1, '7-15', {
  label: '<b>Opening</b>',
  note: 'private',
  detail: { ...NO_DETAIL, station: 'Pass' },
});
const leave = (state: 'approved' | 'waiting') => ({
  id: state,
  from: (MONDAY + 3) * DAY + 600,
  to: (MONDAY + 3) * DAY + 720,
  state,
});
const week = plan({
  people: [
    person('ann', { name: 'Ann Bo' }),
    person('bo', { name: 'Bo Cy', leave: [leave('approved')] }),
    person('cy', { name: 'Cy Di', leave: [leave('waiting')] }),
  ],
  shifts: [early, shift('ann', 2, '22-30'), shift(null, 1, '15-23', { role: 'floor' })],
});
const sheet = (more: Parameters<typeof payloadOf>[1] = {}) =>
  renderToStaticMarkup(<WeekSheet payload={payloadOf(week, more)} back="/back" />);
const rowsOf = (html: string) =>
  html
    .split('<tr')
    .slice(2)
    .map((row) =>
      row
        .replace(/^[^>]*>/, '')
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    );

describe('a week for the wall', () => {
  test('has a row for everybody who works or is away, by days, and for open shifts', () => {
    expect(rowsOf(sheet())).toEqual([
      'Ann Bo 7–15 Bar · &lt;b&gt;Opening&lt;/b&gt; · Pass 22–6 Bar 16 h',
      'Bo Cy away 0 h',
      'Open shifts 15–23 Floor 8 h',
    ]);
  });

  test('tells neither notes nor leave that is only asked for', () => {
    expect(sheet()).not.toContain('private');
    expect(sheet()).not.toContain('Cy Di');
  });

  test('draws dashed what is not published, and says how much', () => {
    expect(sheet()).toContain('3 of 3 shifts are drafts');
    const html = sheet({ published: [early] });
    expect(html).toContain('2 of 3 shifts are drafts');
    expect(html.match(/data-draft/g)).toHaveLength(2);
  });

  test('says that nobody is planned', () => {
    const html = renderToStaticMarkup(
      <WeekSheet payload={payloadOf(plan({ people: [person('ann')] }))} back="/back" />,
    );
    expect(html).toContain('Nobody is planned in this week');
  });
});
