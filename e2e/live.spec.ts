import { type Page, expect, test } from '@playwright/test';
import { goReady, publishWeek } from './ready';
import { DemoServer, WEEK } from './server';

// What one does, others see while they look: in another browser, by another process on the same file, after a restart.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

const cell = (page: Page, who: string, day: string) => page.getByRole('gridcell', { name: `${who}, ${day}` });

async function open(page: Page, at = server): Promise<void> {
  await page.goto(`${at.url}/plan/bistro/${WEEK}`);
  await cell(page, 'Oona Kelly', 'Tue 24').waitFor();
}

async function type(page: Page, who: string, day: string, text: string): Promise<void> {
  await cell(page, who, day).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

test('an edit appears in another browser within a second, without losing what is typed there', async ({
  page,
  browser,
}) => {
  const other = await server.otherPage(browser, 'demo-ilse');
  await open(page);
  await open(other);
  await expect(page.getByTitle('Ilse Brandt has this week open too')).toBeVisible();
  await expect(other.getByTitle('Runa Deering has this week open too')).toBeVisible();
  await cell(other, 'Dario Pellin', 'Tue 24').click();
  await other.keyboard.type('18-2');
  await type(page, 'Oona Kelly', 'Tue 24', '17-20');
  const began = Date.now();
  await expect(cell(other, 'Oona Kelly', 'Tue 24')).toHaveAttribute('aria-label', /17:00–20:00/, {
    timeout: 5000,
  });
  expect(Date.now() - began).toBeLessThan(3000);
  await other.keyboard.type('2');
  await other.keyboard.press('Enter');
  await expect(cell(other, 'Dario Pellin', 'Tue 24')).toHaveAttribute('aria-label', /18:00–22:00/);
  await expect(cell(page, 'Dario Pellin', 'Tue 24')).toHaveAttribute('aria-label', /18:00–22:00/);
  // Whoever goes is gone.
  await other.context().close();
  await page.reload();
  await expect(page.getByTitle('Ilse Brandt has this week open too')).toHaveCount(0);
});

test('another process on the same file is heard too, and a server that stops and comes back', async ({
  page,
  browser,
}) => {
  const beside = server.beside();
  await beside.start();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await beside.signIn(context, 'demo-ilse');
  const other = await context.newPage();
  await open(page);
  await open(other, beside);
  await type(other, 'Oona Kelly', 'Wed 25', '9-12');
  await expect(cell(page, 'Oona Kelly', 'Wed 25')).toHaveAttribute('aria-label', /9:00–12:00/);
  // Open streams do not keep a server from stopping, and they come back by themselves.
  const began = Date.now();
  await server.stop();
  expect(Date.now() - began).toBeLessThan(4000);
  await server.start();
  await type(other, 'Oona Kelly', 'Thu 26', '9-13');
  await expect(cell(page, 'Oona Kelly', 'Thu 26')).toHaveAttribute('aria-label', /9:00–13:00/, {
    timeout: 15_000,
  });
  await context.close();
  await beside.stop();
});

test('staff hear of a publication while they look', async ({ page, browser }) => {
  const staff = await server.otherPage(browser, 'demo-emil');
  await staff.goto(`${server.url}/me/news`);
  await staff.locator('[data-ready="true"]').waitFor();
  await expect(staff.getByRole('article')).toHaveCount(0);
  await publishWeek(page, `${server.url}/plan/bistro/${WEEK}`);
  await expect(staff.getByRole('article')).toContainText('new', { timeout: 5000 });
  await staff.context().close();
});

test('what is done between the making of a page and hearing is not missed', async ({ page, browser }) => {
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/live', async (route) => {
    await held;
    await route.continue();
  });
  await goReady(page, `${server.url}/plan/bistro/${WEEK}/publish`);
  const other = await server.otherPage(browser, 'demo-ilse');
  await open(other);
  await type(other, 'Oona Kelly', 'Fri 27', '9-14');
  await expect(cell(other, 'Oona Kelly', 'Fri 27')).toHaveAttribute('aria-label', /9:00–14:00/);
  const row = page.getByRole('row', { name: /Oona Kelly/ }).filter({ hasText: '9–14' });
  await expect(row).toHaveCount(0);
  release();
  await expect(row).toBeVisible();
  // Another tab of the same browser does not connect by itself, and hears all the same.
  const beside = await page.context().newPage();
  await goReady(beside, `${server.url}/plan/bistro/${WEEK}/publish`);
  await type(other, 'Oona Kelly', 'Sat 28', '9-15');
  await expect(beside.getByRole('row', { name: /Oona Kelly/ }).filter({ hasText: '9–15' })).toBeVisible();
  await other.context().close();
});
