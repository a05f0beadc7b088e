import { readFileSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer, WEEK } from './server';

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

const bar = (page: Page) => page.getByRole('region', { name: 'Not saved yet' });
const open = (page: Page, section: string) => goReady(page, `${server.url}/setup/bistro${section}`);

test('needs are painted by drag and key, and what is asked for and what follows is said before saving', async ({
  page,
}) => {
  await open(page, '/needs');
  const canvas = page.getByRole('application', { name: /^Needs of the week/ });
  await expect(page.getByText('447 h of 435 h')).toBeVisible();
  await canvas.focus();
  await page.keyboard.press('ArrowDown');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('3');
  await expect(page.getByText('453 h of 435 h')).toBeVisible();
  await expect(bar(page)).toContainText(/Quay Bistro, 23–29 November: opens [\d½¼¾:]+ h of gaps/);
  await expect(bar(page)).toContainText('Mon 23 9:00–11:00, Bar: nobody is on, 3 needed.');
  const box = (await canvas.boundingBox())!;
  await page.mouse.move(box.x + 400, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 440, box.y + 60, { steps: 4 });
  await page.mouse.up();
  expect(await seriousFaults(page)).toEqual([]);
  await bar(page).getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByText('447 h of 435 h')).toBeVisible();
});

test('needs are suggested from sales pasted from a spreadsheet, inside opening hours', async ({ page }) => {
  await open(page, '/needs');
  await page.getByText('Suggest needs from expected sales').click();
  // 52 an hour for each: 100 asks for two people, 260 for five, nothing for the fewest there may be.
  await page.getByLabel('Sales from 9:00, Monday').evaluate((cell) => {
    const data = new DataTransfer();
    data.setData('text', '100\t\n260\t52');
    cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByLabel('Sales from 10:00, Tuesday')).toHaveValue('52');
  await page.getByRole('button', { name: 'Suggest', exact: true }).click();
  const everybody = page.getByRole('application');
  await expect(everybody.getByTitle('2 people').last()).toBeVisible();
  await expect(everybody.getByTitle('5 people')).toHaveCount(1);
  await expect(bar(page)).toContainText('Quay Bistro, 23–29 November');
  await bar(page).getByRole('button', { name: 'Discard' }).click();
});

test('a variant for a date leaves the usual week alone', async ({ page }) => {
  await open(page, '/needs');
  await page.getByLabel('Name of a variant').fill('Regatta weekend');
  await page.getByLabel('First date of the variant').fill('2026-11-28');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('radio', { name: 'Regatta weekend · Sat 28 November' })).toBeChecked();
  await page.getByRole('application').focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('PageDown');
  await page.keyboard.press('5');
  await expect(bar(page)).toContainText('Sat 28 9:00–9:30, Kitchen');
  await bar(page).getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.locator('aside li').filter({ hasText: 'Sat 28 9:00–9:30' }).first()).toBeVisible();
});

test('week start and block size change every view at once, and lose nothing', async ({ page }) => {
  await open(page, '/site');
  await page.getByLabel('The week starts on').selectOption('Sunday');
  await page.getByLabel('Coverage is counted in blocks of').selectOption('1 h');
  await bar(page).getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await page.goto(`${server.url}/plan/bistro/now`);
  await expect(page.getByRole('columnheader').nth(1)).toHaveAccessibleName(/^Sun 22 November/);
  await expect(page.getByRole('gridcell', { name: /Bram de Wit, Mon 23: 7:00–15:00/ })).toBeVisible();
  await open(page, '/site');
  await page.getByLabel('The week starts on').selectOption('Monday');
  await page.getByLabel('Coverage is counted in blocks of').selectOption('30 min');
  await bar(page).getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
});

test('rules read as sentences; a limit changed shows the snags it makes, an unreadable one stays', async ({
  page,
}) => {
  await open(page, '/rules');
  const rest = page.getByLabel('Short rest', { exact: true });
  await rest.fill('lots');
  await rest.blur();
  await expect(page.getByRole('alert').filter({ hasText: 'Type hours' })).toBeVisible();
  await expect(rest).toHaveValue('lots');
  await rest.fill('16');
  await rest.blur();
  await expect(bar(page)).toContainText('the rule here is 16 h');
  await page.getByLabel('Severity of Short rest').selectOption('off');
  await expect(bar(page)).toContainText('clears');
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Control+s');
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await page.locator('[data-sonner-toast]').first().getByRole('button', { name: 'Undo' }).click();
  await expect(rest).toHaveValue('11');
});

test('a week goes out as a plan file and comes in as a week and as a site; a faulty file says all its faults', async ({
  page,
}) => {
  await open(page, '/plan-file');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Export/ }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  const pick = (name: string, content: string) =>
    page
      .getByLabel('Plan file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await pick('broken.json', text.replace('"bar"', '"baar"'));
  await expect(page.getByRole('alert').filter({ hasText: 'is not taken' })).toContainText('no role "bar"');
  await pick('week.json', text);
  await expect(page.getByText(/^Quay Bistro, .*18 people, 4 roles/)).toBeVisible();
  await expect(page.getByText(/30 Nov–6 Dec: \+\d/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('radio', { name: /^All of it as a new site/ }).check();
  await page.getByLabel('Name of the new site').fill('Second Quay');
  await page.getByRole('button', { name: 'Create the site' }).click();
  await expect(page).toHaveURL(/\/plan\/second-quay\//);
  await expect(page.getByRole('heading', { name: /^\d+ snags$/ })).toBeVisible();
});

test('public holidays are chosen one by one; what one does to a planned week is shown before it is kept', async ({
  page,
}) => {
  await goReady(page, `${server.url}/setup/bistro/holidays`);
  await page.getByRole('combobox', { name: 'Country' }).fill('Germany');
  await page.getByRole('option', { name: 'Germany', exact: true }).click();
  await page.getByRole('combobox', { name: 'Part of the country' }).selectOption('Bayern');
  await expect(page.getByRole('cell', { name: 'Epiphany', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Add a day of your own' }).click();
  await page.getByRole('textbox', { name: /^Name of the holiday on/ }).fill('Harbour Day');
  await expect(bar(page)).toContainText(/closed/i);
  await page.getByRole('button', { name: 'The year after' }).click();
  await page.getByRole('button', { name: 'Keep all 12 of 2027' }).click();
  await page.getByRole('checkbox', { name: /^Epiphany on/ }).uncheck();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: /Holidays/ })).toContainText('14 ahead');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('grid')).toContainText('Harbour Day');
});
