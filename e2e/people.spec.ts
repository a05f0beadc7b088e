import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer, WEEK } from './server';

const server = new DemoServer();
test.beforeAll(() => server.begin('--large'));
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

const notice = (page: Page) => page.locator('[data-sonner-toast]').first();

test('a messy file: three faults are named, the rest is taken, and undone', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/import`);
  const rows = ['Nr;Full name;Role;Hours a week;Start date;Mon;Tue'];
  for (let i = 0; i < 40; i++) rows.push(`X${i};Person ${i};Floor;20,5;2026-12-0${(i % 9) + 1};9-17;off`);
  rows[4] = 'X3;Person 3;Floor;lots;2026-12-01;9-17;off';
  rows[9] = 'X8;Person 8;Floor;20;2026-02-30;9-17;off';
  rows[20] = 'X0;Person 19;Floor;20;;9-17;off';
  await page.setInputFiles('input[type=file]', {
    name: 'staff.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(rows.join('\r\n'), 'latin1'),
  });
  await expect(
    page.getByRole('heading', { name: /37 new, 0 changed, 0 as they are, 3 faulty/ }),
  ).toBeVisible();
  const faults = page.getByRole('row').filter({ hasText: 'faulty' });
  await expect(faults).toHaveCount(3);
  await expect(faults.nth(0)).toContainText('D5, Hours a week: "lots" is no number of hours');
  await expect(faults.nth(1)).toContainText('E10, Start date: there is no date "2026-02-30"');
  await expect(faults.nth(2)).toContainText('A21, Nr: the number X0 is also in row 2');
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Import the 37 without faults' }).click();
  await expect(page).toHaveURL(/\/people\/bistro$/);
  await expect(page.getByRole('heading', { name: '55 people' })).toBeVisible();
  await notice(page).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: '18 people' })).toBeVisible();
});

test('a list that cannot be taken just now, or is far too large, is told in a sentence', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/import`);
  const message = 'The disk of the server is full. Make room there; then it goes on by itself.';
  await page.route('**/api/people/import*', (route) =>
    route.fulfill({
      status: 503,
      json: { ok: false, problem: { code: 'unavailable', message, path: 'full' } },
    }),
  );
  const list = (buffer: Buffer) => ({ name: 'staff.csv', mimeType: 'text/csv', buffer });
  const pick = page.locator('input[type=file]');
  await pick.setInputFiles(list(Buffer.from('Name\nZoe')));
  await expect(page.getByText(message)).toBeVisible();
  await pick.setInputFiles(list(Buffer.alloc(21_000_000, 'x')));
  await expect(page.getByText('staff.csv has 21 MB; at most 20 MB are read.')).toBeVisible();
  await page.unroute('**/api/people/import*');
  await pick.setInputFiles(list(Buffer.from('Name\nZoe')));
  await expect(page.getByRole('heading', { name: /1 new/ })).toBeVisible();
});

test('a change of availability shows what it breaks in planned weeks, and then breaks it', async ({
  page,
}) => {
  await goReady(page, `${server.url}/people/bistro/priya`);
  await page.getByRole('tab', { name: /^Availability/ }).click();
  await page.getByRole('button', { name: 'Set when they can work' }).click();
  const typed = page.getByLabel(/^As text/);
  await typed.fill('Mon-Fri 9-17; not Blursday');
  await expect(page.locator('#typed-week')).toContainText('"Blursday" is no weekday');
  await typed.fill('Mon-Fri 9-17; rather not Fri after 15');
  await typed.press('Enter');
  const bar = page.getByRole('region', { name: 'Not saved yet' });
  await expect(bar).toContainText('Quay Bistro, 23–29 November');
  await expect(bar).toContainText('Priya Nair, Thu 26 15:00–23:00: available until 17:00, 6 h too long.');
  expect(await seriousFaults(page)).toEqual([]);
  await bar.getByRole('button', { name: 'Save' }).click();
  await expect(notice(page)).toContainText('Saved');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(
    page.locator('aside li').filter({ hasText: 'Not available, Priya Nair' }).first(),
  ).toBeVisible();
  await goReady(page, `${server.url}/people/bistro/priya`);
  await page.getByRole('tab', { name: /^History/ }).click();
  await expect(page.getByText('Availability of Priya Nair')).toBeVisible();
  await page.getByRole('listitem').getByRole('button', { name: 'Undo' }).click();
  await expect(notice(page).filter({ hasText: 'Undone: Availability of Priya Nair' })).toBeVisible();
});

