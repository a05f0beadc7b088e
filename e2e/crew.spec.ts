import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf } from './ready';
import { DemoServer } from './server';

// A crew at the berths: its round is called out, it does a job by phone, and what that brought is billed.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

const visitOf = (phone: Page, name: string) =>
  phone
    .getByRole('main')
    .locator('details')
    .filter({ has: phone.locator('summary', { hasText: new RegExp(`^${name}`) }) })
    .first();

test('a crew starts, pauses and ends a job by phone; its margin stands in Money, and is billed once', async ({
  page,
  browser,
}) => {
  const phone = await phoneOf(server, browser, 'demo-arvid', '/me/jobs');
  const tern = visitOf(phone, 'Tern');
  await tern.locator('summary').click();
  await expect(tern).toContainText('Harbour Trust');
  await tern.getByRole('checkbox', { name: 'João Ferraz' }).uncheck();
  await tern.getByRole('button', { name: 'Start' }).click();
  await expect(tern).toContainText('Dmitri Volkan (at it)');
  await tern.getByRole('button', { name: 'Pause' }).click();
  await expect(tern.getByRole('button', { name: 'Go on' })).toBeVisible();
  await tern.getByLabel('What was used').fill('Filter');
  await tern.getByLabel('What it cost').fill('30');
  await tern.getByRole('button', { name: 'Add' }).click();
  await expect(tern.getByText('30.00')).toBeVisible();
  expect(await seriousFaults(phone)).toEqual([]);
  await tern.getByRole('button', { name: 'Done …' }).click();
  await tern.getByLabel('What was done').fill('Runs again.');
  await tern.getByRole('checkbox', { name: /left over/ }).check();
  await tern.getByLabel('How much, in hours of one person').fill('2');
  await tern.getByRole('button', { name: 'It is done' }).click();
  await expect(visitOf(phone, 'Tern')).toHaveCount(0);

  await goReady(page, `${server.url}/jobs/dockside/money`);
  await page.getByRole('button', { name: 'Tern' }).click();
  await expect(page.getByText('Runs again.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Tern/ })).toContainText('€30.00');
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('radio', { name: 'To bill 11' }).click();
  await page.getByRole('checkbox', { name: /^Fulmar/ }).uncheck();
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Bill 10 jobs' }).click();
  expect((await file).suggestedFilename()).toMatch(/^Bill \d{4}-\d\d-\d\d\.csv$/);
  await expect(page.getByRole('radio', { name: 'To bill 1' })).toBeVisible();
  await page.getByRole('radio', { name: 'Forecast' }).click();
  await expect(page.getByRole('row', { name: /^Mon 30 November/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Money in EUR' }).click();
  await expect(page.getByRole('row', { name: /^Mon 30 November/ })).toContainText('€');
  expect(await seriousFaults(page)).toEqual([]);
  // What was left over waits to be planned.
  await goReady(page, `${server.url}/jobs/dockside?from=2026-11-23`);
  await expect(
    page.getByRole('region', { name: 'Waiting' }).getByRole('button', { name: /^Tern/ }),
  ).toContainText('2 h');
});

test('a visit that is moved stands on the phone as it was told until it is published', async ({
  page,
  browser,
}) => {
  const phone = await phoneOf(server, browser, 'demo-arvid', '/me/jobs');
  await expect(visitOf(phone, 'Osprey')).toContainText('8:00–8:40');
  await goReady(page, `${server.url}/jobs/dockside?from=2026-11-23`);
  await page
    .getByRole('button', { name: /^Osprey, / })
    .first()
    .click();
  const panel = page.getByRole('complementary', { name: 'Visit' });
  await panel.getByLabel('From').fill('9:30');
  await panel.getByLabel('From').press('Tab');
  await panel.getByRole('button', { name: 'Move' }).click();
  await page.getByRole('button', { name: /^Publish \d+ …/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Osprey: Wed 25 9:30 instead of Wed 25 8:00');
  await phone.reload();
  await expect(visitOf(phone, 'Osprey')).toContainText('8:00–8:40');
  await dialog.getByRole('button', { name: /^Publish \d+ visits/ }).click();
  await expect(page.getByRole('button', { name: /^Publish/ })).toHaveCount(0);
  await phone.reload();
  await expect(visitOf(phone, 'Osprey')).toContainText('9:30–10:10');
});

test('a round is written and makes its jobs; another is called out and undone', async ({ page }) => {
  await goReady(page, `${server.url}/jobs/dockside/rounds`);
  await page.getByRole('button', { name: 'New round' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Fender check');
  await dialog.getByPlaceholder('Add a place').fill('Avocet');
  await page.getByRole('option', { name: 'Avocet' }).click();
  await expect(dialog.getByText(/^\d+ jobs are made\.$/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'Fender check' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Avocet/ })).toContainText('waiting');
  await page.getByRole('button', { name: /^Storm watch/ }).click();
  await page.getByRole('button', { name: 'Call out …' }).click();
  await expect(dialog.getByText('8 places, 1 crew.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Call out' }).click();
  await expect(page.getByRole('columnheader', { name: /^Tue 24/ })).toContainText('0 of 8 done');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByRole('columnheader', { name: /^Tue 24/ })).toHaveCount(0);
});

test('crews, services and ways are set up, and what is wrong is told at its place', async ({ page }) => {
  await goReady(page, `${server.url}/setup/dockside/jobs`);
  await page.getByRole('button', { name: 'People and hours' }).first().click();
  await page.getByLabel('Add somebody').fill('Lotte');
  await page.getByRole('option', { name: 'Lotte Maas' }).click();
  await expect(page.getByText(/is in (Engine|Hull) at that time too/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take person 4 out' }).click();
  await page.getByLabel('Add somebody').fill('Yara');
  await page.getByRole('option', { name: 'Yara Castellan' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('4 people, 40 h a week')).toBeVisible();
  await goReady(page, `${server.url}/jobs/dockside?from=2026-11-23`);
  await expect(page.getByRole('rowheader', { name: /^Engine/ })).toContainText('4 people');
});

test('a place of a new customer is written and found', async ({ page }) => {
  await goReady(page, `${server.url}/jobs/dockside/customers`);
  await page.getByRole('button', { name: 'New place' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name of the place').fill('Jackdaw');
  await dialog.getByLabel('or a new customer').fill('Ropewalk');
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Save' }).click();
  // While it is open nothing behind it can be typed into.
  await expect(dialog).toHaveCount(0);
  await page.getByLabel('Find a place or a customer').fill('ropew');
  await expect(page.getByRole('button', { name: 'Jackdaw' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Avocet' })).toHaveCount(0);
});
