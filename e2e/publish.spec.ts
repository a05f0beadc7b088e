import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer, WEEK } from './server';

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

const publish = (page: Page) => page.getByRole('button', { name: /^Publish \d+ changes?$/ });
const side = (page: Page) => page.getByRole('complementary', { name: 'What goes with it' });

test('a week is published as it was looked at, then changed, then withdrawn', async ({ page, browser }) => {
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await page.getByRole('link', { name: /^Publish \d+$/ }).click();
  await expect(page.getByRole('heading', { name: /^Publish 23–29 November$/ })).toBeVisible();
  const priya = page.getByRole('row').filter({ hasText: 'Priya Nair' });
  await expect(priya).toContainText('15–23 Bar');
  await expect(priya).toContainText('new');
  expect(await seriousFaults(page)).toEqual([]);

  // Every stop is acknowledged by itself before it can be published.
  await expect(publish(page)).toBeDisabled();
  const stops = side(page).getByRole('checkbox', { name: 'I know, publish all the same' });
  for (let i = 0; i < (await stops.count()); i++) await stops.nth(i).check();
  await expect(publish(page)).toBeEnabled();
  await side(page).getByLabel('A message that goes with it').fill('The terrace opens at 8.');

  // Somebody edits meanwhile: what differs is shown as it comes, and looked at again before it can be published.
  const other = await server.otherPage(browser);
  await other.goto(`${server.url}/plan/bistro/${WEEK}`);
  await other.getByRole('gridcell', { name: 'Priya Nair, Sun 29' }).click();
  await other.keyboard.type('16-23');
  await other.keyboard.press('Enter');
  await expect(other.getByTestId('save-state')).toHaveText(/^Saved/);
  await other.close();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('1 change differs');
  await expect(priya).toContainText('changed since you looked');
  await expect(publish(page)).toBeDisabled();
  await page.getByRole('button', { name: 'I have looked at them' }).click();
  await expect(priya).toContainText('16–23 Bar');
  for (let i = 0; i < (await stops.count()); i++) await stops.nth(i).check();
  await publish(page).click();
  await page.waitForURL(new RegExp(`/plan/bistro/${WEEK}$`));
  await expect(page.getByRole('link', { name: /^Publish/ })).toBeHidden();

  // A change afterwards is one until it is published, from what to what.
  await page.getByRole('gridcell', { name: 'Priya Nair, Sun 29' }).click();
  await page.keyboard.type('15-23');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Publish 1' }).click();
  await expect(priya).toContainText('was 16–23 Bar');
  const history = side(page).getByRole('listitem').filter({ hasText: 'Published 23–29 Nov' });
  await expect(history).toContainText('The terrace opens at 8.');
  await history.getByText('Published', { exact: true }).click();
  await expect(history).toContainText('Priya Nair:');
  await history.getByRole('button', { name: 'Compare with the draft' }).click();
  await expect(page.getByRole('heading', { name: /to the draft as it is now$/ })).toBeVisible();
  await expect(priya).toContainText('was 16–23 Bar');
  await history.getByRole('button', { name: 'What it changed' }).click();
  await expect(priya).not.toContainText('was');
  await page.getByRole('button', { name: 'Back to what is to be published' }).click();

  await page.getByRole('button', { name: 'Withdraw published days …' }).click();
  await page.getByLabel('First day withdrawn').selectOption('Sat 28');
  await page.getByLabel('Reason').fill('Storm warning');
  await page.getByRole('button', { name: 'Withdraw', exact: true }).click();
  await expect(side(page).getByRole('listitem').filter({ hasText: 'Withdrawn 28–29 Nov' })).toContainText(
    'Storm warning',
  );
  await expect(priya).toContainText('15–23 Bar');
});

test('only some days, or some rows, are published', async ({ page }) => {
  await goReady(page, `${server.url}/plan/chandlery/${WEEK}/publish`);
  const all = Number(/(\d+) changes/.exec((await publish(page).textContent())!)![1]);
  await page.getByRole('radio', { name: 'Some days' }).check();
  await page.getByLabel('First day').selectOption('Sat 28');
  await page.getByLabel('Last day').selectOption('Sat 28');
  const some = Number(/(\d+) change/.exec((await publish(page).textContent())!)![1]);
  expect(some).toBeGreaterThan(0);
  expect(some).toBeLessThan(all);
  await page.getByRole('radio', { name: 'Some rows' }).check();
  await expect(page.getByRole('button', { name: 'Publish 0 changes' })).toBeDisabled();
  await page.getByRole('row').filter({ hasText: 'Hanne Lindqvist' }).getByRole('checkbox').check();
  await expect(page.getByText(/for 1 person$/)).toBeVisible();
});

test('the rows that a filter shows in the plan are published without ticking them', async ({ page }) => {
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await page.getByRole('gridcell', { name: 'Priya Nair, Sun 29' }).click();
  await page.keyboard.press('Alt+r');
  await page.getByLabel('Name contains').fill('Emil');
  await expect(page.getByRole('gridcell', { name: 'Priya Nair, Sun 29' })).toHaveCount(0);
  await page.getByRole('link', { name: /^Publish \d+$/ }).click();
  await page.getByRole('radio', { name: 'The 1 row shown' }).check();
  await expect(page.getByText(/for 1 person$/)).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Emil Sandhu' })).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Priya Nair' })).toHaveCount(0);
});
