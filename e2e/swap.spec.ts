import { type Browser, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf, publishWeek } from './ready';
import { DemoServer, WEEK } from './server';

// A swap of several shifts, between two phones and whoever plans.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());
test.setTimeout(120_000);

const phone = (browser: Browser, account: string, path?: string) => phoneOf(server, browser, account, path);

test('a swap is kept, sent, agreed to on another phone and approved, two shifts for one', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await publishWeek(page, `${server.url}/plan/bistro/${WEEK}`);
  const ilse = await phone(browser, 'demo-ilse');
  const row = ilse.getByRole('listitem', { name: 'Fri 27 November' });
  await row.getByText('15:00–23:30').click();
  await row.getByRole('button', { name: 'Swap, hand over or give up' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'Swap, hand over, give up' });
  await dialog.getByRole('radio', { name: /Sat 28, 7:00–15:00 Lead/ }).check();
  await dialog.getByText('More shifts with it').click();
  const also = dialog.getByRole('group', { name: 'Also of Bram de Wit' });
  await also.getByRole('checkbox', { name: 'Thu 26, 15:00–23:30 Lead' }).check();
  await dialog
    .getByRole('group', { name: 'Also of mine' })
    .getByRole('checkbox', { name: 'Wed 25, 15:00–23:30 Lead' })
    .check();
  await expect(dialog).toContainText('2 of mine for 2');
  await expect(dialog).toContainText('All of it:');
  expect(await seriousFaults(ilse)).toEqual([]);
  await dialog.getByRole('button', { name: 'Keep it for later' }).click();
  const kept = ilse.getByRole('article', { name: /^Ilse Brandt gives Wed 25|^Ilse Brandt gives Fri 27/ });
  await expect(kept).toContainText('not sent yet');

  // Nobody knows of it before it is sent.
  const bram = await phone(browser, 'demo-bram', '/me/open');
  await expect(bram.getByRole('heading', { name: 'Open shifts' })).toBeVisible();
  await expect(bram.getByRole('region', { name: 'Colleagues ask you' })).toHaveCount(0);
  await kept.getByRole('button', { name: 'Send it' }).click();
  await expect(kept).toContainText('with a colleague');
  const asked = bram.getByRole('region', { name: 'Colleagues ask you' });
  await bram.reload();
  await asked.getByRole('button', { name: 'Yes' }).click();
  await expect(asked).toContainText('You said yes');

  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByRole('button', { name: /^Ilse Brandt gives/ }).click();
  const side = page.getByRole('article', { name: /^Ilse Brandt gives/ });
  await expect(side).toContainText('Bram de Wit');
  await side.getByRole('button', { name: 'Approve', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Ilse Brandt gives/ })).toHaveCount(0);
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('gridcell', { name: /^Ilse Brandt, Sat 28/ })).toHaveAttribute(
    'aria-label',
    /7:00–15:00 Lead/,
  );
  await expect(page.getByRole('gridcell', { name: /^Bram de Wit, Wed 25/ })).toHaveAttribute(
    'aria-label',
    /15:00–23:30 Lead/,
  );
  for (const one of [ilse, bram]) await one.context().close();
});
