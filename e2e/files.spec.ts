import { readFileSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import ExcelJS from 'exceljs';
import { pagesOf } from '../src/formats/pdf/testing';
import { seriousFaults } from './axe';
import { DemoServer, WEEK } from './server';

// What leaves the house and comes into it: sheets, workbooks, files of shifts.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const notice = (page: Page) => page.locator('[data-sonner-toast]').first();

/** What is downloaded by pressing a link. */
async function downloaded(page: Page, link: string): Promise<{ name: string; bytes: Uint8Array }> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: link, exact: true }).click();
  const file = await waiting;
  return { name: file.suggestedFilename(), bytes: new Uint8Array(readFileSync(await file.path())) };
}

test('a week goes on paper as a sheet, a PDF, a page each, and a workbook', async ({ page, context }) => {
  await server.signIn(context);
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do' })).toBeVisible();
  await page.keyboard.type('table of the week');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '23–29 November 2026' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Paper' }).selectOption('Letter, portrait');
  await expect(page).toHaveURL(/paper=letter-portrait/);
  const pdf = await downloaded(page, 'PDF');
  expect(pdf.name).toBe('Quay Bistro 23–29 November 2026.pdf');
  const [sheet] = pagesOf(pdf.bytes);
  for (const text of ['Noor Haddad', '30 of 62 shifts are drafts', 'Regatta']) expect(sheet).toContain(text);
  const each = pagesOf((await downloaded(page, 'PDF, a page each')).bytes);
  const rows = await page.getByRole('rowheader').allTextContents();
  expect(each.length).toBe(rows.filter((name) => !/^(Open shifts|In all)$/.test(name)).length);
  const workbook = await downloaded(page, 'XLSX');
  expect(workbook.name).toBe('Quay Bistro 2026-11-23.xlsx');
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(workbook.bytes.buffer as ArrayBuffer);
  expect(book.getWorksheet('Shifts')!.rowCount).toBe(63);

  await page.getByRole('link', { name: 'Month', exact: true }).click();
  await page.getByRole('link', { name: 'Noor Haddad' }).first().click();
  await expect(page.getByRole('heading', { name: 'Noor Haddad, November 2026' })).toBeVisible();
  expect((await downloaded(page, 'PDF')).name).toBe('Quay Bistro Noor Haddad, November 2026.pdf');
  await page.getByRole('link', { name: 'Later' }).click();
  await expect(page.getByRole('heading', { name: 'Noor Haddad, December 2026' })).toBeVisible();
  expect(page.url()).toContain('paper=letter-portrait');
});

test('on paper heads stand on every page, with its number and no control of the screen', async ({
  page,
  context,
}) => {
  await server.signIn(context);
  await page.goto(`${server.url}/print/bistro/${WEEK}/month?paper=a4-landscape`);
  const pages = pagesOf(new Uint8Array(await page.pdf({ preferCSSPageSize: true })));
  expect(pages.length).toBeGreaterThan(1);
  pages.forEach((text, i) => {
    expect(text).toContain('November 2026 · Quay Bistro');
    expect(text).toMatch(new RegExp(`${i + 1}\\s*/\\s*${pages.length}`));
    expect(text).toMatch(/Su\s+Mo\s+Tu/);
    expect(text).not.toContain('Back to the week');
  });
});

test('paper is light, also where the screen is dark', async ({ page, context }) => {
  await server.signIn(context);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(`${server.url}/print/bistro/${WEEK}`);
  const [ink, role] = await page.evaluate(() => [
    getComputedStyle(document.querySelector('h1')!).color,
    getComputedStyle(document.querySelector('[data-ink]')!).getPropertyValue('--role'),
  ]);
  expect(ink).toBe('rgb(27, 36, 48)');
  // The ink of a role on light ground.
  expect(parseInt(role.trim().slice(1, 3), 16)).toBeLessThan(160);
});

test('staff take their own month, without drafts', async ({ page, context }) => {
  await server.signIn(context, 'demo-noor');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/me/you`);
  const { name, bytes } = await downloaded(page, 'November 2026 as a PDF');
  expect(name).toBe('Noor Haddad, November 2026.pdf');
  const [text] = pagesOf(bytes);
  expect(text).toContain('Noor Haddad, November 2026');
  expect(text).not.toContain('draft');
  expect((await page.request.get(`${server.url}/api/print/bistro/${WEEK}/week`)).status()).toBe(403);
});

test('a spreadsheet of people by days: a fault is named and mended, all comes in and goes again', async ({
  page,
  context,
}) => {
  await server.signIn(context);
  await page.goto(`${server.url}/plan/bistro/2026-11-30`);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do' })).toBeVisible();
  await page.keyboard.type('import shifts');
  await page.keyboard.press('Enter');
  const lines = [
    'Week 49,,,,',
    'Name,Mon,Tue,Wed,Thu',
    'Noor Haddad,9-5,OFF,9-1 / 6-10,hol',
    'teo,7-15 kitchen,,22-24,0-6',
    'Ilse,nine to five,15-23:30,,',
  ];
  await page.setInputFiles('input[type=file]', {
    name: 'week 49.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(lines.join('\r\n')),
  });
  await expect(
    page.getByRole('heading', { name: /2 new, 0 changed, 0 as they are, 1 faulty/ }),
  ).toBeVisible();
  const faulty = page.getByRole('row').filter({ hasText: 'faulty' });
  await expect(faulty).toContainText('B5, Mon: "nine to five" is no time');
  await expect(page.getByRole('region', { name: 'Import the rows' })).toContainText(
    'Quay Bistro, 30 Nov–6 Dec',
  );
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('textbox', { name: 'Mon, B5' }).fill('9-17');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /3 new, 0 changed, 0 as they are$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Import 3' }).click();
  await expect(page).toHaveURL(/\/plan\/bistro\/2026-11-30$/);
  const bars = page.getByRole('grid').locator('[data-shift]');
  await expect(page.getByRole('grid')).toContainText('22–6');
  await notice(page).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('grid')).not.toContainText('22–6');
  await expect(bars).toHaveCount(0);
});
