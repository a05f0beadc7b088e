import { describe, expect, test } from '@jest/globals';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { NO_DETAIL } from '@/core/plan/types';
import { available, need, person, plan, shift } from '@/core/testing';
import type { PageHeader } from '@/server/plan/payload';
import { ControllerProvider } from '../state/controller';
import { Figures } from '../coverage/figures';
import { PageHeaderProvider } from '../state/header-context';
import { KeysHelp } from '../header/keys-help';
import { CoverPanel } from './cover-panel';
import { RowsPanel } from './rows-panel';
import { BulkPanel } from './bulk-panel';
import { ShiftPanel } from './shift-panel';
import { PlaceDetails } from '../coverage/block-details';
import { Selected } from './selected';
import { SidePanel } from './side-panel';
import { payloadOf, screenOf } from '../testing';
import type { ViewState } from '../state/view-store';
import { rowOf } from '@/core/grid/cell';

// What stands beside the canvas, as it is drawn first.

const header: PageHeader = {
  sites: [{ id: 'bistro', name: 'Quay Bistro', areas: ['setup', 'people', 'plan'] }],
  site: { id: 'bistro', name: 'Quay Bistro', timeZone: 'Europe/Lisbon' },
  week: plan().from,
  weeks: [],
  today: plan().from,
  dates: { order: 'day', weekStart: 0 },
  actor: { id: 'demo-owner', name: 'Runa Deering', isPerson: false, seesAccounts: true, seesOutbox: true },
  may: { publish: true, change: true },
  off: [],
};
const early = shift('ann', 0, '9-17', {
  label: 'Opening',
  note: '<b>note</b>',
  detail: {
    ...NO_DETAIL,
    duties: [{ name: 'Delivery', from: 600, to: 660, oneOff: false }],
    pattern: { id: 'p', key: 'k', originalDate: plan().from, overridden: true },
  },
});
const gap = shift(null, 1, '9-17');
const week = plan({
  people: [
    person('ann', { name: 'Ann <i>', contractMinutes: 2400 }),
    person('bo', { name: 'Bo', availability: [available([1], '9-17', 'rather-not')] }),
    person('cy', { name: 'Cy', roles: [{ role: 'floor', until: null, hourlyRate: null }] }),
  ],
  needs: [need('bar', 0, '9-17', 2), need('floor', 2, '12-14')],
  shifts: [early, gap, shift('bo', 0, '12:15-20')],
  rules: { breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }] },
});

/** The text of what is drawn, a space for every tag; and what was drawn. */
function draw(what: ReactNode, look: Partial<ViewState> = {}, more: Parameters<typeof payloadOf>[1] = {}) {
  const { controller } = screenOf(week, more);
  // What is drawn on the server is the first state there was.
  const view = { ...controller.view, getInitialState: () => ({ ...controller.view.getState(), ...look }) };
  controller.view.setState(look);
  Object.assign(controller, { view });
  const html = renderToStaticMarkup(
    <PageHeaderProvider value={header}>
      <ControllerProvider value={controller}>{what}</ControllerProvider>
    </PageHeaderProvider>,
  );
  const text = html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return { html, text };
}

describe('coverage as a table', () => {
  test('gives the fewest on and the most needed of each block, and the gap', () => {
    const { text } = draw(<Figures />);
    expect(text).toContain('Bar: people on / people needed');
    expect(text).toMatch(/9:00 −1 1 \/ 2/);
    // From 12:15 there are two; the block of 12:00 shows its lowest.
    expect(text).toMatch(/12:00 −1 1 \/ 2/);
    expect(text).toMatch(/12:30 2 \/ 2/);
  });

  test('of one day by roles, where one day is looked at', () => {
    const { text } = draw(<Figures />, { days: 1, firstDay: 2 });
    expect(text).toContain('Wed 24 March: people on / people needed');
    expect(text).toMatch(/From Bar Floor Everybody/);
    expect(text).toMatch(/12:00 −1 0 \/ 1/);
  });

  test('writes times as the site does', () => {
    expect(draw(<Figures />, {}, { hourFormat: '12' }).text).toMatch(/9am −1 1 \/ 2/);
  });
});

