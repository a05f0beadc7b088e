import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { DemoServer, WEEK } from './server';

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

/** Every page there is, by its address, with what it is known by. */
const PAGES: readonly (readonly [string, string | RegExp])[] = [
  ['/setup/bistro', 'Missing for a good plan'],
  ...[
    'site',
    'hours',
    'holidays',
    'leave',
    'leave-limits',
    'requests',
    'roles',
    'needs',
    'rules',
    'goals',
    'clock',
    'devices',
    'activities',
    'payroll',
    'templates',
    'patterns',
    'plan-file',
    'colleagues',
    'used',
  ].map((section) => [`/setup/bistro/${section}`, /./] as const),
  ['/people/bistro', '18 people'],
  ['/people/all', /people$/],
  ['/people/bistro/priya', 'Priya Nair'],
  ['/people/bistro/priya/own-page', 'As Priya Nair sees it'],
  ['/people/bistro/import', 'Import people'],
  [`/people/bistro/availability/${WEEK}`, /./],
  [`/plan/bistro/${WEEK}`, 'Plan of Quay Bistro'],
  ['/plan/bistro/2026-11-30/start', /^Start week/],
  [`/plan/bistro/${WEEK}/publish?weeks=2`, /^Publish 23 Nov–6 Dec/],
  [`/print/bistro/${WEEK}`, /Mon 23 November/],
  [`/print/bistro/${WEEK}/week`, /./],
  [`/print/bistro/${WEEK}/month`, 'November 2026'],
  [`/print/bistro/${WEEK}/month/noor?paper=letter-portrait`, 'Noor Haddad, November 2026'],
  [`/plan/bistro/${WEEK}/import`, 'Import shifts'],
  ...['', '/decided', '/calendar', '/balances'].map(
    (part) => [`/requests/bistro${part}`, /^Requests at Quay Bistro/] as const,
  ),
  ['/jobs/dockside?from=2026-11-23', '23–29 November'],
  [`/print/dockside/${WEEK}/crews`, 'Engine, Mon 23 November'],
  ['/jobs/dockside/rounds', 'Rounds'],
  ['/jobs/dockside/customers', 'Customers'],
  ['/jobs/dockside/money', 'Money'],
  ['/setup/dockside/jobs', /Jobs and crews/],
  ['/today', 'Today, all sites'],
  ['/today/bistro', 'Tue 24 November'],
  ['/hours/bistro?on=2026-11-16', '16–22 November'],
  ['/hours/bistro/report?from=2026-11-16&to=2026-11-22&by=person,date', 'Report of hours'],
  ['/clock', 'Pair this device'],
  ['/start', /./],
  ['/account', 'Runa Deering'],
  ['/accounts', 'Who can sign in'],
  ['/accounts/sheet', 'Codes to hand out'],
  ['/outbox', 'Outbox'],
  ['/forgot', 'A new password'],
  ['/join', 'Use a code'],
  ['/kit', /./],
];

async function open(page: Page, address: string, heading: string | RegExp): Promise<void> {
  await page.goto(server.url + address);
  await expect(page.getByRole('heading', { name: heading }).first()).toBeAttached();
  await expect(page.locator('[data-ready="false"]')).toHaveCount(0);
}

/** What reaches past the right edge and is not scrolled inside something of its own that may be. */
async function wider(page: Page): Promise<string[]> {
  return page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('html, body, main')]
      .filter((element) => element.scrollWidth > element.clientWidth + 1)
      .map((element) => `${element.tagName} ${element.scrollWidth} > ${element.clientWidth}`),
  );
}

/** What axe finds on a page in both themes and on a phone, and what reaches past its edge there. */
async function faultsOf(page: Page, address: string, heading: string | RegExp): Promise<string[]> {
  // A colour on its way from one to another is neither.
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await page.setViewportSize({ width: 1280, height: 800 });
  await open(page, address, heading);
  const faults = await seriousFaults(page);
  // Another theme changes nothing but colours, and another width everything but them: each is looked at for that alone.
  // Paper is light, whatever the screen is.
  if (!address.startsWith('/print')) {
    await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
    faults.push(...(await seriousFaults(page, 'contrast')).map((fault) => `dark: ${fault}`));
  }
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.locator('[data-ready="false"]')).toHaveCount(0);
  const narrow = await seriousFaults(page, 'all but contrast');
  // On a phone it is read without scrolling sideways; sheets and the gallery are not made for one.
  if (!/^\/(print|kit)/.test(address)) narrow.push(...(await wider(page)));
  return [...faults, ...narrow.map((fault) => `390 wide: ${fault}`)].map((fault) => `${address} ${fault}`);
}

