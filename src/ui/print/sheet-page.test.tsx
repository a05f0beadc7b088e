import { describe, expect, jest, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { daySheet } from '@/core/sheets/day-sheet';
import { groundOf } from '@/core/sheets/testing';
import { monthSheet, weekSheet } from '@/core/sheets/week-sheet';
import { MONDAY, person, plan, shift } from '@/core/testing';

jest.unstable_mockModule('next/navigation', () => ({
  useRouter: () => ({ replace: () => undefined }),
  usePathname: () => '/print/bistro/2027-03-22/week',
}));
const { SheetPage } = await import('./sheet-page');

const early = shift('ann', 1, '7-15', { label: '<b>Opening</b>' });
const ground = (published = [] as (typeof early)[]) =>
  groundOf(
    plan({
      people: [person('ann', { name: 'Ann </style><i>Bo' })],
      shifts: [early, shift('ann', 2, '9-17')],
    }),
    published,
  );
type Props = Parameters<typeof SheetPage>[0];
const drawn = (sheet: Props['sheet'], more: Partial<Props> = {}) =>
  renderToStaticMarkup(
    <SheetPage
      at="/print/bistro"
      kind="week"
      date={MONDAY}
      person={null}
      paper="a4-landscape"
      sheet={sheet}
      inks={{}}
      back="/plan"
      {...more}
    />,
  );

describe('a sheet', () => {
  test('draws dashed what is not published, and says how much', () => {
    const html = drawn(weekSheet(ground([early])));
    expect(html).toContain('1 of 2 shifts is a draft, drawn dashed');
    expect(html.match(/data-draft/g)).toHaveLength(1);
    expect(drawn(weekSheet(ground()))).toContain('2 of 2 shifts are drafts');
  });

  test('holds names as data: neither markup nor an end of its style', () => {
    const html = drawn({ ...weekSheet(ground()), title: 'Ann </style><i>"} Bo' });
    expect(html).not.toMatch(/<i>|<b>/);
    expect(html.match(/<\/style>/g)).toHaveLength(1);
    expect(html).toContain('content: "Ann\\20 \\3c \\2f style\\3e \\3c i\\3e \\22 \\7d \\20 Bo');
  });

  test('is asked for on the paper that was chosen, from its neighbours too', () => {
    const html = drawn(monthSheet(ground(), MONDAY), { kind: 'month', paper: 'letter-portrait' });
    expect(html).toContain('size: letter portrait');
    expect(html).toContain('href="/print/bistro/2027-02-01/month?paper=letter-portrait"');
    expect(html).toContain('href="/print/bistro/2027-04-01/month?paper=letter-portrait"');
    expect(html).toContain('href="/api/print/bistro/2027-03-22/month?paper=letter-portrait&amp;each=true"');
    expect(html).toContain('href="/print/bistro/2027-03-22/month/ann?paper=letter-portrait"');
    expect(html.match(/<table/g)).toHaveLength(2);
  });

  test('of nobody says so, and offers no file', () => {
    const none = groundOf(plan({ people: [person('ann')] }));
    expect(drawn(weekSheet(none))).toContain('Nobody is planned in this week.');
    expect(drawn(daySheet(none, MONDAY, null), { kind: 'day' })).toContain('Nobody is planned on this day.');
    expect(drawn(weekSheet(none))).not.toContain('PDF');
  });
});
