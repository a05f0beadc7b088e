import { type Locator, type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { useDarkTheme } from './ready';
import { DemoServer, WEEK } from './server';

const server = new DemoServer();

test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());
test.beforeEach(async ({ page }) => {
  await openWeek(page, 'bistro');
});

async function openWeek(page: Page, site: string): Promise<void> {
  await page.goto(`${server.url}/plan/${site}/${WEEK}`);
  await expect(page.getByRole('grid')).toBeVisible();
}

const cell = (page: Page, who: string, day: string) =>
  page.getByRole('gridcell', { name: `${who}, ${day}:` });
const hours = (page: Page, who: string) => page.getByRole('rowheader', { name: who });
const snags = (page: Page) => page.locator('aside li');
const hint = (page: Page) => page.locator('.hint');
const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText(/^Saved \d\d:\d\d$/);

async function middle(bar: Locator): Promise<{ x: number; y: number }> {
  const box = (await bar.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

async function dragTo(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 3 });
  await page.mouse.move(to.x, to.y, { steps: 3 });
}

test('the demo shows its snags, and each leads to its place', async ({ page }) => {
  const title = page.getByRole('heading', { name: /^\d snags$/ });
  const count = Number((await title.textContent())!.split(' ')[0]);
  expect(count).toBeGreaterThanOrEqual(5);
  await expect(snags(page)).toHaveCount(count);
  await snags(page).filter({ hasText: 'Short rest' }).getByRole('button').first().click();
  await expect(cell(page, 'Teo Marchetti', 'Sat 28')).toHaveAttribute('data-active', 'true');
  await snags(page).filter({ hasText: 'Gap, Kitchen' }).getByRole('button').first().click();
  await expect(page.getByRole('heading', { name: 'Wed 25 7:00–7:30' })).toBeVisible();
  await expect(page.locator('aside')).toContainText('0 on, 1 needed, 1 missing');
});

test('typing a shift says what it would do, then changes gap and hours', async ({ page }) => {
  await expect(hours(page, 'Teo Marchetti')).toContainText('23 / 40');
  await cell(page, 'Teo Marchetti', 'Wed 25').click();
  await page.keyboard.type('7-3');
  const outcome = page.locator('#typed-outcome');
  await expect(outcome).toContainText('7:00–15:00');
  await expect(outcome).toContainText('+7½ h');
  await expect(outcome).toContainText(/closes .* h of gaps/);
  await page.keyboard.press('Enter');
  await expect(hours(page, 'Teo Marchetti')).toContainText('30½ / 40');
  await expect(snags(page).filter({ hasText: 'Gap, Kitchen' })).toHaveCount(0);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(hours(page, 'Teo Marchetti')).toContainText('23 / 40');
  await page.keyboard.press('Control+Shift+z');
  await expect(hours(page, 'Teo Marchetti')).toContainText('30½ / 40');
  await page.keyboard.press('Control+z');
  await expect(snags(page).filter({ hasText: 'Gap, Kitchen' })).toHaveCount(1);
  await saved(page);
});

test('what cannot be read stays as typed, with the place marked and examples', async ({ page }) => {
  await cell(page, 'Bram de Wit', 'Tue 24').click();
  await page.keyboard.type('9-25');
  const outcome = page.locator('#typed-outcome');
  await expect(outcome).toContainText('there is no hour 25');
  await expect(outcome.locator('mark')).toHaveText('25');
  await expect(outcome).toContainText('Type 9:00–17:00');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Shifts of Bram de Wit' })).toHaveValue('9-25');
  await cell(page, 'Priya Nair', 'Tue 24').click();
  await expect(page.getByRole('textbox', { name: 'Shifts of Bram de Wit' })).toHaveValue('9-25');
  await page.keyboard.press('Escape');
  await expect(cell(page, 'Bram de Wit', 'Tue 24').locator('.bar')).toHaveCount(0);
  await expect(cell(page, 'Priya Nair', 'Tue 24').locator('.bar')).toHaveCount(0);
});

test('two on the same week: edits of different shifts both stand, of the same shift the later is told', async ({
  page,
  browser,
}) => {
  const other = await server.otherPage(browser);
  // It hears nothing of the first until it sends something itself.
  await other.route('**/api/live', (route) => route.abort());
  await openWeek(other, 'bistro');
  await cell(other, 'Bram de Wit', 'Tue 24').click();
  await other.keyboard.type('8-12');
  await other.keyboard.press('Enter');
  await saved(other);
  await cell(page, 'Bram de Wit', 'Thu 26').click();
  await page.keyboard.type('16-23');
  await page.keyboard.press('Enter');
  await saved(page);
  await expect(cell(page, 'Bram de Wit', 'Tue 24').locator('.bar')).toHaveCount(1);
  await cell(other, 'Bram de Wit', 'Thu 26').click();
  await other.keyboard.press('Delete');
  await expect(other.locator('[data-sonner-toast]')).toContainText('somebody else changed this shift');
  await expect(cell(other, 'Bram de Wit', 'Thu 26').locator('.bar')).toHaveAttribute('title', /^16:00–23:00/);
  await other.getByRole('button', { name: 'Do mine on top' }).click();
  await expect(cell(other, 'Bram de Wit', 'Thu 26').locator('.bar')).toHaveCount(0);
  await saved(other);
  await other.context().close();
});