const AREAS = ['setup', 'people', 'plan', 'print', 'requests'];
for (const area of [...AREAS, null])
  test(`axe finds no serious fault on ${area ? `pages of ${area}` : 'the other pages'}, in either theme, wide or narrow`, async ({
    page,
  }) => {
    test.setTimeout(180_000);
    const faults: string[] = [];
    for (const [address, heading] of PAGES) {
      const of = address.split('/')[1];
      if (area === null ? !AREAS.includes(of) : of === area)
        faults.push(...(await faultsOf(page, address, heading)));
    }
    expect(faults).toEqual([]);
  });

test('on a phone the plan is a list of a day, and a table folds', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, `/plan/bistro/${WEEK}`, 'Tue 24 November');
  const lines = page.getByRole('list', { name: 'On this day' }).getByRole('listitem');
  await expect(lines.first()).toContainText(/^7:00–15:00.*Lead/);
  await page.getByRole('button', { name: /^Wed 25 November/ }).click();
  await expect(page.getByRole('heading', { name: 'Wed 25 November' })).toBeVisible();
  await expect(page.getByText('Wed 25 7:00–14:00, Kitchen: nobody is on, 1 needed.')).toBeVisible();
  await expect(lines.filter({ hasText: 'Open' })).toContainText('7:00–15:00');
  await expect(page.getByRole('main')).toContainText(/On leave: .*Caio Duarte/);
  await page.getByRole('link', { name: 'Week after' }).click();
  await expect(page.getByText('Nobody is on, and no shift is open.')).toBeVisible();

  await open(page, '/people/bistro', '18 people');
  const person = page.getByRole('row').filter({ hasText: 'Anouk Vesper' });
  const cells = person.getByRole('cell');
  const [name, number] = await Promise.all([cells.nth(1).boundingBox(), cells.nth(2).boundingBox()]);
  expect(number!.y).toBeGreaterThanOrEqual(name!.y + name!.height - 1);
  expect(await cells.nth(2).getAttribute('data-label')).toBe('Number');

  // A request takes the place of the list it was chosen from.
  await open(page, '/requests/bistro', /^Requests at/);
  const request = page.getByRole('button', { name: /^Fleur Okafor/ });
  await request.click();
  await expect(page.getByRole('heading', { name: 'Fleur Okafor asks' })).toBeInViewport();
  await expect(request).toBeHidden();
  await page.getByRole('button', { name: 'Back to the list' }).click();
  await expect(request).toBeVisible();
});

test('at 200% zoom ten people are in sight, and what stands beside the canvas is laid over it', async ({
  page,
}) => {
  // A window of 1280 by 800 has half of that in pixels of the style sheet.
  await page.setViewportSize({ width: 640, height: 400 });
  await open(page, `/plan/bistro/${WEEK}`, 'Plan of Quay Bistro');
  await expect(page.getByRole('grid')).toBeVisible();
  const inSight = await page.evaluate(() => {
    const heads = document.querySelector('[role="columnheader"]')!.getBoundingClientRect();
    const open = document.querySelector('[data-row="open"]')!.getBoundingClientRect();
    const foot = Math.min(open.top, window.innerHeight);
    return [...document.querySelectorAll('[data-row^="person"]')].filter((row) => {
      const { top, bottom } = row.getBoundingClientRect();
      return top >= heads.bottom - 1 && bottom <= foot + 1;
    }).length;
  });
  expect(inSight).toBeGreaterThanOrEqual(10);
  expect(await wider(page)).toEqual([]);
  await page.getByRole('button', { name: /^\d+ snags?$/ }).click();
  await expect(page.getByRole('complementary', { name: 'Snags and selection' })).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('complementary', { name: 'Snags and selection' })).toBeHidden();
  await page.keyboard.type('9-12');
  await expect(page.locator('#typed-outcome')).toContainText('9:00–12:00');
});
