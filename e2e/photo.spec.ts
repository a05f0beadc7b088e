import { expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf } from './ready';
import { DemoServer } from './server';

// A photo taken with a punch, by the camera that Chromium pretends to have.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

test.use({
  launchOptions: {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      ...['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
      ...['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
    ],
  },
});

test('where a site takes photos, who clocks by phone sees theirs, and who corrects times sees it in Today', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/devices`);
  const part = (name: string) => page.locator('section').filter({ has: page.getByRole('heading', { name }) });
  await page.getByRole('checkbox', { name: 'People may clock by their own phone' }).click();
  await part('Own phones').getByRole('button', { name: 'Save' }).last().click();
  await expect(part('Own phones').getByRole('button', { name: 'Save' }).last()).toBeDisabled();
  await page.getByRole('checkbox', { name: /^A photo is taken when people clock/ }).click();
  await expect(page.getByLabel('Days a photo is kept')).toHaveValue('7');
  await part('Photos').getByRole('button', { name: 'Save' }).last().click();
  await expect(part('Photos').getByRole('button', { name: 'Save' }).last()).toBeDisabled();
  expect(await seriousFaults(page)).toEqual([]);

  const phone = await phoneOf(server, browser, 'demo-noor', '/me/hours');
  await expect(phone.getByText('A photo is taken with it, and only then.')).toBeVisible();
  await phone.getByRole('button', { name: 'Clock in' }).click();
  await expect(phone.getByText('In since 10:0')).toBeVisible();
  const taken = phone.getByRole('img', { name: 'The photo that was taken' });
  await expect(taken).toBeVisible();
  expect(await seriousFaults(phone)).toEqual([]);

  await goReady(page, `${server.url}/today/bistro`);
  await page
    .getByRole('list', { name: 'People of the day' })
    .getByRole('button', { name: 'Noor Haddad' })
    .click();
  await page.getByRole('button', { name: /^Photo, In 10:0/ }).click();
  const image = page.getByRole('dialog').getByRole('img');
  await expect.poll(() => image.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBe(320);
  // Of oneself one is not shown it there: the address is for who corrects times.
  const address = await image.getAttribute('src');
  expect((await phone.request.get(server.url + address!)).status()).toBe(403);
  await phone.context().close();
});