test('a slip of over 16 hours is kept only after a second yes', async ({ page }) => {
  await cell(page, 'Bram de Wit', 'Sun 29').click();
  await page.keyboard.type('0600-2330');
  await page.keyboard.press('Enter');
  await expect(page.locator('#typed-outcome')).toContainText('Press Enter again to keep it');
  await page.keyboard.press('Enter');
  await expect(snags(page).filter({ hasText: 'Doubtful time' })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(snags(page).filter({ hasText: 'Doubtful time' })).toHaveCount(0);
  await saved(page);
});

test('a shift dragged to another person says what that would do, and can be undone', async ({ page }) => {
  const bar = cell(page, 'Priya Nair', 'Thu 26').locator('.bar');
  const target = cell(page, 'Emil Sandhu', 'Thu 26');
  const from = await middle(bar);
  await dragTo(page, from, { x: from.x, y: (await middle(target)).y });
  await expect(hint(page)).toContainText('not available 8 h');
  await page.mouse.up();
  await expect(target.locator('.bar')).toHaveCount(1);
  await expect(cell(page, 'Priya Nair', 'Thu 26').locator('.bar')).toHaveCount(0);
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, 'Priya Nair', 'Thu 26').locator('.bar')).toHaveCount(1);
  await expect(target.locator('.bar')).toHaveCount(0);
  await saved(page);
});

test('dragging onto another shift of a person is refused with that shift named', async ({ page }) => {
  const from = await middle(cell(page, 'Teo Marchetti', 'Fri 27').locator('.bar'));
  const target = await middle(cell(page, 'Tomasz Zielak', 'Fri 27'));
  await dragTo(page, from, { x: from.x, y: target.y });
  await expect(hint(page)).toHaveAttribute('data-refused', 'true');
  await page.mouse.up();
  await expect(page.locator('[data-sonner-toast]')).toContainText('Tomasz Zielak is in two shifts at once');
  await expect(cell(page, 'Teo Marchetti', 'Fri 27').locator('.bar')).toHaveCount(1);
});

test('a shift is drawn on empty canvas, resized at its end and cleared', async ({ page }) => {
  const target = cell(page, 'Bram de Wit', 'Tue 24');
  const box = (await target.boundingBox())!;
  const y = box.y + box.height / 2;
  await dragTo(page, { x: box.x + 30, y }, { x: box.x + 80, y });
  await expect(hint(page)).toContainText('h');
  await page.mouse.up();
  const bar = target.locator('.bar');
  await expect(bar).toHaveCount(1);
  const before = (await bar.getAttribute('title'))!;
  const drawn = (await bar.boundingBox())!;
  await dragTo(page, { x: drawn.x + drawn.width - 2, y }, { x: drawn.x + drawn.width + 16, y });
  await page.mouse.up();
  await expect(bar).not.toHaveAttribute('title', before);
  await page.keyboard.press('Delete');
  await expect(bar).toHaveCount(0);
  await saved(page);
});

test('by keyboard alone: move in time and between people, copy, paste, fill, select', async ({ page }) => {
  const canvas = page.getByRole('grid');
  await cell(page, 'Bram de Wit', 'Mon 23').click();
  await expect(canvas).toBeFocused();
  await page.keyboard.press('Control+m');
  await page.keyboard.press('ArrowRight');
  await expect(hint(page)).toContainText('7:30–15:30');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Anouk Vesper', 'Mon 23').locator('.bar')).toHaveAttribute(
    'title',
    /^7:30–15:30 Lead/,
  );
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Bram de Wit', 'Mon 23').locator('.bar')).toHaveAttribute('title', /^7:00–15:00/);

  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('aside')).toContainText('Ctrl V');
  await page.keyboard.press('Control+v');
  await expect(cell(page, 'Bram de Wit', 'Tue 24').locator('.bar')).toHaveCount(1);
  await page.keyboard.press('Control+z');

  await cell(page, 'Sefa Tamarua', 'Sat 28').click();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.locator('aside')).toContainText('2 cells');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+1');
  await expect(page.getByRole('columnheader')).toHaveCount(2);
  await page.keyboard.press('Alt+7');
  await page.keyboard.press('Alt+n');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Find or do' })).toBeFocused();
  await page.keyboard.type('priya');
  await page.keyboard.press('Enter');
  await expect(canvas).toBeFocused();
  await expect(page.locator('[data-active]')).toHaveAttribute('aria-label', /^Priya Nair/);
});