test('what is edited and not saved is there again after looking elsewhere', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/caio`);
  await page.getByLabel('Phone').fill('555 0100');
  await page.getByRole('tab', { name: /^History/ }).click();
  await page.getByRole('tab', { name: /^About/ }).click();
  await expect(page.getByLabel('Phone')).toHaveValue('555 0100');
  await page.getByRole('link', { name: 'All people' }).click();
  await page.getByRole('link', { name: 'Caio Duarte' }).click();
  await expect(page.getByLabel('Phone')).toHaveValue('555 0100');
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByLabel('Phone')).toHaveValue('');
  await page.reload();
  await expect(page.getByLabel('Phone')).toHaveValue('');
});

test('availability is painted with the keyboard', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/teo`);
  await page.getByRole('tab', { name: /^Availability/ }).click();
  await page.getByRole('button', { name: 'Set when they can work' }).click();
  await page.getByRole('application', { name: /^Availability of Teo/ }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('a');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('r');
  await expect(page.getByLabel(/^As text/)).toHaveValue('Mon 9-12; rather not Tue 9-12');
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByText('Nothing was said yet')).toBeVisible();
});

test('600 people are filtered, sorted, edited in place and changed together', async ({ page }) => {
  await goReady(page, `${server.url}/people/grounds`);
  await expect(page.getByRole('heading', { name: '600 people' })).toBeVisible();
  await page.getByRole('button', { name: /^Hours a week/ }).click();
  await expect(page.getByRole('columnheader', { name: /^Hours a week/ })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );
  await page.getByLabel('Find').fill('ada abara');
  await expect(page.getByRole('heading', { name: /^1 person/ })).toBeVisible();
  await page.getByRole('button', { name: /^Contract hours of Ada Abara/ }).click();
  const cell = page.getByLabel('Contract hours of Ada Abara');
  await cell.fill('many');
  await cell.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Type hours' })).toBeVisible();
  await expect(cell).toHaveValue('many');
  await cell.fill('31:30');
  await cell.press('Enter');
  await expect(page.getByRole('button', { name: /^Contract hours of Ada Abara: 31½ h/ })).toBeVisible();
  await page.getByLabel('Find').fill('abara');
  await expect(page.getByRole('heading', { name: /^20 people/ })).toBeVisible();
  await page.getByLabel('Choose all that are shown').check();
  await page.getByLabel('What to do').selectOption('Set contract hours to');
  await page.getByLabel('Hours', { exact: true }).fill('25');
  await page.getByLabel('Hours', { exact: true }).press('Enter');
  await expect(page.getByRole('region', { name: 'Change those chosen' })).toContainText(/clears \d+ notes/);
  await page.getByRole('button', { name: 'Change 20' }).click();
  await expect(page.getByRole('button', { name: /^Contract hours of Bo Abara: 25 h/ })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
});

test('who leaves has later shifts turned open, after a look at what that does', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/bram`);
  await page.getByLabel('Last day').fill('2026-11-26');
  const bar = page.getByRole('region', { name: 'Not saved yet' });
  await expect(bar).toContainText('Bram de Wit leaves after Thu 26 November: 1 shift after that turns open.');
  await bar.getByRole('button', { name: 'Save' }).click();
  await expect(notice(page)).toContainText('Saved');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('rowheader', { name: 'Open shifts' })).toContainText('2 to fill');
});

test('who could work is drawn day beside day, and a place says who', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro/availability/${WEEK}`);
  const row = page.getByRole('slider', { name: /^Kitchen: how many could work/ });
  const days = row.locator('svg.skyline-day');
  await expect(days).toHaveCount(7);
  const left = await days.evaluateAll((all) => all.map((one) => one.getBoundingClientRect().left));
  for (let i = 1; i < 7; i++) expect(left[i]).toBeGreaterThan(left[i - 1] + 20);
  await days.nth(3).click();
  await expect(page.getByRole('complementary', { name: 'Who could' })).toContainText(/Thu 26/);
});