describe('beside the canvas', () => {
  test('offers a start where the week is empty', () => {
    const { controller } = screenOf({ ...week, shifts: [] });
    const html = renderToStaticMarkup(
      <PageHeaderProvider value={header}>
        <ControllerProvider value={controller}>
          <SidePanel />
        </ControllerProvider>
      </PageHeaderProvider>,
    );
    expect(html).toContain('This week is empty');
    expect(html).toContain('/plan/bistro/2027-03-22/start');
  });
});

describe('what is selected', () => {
  test('is told with its hours and pay, and what the next key would do', () => {
    const { text } = draw(<Selected />);
    expect(text).toContain('Ann &lt;i&gt; , Mon 22');
    expect(text).toContain('9:00–17:00 Bar. 7½ h paid, 30 min break, €90.00');
    expect(text).toContain('Del −7½ h · −€90.00 · opens 8 h of gaps');
  });

  test('of several cells is added up', () => {
    const { text } = draw(<Selected />, { anchor: { row: rowOf('bo'), day: 1 } });
    expect(text).toContain('4 cells, 2 shifts, 14¾ h');
    expect(text).toContain('Change them');
  });
});

describe('a place of the skyline', () => {
  test('names who is on, who for a part of it, and what is missing', () => {
    const { text } = draw(<PlaceDetails />, { place: { day: 0, minute: 720 } });
    expect(text).toContain('Mon 22 12:00–12:30');
    expect(text).toContain('Bar 1 on, 2 needed, 1 missing Ann &lt;i&gt;; part of it: Bo');
  });

  test('where nothing is, says so', () => {
    const { text } = draw(<PlaceDetails />, { place: { day: 4, minute: 720 } }, { hourFormat: '12' });
    expect(text).toContain('Fri 26 12pm–12:30pm');
    expect(text).toContain('Nobody is on, and nobody is needed.');
  });
});

describe('panels', () => {
  test('who can cover says what for, and lists nobody before it knows how often they had such shifts', () => {
    const { text } = draw(<CoverPanel shift={gap} isNew={false} />);
    expect(text).toContain('Tue 23 9:00–17:00, Bar, open');
    expect(text).toContain('Looking at everybody');
    expect(text).toContain('Lately: early Tuesdays in the last 13 weeks.');
    expect(text).not.toContain('Bo');
  });

  test('a shift in full says where it comes from and all that is in it', () => {
    const { text, html } = draw(
      <ShiftPanel id={early.id} />,
      {},
      { patterns: [{ id: 'p', name: 'Lead turns', hasWeekdays: false }] },
    );
    expect(text).toContain('From pattern Lead turns, changed by hand');
    expect(html).toContain('value="Delivery"');
    expect(html).toContain('&lt;b&gt;note&lt;/b&gt;');
    for (const label of ['Person', 'Role', 'Times', 'Shift name', 'Station', 'Note'])
      expect(text).toContain(label);
  });

  test('of a shift that is gone says so', () => {
    expect(draw(<ShiftPanel id="gone" />).text).toMatch(/no longer|taken away|gone/i);
  });

  test('rows say what is filtered, and that actions keep to it', () => {
    const { controller } = screenOf(week);
    controller.arrange({ only: 'working' });
    const { arrangement, rows } = controller.view.getState();
    const { text } = draw(<RowsPanel />, { arrangement, rows });
    expect(text).toContain('2 of 3 people are shown: on this week.');
    expect(text).toContain('act on the rows shown');
    controller.arrange({ rowKind: 'needs', only: 'open' });
    const ofNeeds = controller.view.getState();
    const needs = draw(<RowsPanel />, { arrangement: ofNeeds.arrangement, rows: ofNeeds.rows });
    expect(needs.text).toContain('2 of 2 needs are shown: with places to fill.');
    expect(needs.text).not.toContain('Name contains');
  });

  test('several at once say what would change before it is done', () => {
    const { text } = draw(<BulkPanel />, { anchor: { row: rowOf('bo'), day: 0 } });
    expect(text).toContain('2 shifts in the selected cells, 2 rows');
    expect(text).toMatch(/2 of 2 would change: /);
    expect(draw(<BulkPanel />, { active: { row: rowOf('cy'), day: 3 } }).text).toContain(
      'Nothing is chosen yet.',
    );
  });

  test('keys are all told', () => {
    const { text } = draw(<KeysHelp />);
    for (const keys of ['Alt W', 'Alt Enter', 'Alt S', 'Alt R', 'Alt C', 'Ctrl D', 'Ctrl K', 'Ctrl M'])
      expect(text).toContain(keys);
  });
});