test('cells go to a spreadsheet and come back from one, after a look', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const clipboard = () => page.evaluate(() => navigator.clipboard.readText());
  await cell(page, 'Bram de Wit', 'Mon 23').click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+c');
  expect(await clipboard()).toBe('7-15 lead\t\n\t15-23:30 lead');
  await page.evaluate(() => navigator.clipboard.writeText('9-5\toff\tmornings\n\t10-2 bar\t'));
  await cell(page, 'Priya Nair', 'Tue 24').click();
  await page.keyboard.press('Control+v');
  const panel = page.locator('#panel');
  await expect(panel.getByRole('heading', { name: 'Paste 4 cells' })).toBeVisible();
  await expect(panel).toContainText('1 cell cannot be read');
  await expect(panel).toContainText('mornings');
  const before = await cell(page, 'Priya Nair', 'Tue 24').locator('.bar').count();
  await panel.getByRole('button', { name: 'Paste the 3 that can be read' }).click();
  await expect(cell(page, 'Priya Nair', 'Tue 24').locator('.bar')).toHaveCount(before + 1);
  await expect(cell(page, 'Emil Sandhu', 'Wed 25').locator('.bar')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Priya Nair', 'Tue 24').locator('.bar')).toHaveCount(before);
});

test('Ctrl K goes to a day that is typed, and what it opens has the focus', async ({ page }) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('dec 12');
  await page.getByRole('option', { name: /^Sat 12 December 2026/ }).waitFor();
  await page.keyboard.press('Enter');
  await page.waitForURL(/2026-12-07$/);
  await expect(page.getByText('Sat 12: no shift')).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('daybook');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /^Note for Sat 12/ })).toBeFocused();
});

test('without a connection another week is not gone to, and it is told', async ({ page, context }) => {
  // What tells is fetched once the page is there.
  await page.waitForTimeout(2500);
  await context.setOffline(true);
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByText('No connection, so this page stays')).toBeVisible();
  await page.getByRole('link', { name: 'People' }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await context.setOffline(false);
  await page.getByRole('link', { name: 'People' }).click();
  await page.waitForURL(/people/);
});

test('an edit made without a connection waits here and is kept later', async ({ page, context }) => {
  await cell(page, 'Ilse Brandt', 'Tue 24').click();
  await context.setOffline(true);
  await page.keyboard.type('12-16');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('save-state')).toHaveText('Offline, 1 change saved here');
  await expect(cell(page, 'Ilse Brandt', 'Tue 24').locator('.bar')).toHaveCount(1);
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await expect(cell(page, 'Ilse Brandt', 'Tue 24').locator('.bar')).toHaveCount(1);
});

test('an edit is still there after the server was restarted', async ({ page }) => {
  await cell(page, 'Yuki Arai', 'Wed 25').click();
  await page.keyboard.type('7-15 kitchen');
  await page.keyboard.press('Enter');
  await saved(page);
  await server.stop();
  await server.start();
  await openWeek(page, 'bistro');
  await expect(cell(page, 'Yuki Arai', 'Wed 25').locator('.bar')).toHaveAttribute(
    'title',
    /^7:00–15:00 Kitchen/,
  );
});

test('weeks and sites are moved between, and an empty week can be written', async ({ page }) => {
  await page.getByRole('link', { name: /30 Nov–6 Dec/ }).click();
  await expect(page.getByRole('columnheader', { name: /Wed 2 December, Harbour Day, closed/ })).toBeVisible();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(page).toHaveURL(new RegExp(`/plan/bistro/${WEEK}$`));
  await page.getByRole('combobox', { name: 'Site' }).selectOption('The Chandlery');
  await expect(page).toHaveURL(new RegExp(`/plan/chandlery/${WEEK}$`));
  await expect(page.getByRole('grid')).toBeVisible();
});

test('axe finds no serious fault on the plan, in either theme or the day view', async ({ page }) => {
  test.setTimeout(240_000);
  const serious = () => seriousFaults(page);
  expect(await serious()).toEqual([]);
  await useDarkTheme(page);
  await page.getByRole('button', { name: /^Show \d+ notes$/ }).click();
  expect(await serious()).toEqual([]);
  await page.keyboard.press('Alt+1');
  expect(await serious()).toEqual([]);
});
