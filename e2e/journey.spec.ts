import { type Page, expect, test } from '@playwright/test';
import { DemoServer } from './server';

// A manager in New York with am and pm, weeks from Sunday and 40 people in a list that others have kept.
test.use({ locale: 'en-US', timezoneId: 'America/New_York' });

const server = new DemoServer();
test.beforeAll(() => server.beginEmpty());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());
test.setTimeout(240_000);

const FIRST = ['Ada', 'Ben', 'Cleo', 'Dov', 'Elif', 'Finn', 'Gia', 'Hugo', 'Iris', 'Jude'];
const LAST = ['Marlow', 'Quill', 'Rowan', 'Sable'];
const DAYS = 'Sun\tMon\tTue\tWed\tThu\tFri\tSat';

/** The list as it comes out of a spreadsheet: 37 rows that can be taken, and 3 that cannot. */
function messyList(): string {
  const rows = Array.from({ length: 40 }, (_, i) => {
    const name = `${FIRST[i % 10]} ${LAST[Math.floor(i / 10)]}`;
    const role = ['Sales', 'Stock', 'sales / stock', 'LEAD'][i % 4];
    const hours = i === 7 ? 'lots' : ['40', '37.5', '24', '16:30'][i % 4];
    const started = i === 19 ? '13/31/2026' : `${(i % 12) + 1}/15/20${20 + (i % 6)}`;
    const day = i === 28 ? 'mornings' : ['9-5', '9a–2p', 'noon-close', '9-1 2-6', 'off'][i % 5];
    return [name, role, hours, `P-${100 + i}`, started, 'off', ...Array(5).fill(day), '10 to 4'].join('\t');
  });
  return [`Staff name\tPosition\tHrs / week\tPayroll No\tStarted\t${DAYS}`, ...rows].join('\n');
}

const cell = (page: Page, name: string, day: string) =>
  page.getByRole('gridcell', { name: `${name}, ${day}` });
const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText(/^(Saved|All saved)/);

async function type(page: Page, name: string, day: string, text: string): Promise<string> {
  await cell(page, name, day).click();
  await page.keyboard.type(text);
  const outcome = (await page.locator('#typed-outcome').textContent())!;
  await page.keyboard.press('Enter');
  return outcome;
}

test('from an empty folder to a second week, and all of it back with Ctrl Z', async ({ page }) => {
  await page.goto(server.url);
  await expect(page.getByLabel('Time zone')).toHaveValue('America/New_York');
  await expect(page.getByLabel('The week starts on')).toHaveValue('6');
  await page.getByLabel('Name of the business').fill('Juniper Lane');
  await page.getByLabel('Name of the site').fill('Juniper Lane Store');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByLabel('Opening hours on Sunday').fill('9am to 9pm');
  await page.getByLabel('Opening hours on Monday').focus();
  await page.getByRole('button', { name: 'Every day as Sunday' }).click();
  await expect(page.getByLabel('Opening hours on Saturday')).toHaveValue('9a-9p');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByLabel('Roles').fill('Sales, Stock, Lead');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Set up the site and import it' }).click();

  await page.getByLabel('Cells copied from a spreadsheet').fill(messyList());
  await page.getByRole('button', { name: 'Look at these cells' }).click();
  await expect(page.getByRole('heading', { name: /37 new/ })).toContainText('3 faulty');
  await expect(page.getByText('"lots" is no number of hours')).toBeVisible();
  await page.getByRole('button', { name: 'Import the 37 without faults' }).click();
  await expect(page.getByRole('heading', { name: '37 people' })).toBeVisible();

  await page.getByRole('link', { name: 'Plan' }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await expect(page.getByRole('columnheader').nth(1)).toHaveText(/^Sun 22/);
  // The role of whoever works it, and the times as the place is open.
  expect(await type(page, 'Ada Marlow', 'Wed 25', '9-5')).toContain('9am–5pm Sales');
  expect(await type(page, 'Ben Marlow', 'Thu 26', '5-9')).toContain('5pm–9pm Stock');
  expect(await type(page, 'Cleo Marlow', 'Fri 27', '9-1 2-6 stock')).toContain('9am–1pm, 2pm–6pm Stock');
  expect(await type(page, 'Open shifts', 'Sat 28', '9-1 lead, 9-1 sales, noon-close')).toContain(
    '9am–1pm Lead, 9am–1pm, 12pm–9pm Sales',
  );
  await expect(cell(page, 'Open shifts', 'Sat 28').locator('.bar')).toHaveCount(3);
  await saved(page);

  await page.getByRole('link', { name: /29 Nov/ }).click();
  await page.getByRole('link', { name: 'Start the week' }).click();
  await page.waitForURL(/\/start/);
  await expect(page.getByRole('region', { name: 'What it brings' })).toContainText('7 shifts arrive');
  await page.keyboard.press('Control+Enter');
  await page.waitForURL(/plan\/juniper-lane-store\/2026-11-29$/);
  await expect(cell(page, 'Ada Marlow', 'Wed 2').locator('.bar')).toHaveCount(1);

  await page.getByRole('button', { name: 'Undo' }).first().hover();
  await expect(page.getByRole('tooltip')).toContainText(/^Undo: .*week/i);
  await page.getByRole('grid').focus();
  const undo = () => page.keyboard.press('Control+z');
  await undo();
  await expect(cell(page, 'Ada Marlow', 'Wed 2').locator('.bar')).toHaveCount(0);
  // Edits of the week before are taken back from here.
  for (const said of ['3 shifts made', '2 shifts made', 'Shift made', 'Shift made']) {
    await undo();
    await expect(
      page
        .locator('[data-sonner-toast]')
        .filter({ hasText: `Undone: ${said}` })
        .first(),
    ).toBeVisible();
  }
  await page.getByRole('link', { name: /22.28 Nov/ }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await expect(page.locator('.bar')).toHaveCount(0);
  await page.getByRole('grid').focus();
  await undo();
  await expect(page.getByText(/Undone: .*37/).first()).toBeVisible();
  // Rules and roles of the first steps.
  await undo();
  await undo();
  await expect(page.getByRole('button', { name: 'Undo' }).first()).toBeDisabled();
  await page.getByRole('link', { name: 'People' }).click();
  await expect(page.getByRole('heading', { name: /^(0|No) people|Nobody/ })).toBeVisible();
  await page.getByRole('link', { name: 'Set-up' }).click();
  await page
    .getByRole('link', { name: /^Roles/ })
    .first()
    .click();
  await expect(page.getByLabel(/^Name of Sales|^Role/)).toHaveCount(0);
});
