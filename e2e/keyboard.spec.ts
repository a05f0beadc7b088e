import { type Locator, type Page, expect, test } from '@playwright/test';
import { DemoServer } from './server';

// First steps, a list of people, needs and a week with the keyboard alone: nothing here points, clicks or fills.

const server = new DemoServer();
test.beforeAll(() => server.beginEmpty());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());
test.setTimeout(180_000);

/** Tab by Tab to what is looked for, as somebody without a mouse gets there. */
async function tabTo(page: Page, wanted: Locator): Promise<void> {
  await wanted.first().waitFor();
  for (let i = 0; i < 120; i++) {
    if (await wanted.first().evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`the focus never comes to ${String(wanted)}`);
}

async function type(page: Page, field: Locator, text: string): Promise<void> {
  await tabTo(page, field);
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(text);
}

async function press(page: Page, button: Locator): Promise<void> {
  await tabTo(page, button);
  await page.keyboard.press('Enter');
}

test('from an empty folder to a week, without a mouse', async ({ page }) => {
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  await page.goto(server.url);
  await type(page, page.getByLabel('Name of the business'), 'Heron Lane');
  await type(page, page.getByLabel('Name of the site'), 'Heron Lane Shop');
  await type(page, page.getByLabel('Time zone'), 'Europe/Lisbon');
  await press(page, button('Go on'));
  await type(page, page.getByLabel('Opening hours on Monday'), '8-18');
  await press(page, button('Every day as Monday'));
  await expect(page.getByLabel('Opening hours on Saturday')).toHaveValue(/^8/);
  await press(page, button('Go on'));
  await type(page, page.getByLabel('Roles'), 'Till, Stock');
  await press(page, button('Go on'));
  await press(page, button('Set up the site and import it'));

  const list = [
    'Name\tRole\tContract hours',
    'Mira Holt\tTill\t38',
    'Jonas Reed\tStock\tlots',
    'Uma Pell\tTill\t20',
  ];
  await type(page, page.getByLabel('Cells copied from a spreadsheet'), list.join('\n'));
  await press(page, button('Look at these cells'));
  await expect(page.getByRole('heading', { name: /2 new/ })).toContainText('1 faulty');
  await type(page, page.getByLabel('Contract hours, C3'), '30');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /3 new/ })).not.toContainText('faulty');
  await press(page, button('Import 3'));
  await expect(page.getByRole('heading', { name: '3 people' })).toBeVisible();

  await press(page, page.getByRole('link', { name: 'Set-up' }));
  await press(page, page.getByRole('link', { name: /^Needs/ }));
  const needs = page.getByRole('application', { name: /^Needs of the week/ });
  await tabTo(page, needs);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('1');
  await press(
    page,
    page.getByRole('region', { name: 'Not saved yet' }).getByRole('button', { name: 'Save' }),
  );
  await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();

  await press(page, page.getByRole('link', { name: 'Plan', exact: true }));
  await tabTo(page, page.getByRole('grid'));
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('8-13');
  await expect(page.locator('#typed-outcome')).toContainText(/closes .* h of gaps/);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('save-state')).toHaveText(/^Saved/);
  await page.keyboard.press('Control+z');
  await expect(page.locator('#canvas .bar')).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await expect(page.locator('#canvas .bar')).toHaveCount(1);
});
