import { expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { pairDoor } from './door';
import { goReady } from './ready';
import { DemoServer } from './server';

// What is worked at besides roles: set up, said at the clock, told apart in hours.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

test('an activity is added with a budget, chosen at the door, changed, and a scheduler clocks for somebody there', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/activities`);
  await expect(page.getByRole('row', { name: /Stock-taking/ })).toContainText('of 40 h');
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Add an activity' }).click();
  await page.getByLabel('Name, 4').fill('stock-taking');
  await page.getByLabel('Budget in hours, 4').fill('ten');
  await page.getByLabel('Budget in hours, 4').press('Tab');
  await expect(page.getByText('whole hours')).toBeVisible();
  await page.getByLabel('Budget in hours, 4').fill('10');
  await page.getByLabel('Budget in hours, 4').press('Tab');
  await expect(page.getByText('There are two activities of this name')).toBeVisible();
  await page.getByLabel('Name, 4').fill('Deep clean');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /Deep clean/ })).toContainText('of 10 h');
  await page.getByRole('radio', { name: 'has to be said' }).click();
  await expect(page.getByRole('radio', { name: 'has to be said' })).toBeChecked();

  const { door, who } = await pairDoor(server, page, browser, ['Noor Haddad', 'Ilse Brandt']);
  await who('Noor Haddad');
  await expect(door.getByRole('button', { name: 'Clock in' })).toBeDisabled();
  await door.getByLabel('What do you work at?').selectOption({ label: 'Deep clean' });
  expect(await seriousFaults(door)).toEqual([]);
  await door.getByRole('button', { name: 'Clock in' }).click();
  await expect(door.getByLabel('Your name')).toBeVisible();
  await who('Noor Haddad');
  await expect(door.getByText('at Deep clean')).toBeVisible();
  await door.getByLabel('Go on with').selectOption({ label: 'As planned' });
  await door.getByRole('button', { name: 'Change work' }).click();
  await expect(door.getByLabel('Your name')).toBeVisible();

  await who('Ilse Brandt');
  await door.getByLabel('Clock for somebody else').selectOption({ label: 'Noor Haddad' });
  await door.getByRole('button', { name: 'Go on', exact: true }).click();
  await expect(door.getByText('clocked by Ilse Brandt')).toBeVisible();
  await door.getByRole('button', { name: 'Clock out' }).click();
  await door.context().close();

  await goReady(page, `${server.url}/today/bistro`);
  await page
    .getByRole('list', { name: 'People of the day' })
    .getByRole('button', { name: 'Noor Haddad' })
    .click();
  const noor = page.getByRole('complementary', { name: 'Noor Haddad' });
  await expect(noor).toContainText('Deep clean');
  await expect(noor).toContainText('set by Ilse Brandt');
  await noor.getByRole('button', { name: 'Change times' }).click();
});
