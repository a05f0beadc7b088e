import { describe, expect, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { judge } from '@/core/consequences/judge';
import type { Plan, Shift } from '@/core/plan/types';
import { MONDAY, available, person, plan, shift } from '@/core/testing';
import { Row } from './row';
import { scaleOf } from './scale';
import { OPEN_ROW, rowOf } from '@/core/grid/cell';

const early = shift('ann', 0, '9-17', { label: 'Opening' });
const late = shift('ann', 1, '17-22', { role: 'floor', note: '<i>x</i>' });
const week = plan({
  people: [
    person('ann', {
      name: 'Ann <b>',
      contractMinutes: 600,
      availability: [available([0, 1], '8-24')],
      leave: [{ id: 'l', from: (MONDAY + 3) * 1440, to: (MONDAY + 4) * 1440, state: 'approved' }],
    }),
  ],
  shifts: [early, late, shift('ann', 2, '9-12'), shift(null, 2, '9-17'), shift(null, 2, '10-18')],
});
const roleStyles = new Map([
  ['bar', { name: 'Bar', mark: 'BA', ink: 'moss' }],
  ['floor', { name: 'Floor', mark: 'FL', ink: 'plum' }],
]);

function draw(
  row: number,
  more: Partial<Parameters<typeof Row>[0]> = {},
  of: Plan = week,
  width = 840,
  days = 7,
) {
  return renderToStaticMarkup(
    <Row
      row={row === 1 ? OPEN_ROW : rowOf('ann')}
      position={row}
      top={0}
      height={34}
      state={judge(of).people[row]}
      scale={scaleOf({ from: 480, to: 1440 }, 0, days, width)}
      roleStyles={roleStyles}
      published={new Map()}
      asked={new Map()}
      proposed={new Set()}
      hourFormat="24"
      active={-1}
      firstSelected={-1}
      lastSelected={-1}
      dragged={null}
      matched={null}
      {...more}
    />,
  );
}
const labels = (html: string) => [...html.matchAll(/aria-label="([^"]*)"/g)].map(([, label]) => label);
const bars = (html: string) => html.split('class="bar"').slice(1);

describe('a row', () => {
  test('draws what is only proposed apart, says so, and lets nobody pull at it', () => {
    const proposed = new Set([early.id]);
    const html = draw(0, { proposed });
    const [first, second] = bars(html);
    expect(first).toContain('data-proposed="true"');
    expect(first).not.toContain('data-grip');
    expect(second).not.toContain('data-proposed');
    expect(labels(html)[0]).toContain(', proposed');
  });

  test('marks the corner of a shift about which something is asked for, and says what', () => {
    const text = 'Ann gives Tue 23, 17:00–22:00 Floor up';
    const asked = new Map([[late.id, [{ id: 'r', text, owner: null, shifts: [late.id], isMine: true }]]]);
    const html = draw(0, { asked });
    expect(bars(html).map((bar) => bar.includes('class="ear"'))).toEqual([false, true, false]);
    expect(labels(html)[1]).toContain(`Asked for: ${text}`);
    expect(bars(draw(0)).some((bar) => bar.includes('class="ear"'))).toBe(false);
    // Where a day is too narrow for true lengths too.
    expect(bars(draw(0, { asked }, week, 280))[1]).toContain('class="ear"');
  });

  test('says of every day what stands in it, and whether staff know', () => {
    const published = new Map([[early.id, early]]);
    expect(labels(draw(0, { published })).slice(0, 5)).toEqual([
      'Ann &lt;b&gt;, Mon 22: 9:00–17:00 Bar. Opening, published',
      'Ann &lt;b&gt;, Tue 23: 17:00–22:00 Floor. &lt;i&gt;x&lt;/i&gt;, draft',
      'Ann &lt;b&gt;, Wed 24: 9:00–12:00 Bar, draft; not available',
      'Ann &lt;b&gt;, Thu 25: on leave; not available',
      'Ann &lt;b&gt;, Fri 26: not available',
    ]);
  });

  test('of open shifts counts them', () => {
    const html = draw(1);
    expect(html).toContain('2 to fill, 16 h');
    expect(bars(html)).toHaveLength(2);
    expect(draw(1, {}, { ...week, shifts: [early] })).toContain('none to fill');
  });

  test('tells who is over their contract by more than colour', () => {
    expect(draw(0)).toMatch(/font-semibold[^>]*>16/);
  });

  test('names what people wrote as text, never as markup', () => {
    expect(draw(0)).not.toMatch(/<b>|<i>x/);
  });

  test('marks the active cell and those selected', () => {
    const html = draw(0, { active: 2, firstSelected: 1, lastSelected: 3 });
    expect(html.match(/data-active="true"/g)).toHaveLength(1);
    expect(html.match(/aria-selected="true"/g)).toHaveLength(3);
  });
});

describe('a bar', () => {
  test('is drawn in pencil until it is published as it is', () => {
    const pencils = (published: Map<string, Shift>) =>
      bars(draw(0, { published })).map((bar) => bar.includes('data-pencil'));
    expect(pencils(new Map())).toEqual([true, true, true]);
    expect(pencils(new Map([[early.id, early]]))).toEqual([false, true, true]);
    expect(pencils(new Map([[early.id, { ...early, to: 960 }]]))).toEqual([true, true, true]);
  });

  test('shows where it stood when staff were told of another place', () => {
    expect(draw(0, { published: new Map([[early.id, { ...early, to: 960 }]]) })).toContain('class="was"');
    expect(draw(0, { published: new Map([[early.id, early]]) })).not.toContain('class="was"');
  });

  test('carries the worst of its snags as a mark', () => {
    const html = bars(draw(0))[2];
    expect(html).toContain('data-severity="stop"');
  });

  test('says less where there is less room, and never more than fits', () => {
    const said = (width: number) =>
      bars(draw(0, {}, week, width))[0]
        .split('</div>')[0]
        .replace(/^[^>]*>/, '')
        .replace(/<[^>]*>/g, ' ')
        .trim()
        .replace(/\s+/g, ' ');
    expect(said(2100)).toBe('9–17 Bar · Opening');
    expect(said(960)).toBe('9–17 BA · Opening');
    expect(said(700)).toBe('9–17 Bar');
    expect(said(420)).toBe('9–17 Bar');
  });

  test('runs out at the edge with an arrow and its times, and keeps no grip there', () => {
    const night = shift('ann', 0, '22-30');
    const [bar] = bars(draw(0, {}, { ...week, shifts: [night] }));
    expect(bar).toContain('data-out="to"');
    expect(bar).toContain('6›');
    expect(bar).toContain('data-grip="from"');
    expect(bar).not.toContain('data-grip="to"');
    const [early] = bars(draw(0, {}, { ...week, shifts: [shift('ann', 0, '2-6')] }));
    expect(early).toContain('data-out="from "');
    expect(early).toContain('‹2');
  });

  test('is a mark with its hours where four weeks are shown', () => {
    const html = draw(0, {}, week, 28 * 30, 28);
    expect(bars(html)[0]).toContain('9–17');
    expect(html).not.toContain('data-grip');
  });

  test('of a split day stands beside the other half, where days are narrow too', () => {
    const split = { ...week, shifts: [shift('ann', 0, '9-13'), shift('ann', 0, '17-22')] };
    for (const [width, days] of [
      [840, 7],
      [28 * 30, 28],
    ]) {
      const boxes = bars(draw(0, {}, split, width, days)).map((bar) =>
        ['left', 'width', 'top', 'height'].map((name) =>
          Number(new RegExp(`${name}:([\\d.]+)`).exec(bar)![1]),
        ),
      );
      expect(boxes).toHaveLength(2);
      const [[left, size, top, height], [otherLeft, , otherTop]] = boxes;
      expect(otherLeft >= left + size || otherTop >= top + height).toBe(true);
    }
  });
});
