import { expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { DemoServer } from './server';

test('from an empty folder to a first week with coverage, without leaving the path', async ({ page }) => {
  const server = new DemoServer();
  await server.beginEmpty();
  await server.signIn(page.context());
  await page.goto(server.url);
  await expect(page.getByRole('heading', { name: 'Let us set up a first week' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const on = () => page.getByRole('button', { name: 'Go on' }).click();

  await page.getByLabel('Name of the business').fill('Heron Lane');
  await page.getByLabel('Name of the site').fill('Heron Café');
  await page.getByLabel('Time zone').fill('Mars/Crater');
  await expect(page.getByText('There is no time zone "Mars/Crater".')).toBeVisible();
  await page.getByLabel('Time zone').fill('Mars/Lisbon');
  await expect(page.getByText('perhaps Europe/Lisbon')).toBeVisible();
  // A field that cannot be is not left for the next step.
  await on();
  await expect(page.getByLabel('Time zone')).toBeFocused();
  await page.getByLabel('Time zone').fill('Europe/Lisbon');
  await page.getByLabel('Times are written').selectOption('17:30');
  await on();
  await page.getByLabel('Opening hours on Monday').fill('7-99');
  await page.getByLabel('Opening hours on Tuesday').focus();
  await expect(page.getByRole('alert').filter({ hasText: 'no hour' })).toContainText('there is no hour 99');
  await page.getByLabel('Opening hours on Monday').fill('8-6');
  await page.getByLabel('Opening hours on Tuesday').focus();
  await page.getByRole('button', { name: 'Every day as Monday' }).click();
  await expect(page.getByLabel('Opening hours on Sunday')).toHaveValue('8-18');
  await on();
  await page.getByLabel('Roles').fill('Kitchen, Counter');
  await on();
  await page
    .getByLabel('People')
    .fill('Mira Holt, Kitchen\nJonas Reed, Counter\nIda Voss, juggler\nUma Pell');
  await page.getByLabel('What juggler means').selectOption('a new role, juggler');
  await expect(page.getByText('4 people, 3 with a role.')).toBeVisible();
  await on();
  await page.getByLabel('Counter').fill('1');
  await page.getByRole('button', { name: 'Show the first week' }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await expect(page.getByRole('heading', { name: /snags$/ })).toBeVisible();
  await expect(page.locator('aside li').filter({ hasText: 'Gap, Counter' }).first()).toBeVisible();
  await page.getByRole('gridcell', { name: 'Jonas Reed, Mon' }).click();
  await page.keyboard.type('8-6');
  await expect(page.locator('#typed-outcome')).toContainText(/closes .* h of gaps/);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('save-state')).toHaveText(/^Saved/);
  await page.getByRole('link', { name: 'Set-up' }).click();
  await expect(page.getByRole('heading', { name: 'Missing for a good plan' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Roles of people' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await server.end();
});

test('a list in a file is taken on the way: the site is made, then the import opens', async ({ page }) => {
  const server = new DemoServer();
  await server.beginEmpty();
  await server.signIn(page.context());
  await page.goto(server.url);
  await page.getByLabel('Name of the site').fill('Heron Café');
  await page.getByRole('button', { name: /^People/ }).click();
  await page.getByRole('button', { name: 'Set up the site and import it' }).click();
  await expect(page).toHaveURL(/\/people\/heron-cafe\/import$/);
  await page.getByLabel('Cells copied from a spreadsheet').fill('Name\tRole\tMon\nMira Holt\tKitchen\t9-17');
  await page.getByRole('button', { name: 'Look at these cells' }).click();
  await page.getByRole('button', { name: 'Import 1' }).click();
  await expect(page.getByRole('heading', { name: '1 person' })).toBeVisible();
  await page.getByRole('link', { name: 'Set-up' }).click();
  await expect(page.getByLabel('Name of the business')).toHaveValue('');
  await page.getByLabel('Name of the business').fill('Heron Lane');
  await page.getByLabel('Name of the business').press('Enter');
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await page.reload();
  await expect(page.getByLabel('Name of the business')).toHaveValue('Heron Lane');
  await server.end();
});
