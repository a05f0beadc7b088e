import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer } from './server';

// The clock at the door: paired by a code, one clocks by name and PIN, and without a connection nothing is lost.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const sayPin = async (page: Page, pin: string) => {
  for (const figure of pin) await page.getByRole('button', { name: figure, exact: true }).click();
  await page.getByRole('button', { name: 'Go on' }).click();
};

test('a device is paired, somebody clocks in, goes on a break and out, also without a connection, and ends with the device', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/devices`);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Back door');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /Back door/ })).toContainText('not yet');
  await page.getByRole('button', { name: 'Show a code' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Show the code' }).click();
  const code = await page.locator('[data-code]').innerText();
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'For' }).selectOption({ label: 'Noor Haddad' });
  await page.getByRole('button', { name: 'Make 1 PIN' }).click();
  const line = page.getByRole('dialog').getByRole('row', { name: /Noor Haddad/ });
  const pin = (await line.getByRole('cell').last().innerText()).trim();
  expect(pin).toMatch(/^\d{4}$/);
  await page.keyboard.press('Escape');
  expect(await seriousFaults(page)).toEqual([]);

  const context = await browser.newContext({ viewport: { width: 1024, height: 768 } });
  const door = await context.newPage();
  await goReady(door, `${server.url}/clock`);
  await door.getByLabel('Code').fill('AAAA-AAAA-AAAA');
  await door.getByRole('button', { name: 'Pair' }).click();
  await expect(door.getByRole('main').getByRole('alert')).toContainText('This code pairs nothing');
  await door.getByLabel('Code').fill(code);
  await door.getByRole('button', { name: 'Pair' }).click();
  await expect(door.getByRole('heading', { name: 'Quay Bistro' })).toBeVisible();
  await door.locator('[data-ready="true"]').waitFor();
  expect(await seriousFaults(door)).toEqual([]);
  await door.getByLabel('Your name').fill('noor');
  await door.getByRole('button', { name: 'Noor Haddad' }).click();
  await sayPin(door, pin === '1234' ? '4321' : '1234');
  await expect(door.getByRole('main').getByRole('alert')).toHaveText('This is not the PIN of this person.');
  await sayPin(door, pin);
  await expect(door.getByText('not in')).toBeVisible();
  expect(await seriousFaults(door)).toEqual([]);
  await door.getByRole('button', { name: 'Clock in' }).click();
  await expect(door.getByRole('main').getByRole('status').last()).toHaveText('In, 10:00');
  // It forgets who that was by itself.
  await expect(door.getByLabel('Your name')).toBeVisible({ timeout: 8000 });

  await door.getByRole('button', { name: 'Noor Haddad' }).click();
  await sayPin(door, pin);
  await expect(door.getByText('in since 10:00')).toBeVisible();
  await door.getByRole('button', { name: 'Begin a break' }).click();
  await expect(door.getByRole('main').getByRole('status').last()).toHaveText('On a break, 10:00');
  await door.getByRole('button', { name: 'Done' }).click();

  // Without a connection what is clocked is kept, with the PIN sealed.
  await context.setOffline(true);
  await door.getByRole('button', { name: 'Noor Haddad' }).click();
  await sayPin(door, pin);
  await expect(door.getByText('Your PIN is looked at when there is a connection.')).toBeVisible();
  await door.getByRole('button', { name: 'Clock out' }).click();
  await expect(door.getByText('It is sent when there is a connection.')).toBeVisible();
  await expect(door.getByText('1 time waits to be sent.')).toBeVisible();
  // A device that is started anew without one goes on too.
  await door.reload();
  await expect(door.getByText('1 time waits to be sent.')).toBeVisible();
  await expect(door.getByRole('button', { name: 'Noor Haddad' })).toBeVisible();
  await context.setOffline(false);
  await expect(door.getByText('waits to be sent')).toHaveCount(0, { timeout: 30_000 });

  await goReady(page, `${server.url}/today/bistro`);
  await page
    .getByRole('list', { name: 'People of the day' })
    .getByRole('button', { name: 'Noor Haddad' })
    .click();
  await expect(page.getByRole('complementary', { name: 'Noor Haddad' })).toContainText('Out');

  // A device that was stolen is ended from afar.
  await goReady(page, `${server.url}/setup/bistro/devices`);
  await page
    .getByRole('row', { name: /Back door/ })
    .getByRole('button', { name: 'Change' })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'End this device' }).click();
  await expect(page.getByText('There is no device yet.')).toBeVisible();
  await door.getByRole('button', { name: 'Noor Haddad' }).click();
  await sayPin(door, pin);
  await expect(door.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
  await context.close();
});
