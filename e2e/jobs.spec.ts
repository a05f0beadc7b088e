import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer } from './server';

// The days of crews at the berths: a job is dropped, moved, and a storm takes a day.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const ADDRESS = '/jobs/dockside?from=2026-11-23&days=7';
const cell = (page: Page, crew: string, day: string) =>
  page.getByRole('gridcell', { name: new RegExp(`^${crew}, ${day},`) });
const bar = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^${name}, `) }).first();
const waiting = (page: Page) => page.getByRole('region', { name: 'Waiting' });

test('a job is dragged to a crew, takes the next free time, is moved with what follows in view, and undone', async ({
  page,
}) => {
  await server.signIn(page.context());
  await goReady(page, server.url + ADDRESS);
  await expect(page.getByRole('link', { name: 'Jobs' })).toHaveAttribute('aria-current', 'page');
  await expect(waiting(page)).toContainText('7 jobs');
  expect(await seriousFaults(page)).toEqual([]);
  const chip = waiting(page).getByRole('button', { name: /^Whimbrel/ });
  const to = cell(page, 'Engine', 'Fri 27');
  await chip.scrollIntoViewIfNeeded();
  const [from, target] = [(await chip.boundingBox())!, (await to.boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y - 20, { steps: 4 });
  await page.mouse.move(target.x + target.width / 2, target.y + target.height - 8, { steps: 8 });
  await expect(page.getByText(/^Whimbrel, Fri 27/)).toBeVisible();
  await page.mouse.up();
  await expect(waiting(page)).toContainText('6 jobs');
  await expect(bar(page, 'Whimbrel')).toBeVisible();
  await bar(page, 'Whimbrel').click();
  const panel = page.getByRole('complementary', { name: 'Visit' });
  await expect(panel).toContainText('2 h of one person is 40 min here');
  // Moved to Saturday it is outside the crew's hours, which is told before.
  await panel.getByLabel('Date').fill('28 Nov 2026');
  await panel.getByLabel('Date').press('Tab');
  await expect(panel.getByRole('list', { name: 'What it would do' })).toContainText('outside its hours');
  await panel.getByRole('button', { name: 'Move' }).click();
  await expect(panel.getByRole('list', { name: 'What is wrong' })).toContainText('outside its hours');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(panel.getByRole('list', { name: 'What is wrong' })).toHaveCount(0);
  await panel.getByRole('button', { name: 'Back to waiting' }).click();
  await expect(waiting(page)).toContainText('7 jobs');
});

test('with the keyboard alone a job is chosen, a day of a crew gone to, and the job planned there', async ({
  page,
}) => {
  await server.signIn(page.context(), 'demo-noor');
  expect((await page.goto(server.url + ADDRESS))!.status()).toBe(404);
  await page.context().clearCookies();
  await server.signIn(page.context());
  await goReady(page, server.url + ADDRESS);
  await waiting(page).getByRole('button', { name: /^Smew/ }).focus();
  await page.keyboard.press('Enter');
  await cell(page, 'Hull', 'Mon 23').focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, 'Engine', 'Wed 25')).toBeFocused();
  await expect(page.getByRole('complementary', { name: 'Job' })).toContainText('Engine, Wed 25');
  await page.keyboard.press('Enter');
  await expect(bar(page, 'Smew')).toBeVisible();
  await expect(waiting(page)).toContainText('6 jobs');
});

test('a storm: what moves and which promises break is told before, and one undo puts all back', async ({
  page,
}) => {
  await server.signIn(page.context());
  await goReady(page, server.url + ADDRESS);
  await page.getByRole('button', { name: 'Lost day …' }).click();
  const dialog = page.getByRole('dialog', { name: 'A lost day' });
  await dialog.getByLabel('The day').fill('26 Nov 2026');
  await dialog.getByLabel('The day').press('Tab');
  await expect(dialog.getByText(/\d+ visits move\./)).toBeVisible();
  await expect(dialog.getByText('promised', { exact: false }).first()).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Lose Thu 26' }).click();
  await expect(cell(page, 'Hull', 'Thu 26')).toHaveAccessibleName('Hull, Thu 26, storm, lost');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(cell(page, 'Hull', 'Thu 26')).not.toHaveAccessibleName('Hull, Thu 26, storm, lost');
});

test('a new job waits until it is planned', async ({ page }) => {
  await server.signIn(page.context());
  await goReady(page, server.url + ADDRESS);
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog', { name: 'New job' });
  await dialog.getByLabel('Service').selectOption({ label: 'Bilge pump' });
  await expect(dialog.getByLabel('What is to be done')).toHaveValue('Bilge pump');
  await dialog.getByLabel('or a new place').fill('Jackdaw');
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(waiting(page).getByRole('list', { name: 'Later, or at any time' })).toContainText('Jackdaw');
  await waiting(page).getByLabel('Find a waiting job').fill('jack');
  await expect(waiting(page).getByRole('button', { name: /^Jackdaw/ })).toBeVisible();
  await expect(waiting(page).getByRole('button', { name: /^Pochard/ })).toHaveCount(0);
});
