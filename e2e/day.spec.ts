import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { pairDoor } from './door';
import { goReady, phoneOf } from './ready';
import { DemoServer } from './server';

// One day, from before anybody is there to the file for payroll. The clock of the server is moved by the test.

const time = join(mkdtempSync(join(tmpdir(), 'vicenda-time-')), 'now');
const at = (iso: string) => writeFileSync(time, iso);
at('2026-11-24T06:40:00Z');
const server = new DemoServer(undefined, { VICENDA_NOW: `file:${time}` });
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const row = (page: Page, name: string) =>
  page.getByRole('list', { name: 'People of the day' }).getByRole('button', { name });
const panel = (page: Page, name: string) => page.getByRole('complementary', { name });

test('a day from 6:40 to the file for payroll: who is missing is replaced by a call round, what was forgotten is put right', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  await server.signIn(page.context(), 'demo-ilse');
  const { door, clock } = await pairDoor(server, page, browser, ['Fleur Okafor', 'Emil Sandhu']);
  await goReady(page, `${server.url}/today/bistro`);
  await expect(row(page, 'Fleur Okafor')).toContainText('to come, 7:00');
  at('2026-11-24T06:56:00Z');
  await clock('Fleur Okafor', 'Clock in');
  await expect(row(page, 'Fleur Okafor')).toContainText('in since 6:56');

  // At 7:20 one is missing, and others are asked for the rest of it.
  at('2026-11-24T07:20:00Z');
  await goReady(page, `${server.url}/today/bistro`);
  await expect(row(page, 'Wanja Ekström')).toContainText('missing, 20 min');
  const wanja = panel(page, 'Now').getByRole('listitem').filter({ hasText: 'Wanja Ekström' });
  await wanja.getByRole('button', { name: 'Ask others' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('heading')).toContainText('Tue 24, 7:30–14:00 Floor');
  const ticked = dialog.getByRole('table').getByRole('checkbox', { checked: true });
  await expect(ticked).not.toHaveCount(0);
  while ((await ticked.count()) > 0) await ticked.first().uncheck();
  await dialog.getByRole('checkbox', { name: 'Jonas Havili' }).check();
  await dialog.getByRole('checkbox', { name: 'Emil Sandhu' }).check();
  await expect(dialog.getByText('One after another: the last is asked in 10 minutes')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Ask 2 people' }).click();
  const round = page.getByRole('region', { name: /^Call round, Tue 24, 7:30–14:00/ });
  await expect(round).toContainText('asked 7:20');
  expect(await seriousFaults(page)).toEqual([]);

  const jonas = await phoneOf(server, browser, 'demo-jonas');
  const emil = await phoneOf(server, browser, 'demo-emil');
  const asked = (phone: Page) => phone.getByRole('region', { name: 'You are asked' });
  await expect(asked(jonas)).toContainText('Tue 24, 7:30–14:00 Floor');
  await expect(asked(emil)).toHaveCount(0);
  expect(await seriousFaults(jonas)).toEqual([]);
  await asked(jonas).getByRole('button', { name: 'No', exact: true }).click();
  await expect(round).toContainText('no, 7:20');
  await asked(emil).getByRole('button', { name: 'Yes, I take it' }).click();
  await expect(round).toContainText('Emil Sandhu has it');
  await expect(row(page, 'Emil Sandhu')).toContainText('to come, 7:30');
  await expect(row(page, 'Wanja Ekström')).toHaveCount(0);
  await expect(asked(jonas)).toHaveCount(0);

  at('2026-11-24T07:34:00Z');
  await clock('Emil Sandhu', 'Clock in');
  at('2026-11-24T14:02:00Z');
  await clock('Emil Sandhu', 'Clock out');
  // Fleur forgets to clock out.
  await door.context().close();

  // On Monday hours of the week are put right, approved, locked and handed to payroll.
  at('2026-11-30T09:00:00Z');
  await goReady(page, `${server.url}/hours/bistro?on=2026-11-24`);
  const line = (name: string) => page.getByRole('row', { name: new RegExp(name) });
  await line('Fleur Okafor').getByRole('button').click();
  const fleur = panel(page, 'Fleur Okafor');
  await expect(fleur).toContainText('no out');
  await fleur.getByRole('button', { name: 'Change times' }).first().click();
  await fleur.getByRole('button', { name: 'Add a time' }).click();
  await fleur.getByLabel('What it was, 2').selectOption({ label: 'Out' });
  await fleur.getByLabel('When it was, 2').fill('15:00');
  await fleur.getByLabel('When it was, 2').press('Tab');
  await fleur.getByLabel('Why').fill('forgot to clock out');
  await fleur.getByRole('button', { name: 'Correct' }).click();
  await expect(fleur).not.toContainText('no out');
  await expect(fleur).toContainText('Regular7½ h');
  for (const name of ['Fleur Okafor', 'Emil Sandhu']) {
    if (name !== 'Fleur Okafor') await line(name).getByRole('button').click();
    await panel(page, name).getByRole('button', { name: 'Approve', exact: true }).click();
    await expect(line(name)).toContainText('approved');
  }
  const office = await server.otherPage(browser, 'demo-payroll');
  await goReady(office, `${server.url}/hours/bistro?on=2026-11-24`);
  await office.getByRole('button', { name: 'Lock 2 approved' }).click();
  await office.getByRole('button', { name: 'Hand to payroll' }).click();
  const made = office.getByRole('dialog');
  await made.getByRole('button', { name: 'Make the file' }).click();
  const [download] = await Promise.all([
    office.waitForEvent('download'),
    made.getByRole('link', { name: 'CSV' }).click(),
  ]);
  const lines = readFileSync(await download.path(), 'utf8')
    .replace('\uFEFF', '')
    .trim()
    .split('\r\n');
  const [head, ...rest] = lines.map((one) => one.split(','));
  const hours = Object.fromEntries(
    rest.map((one) => [one[head.indexOf('Name')], one[head.indexOf('Hours')]]),
  );
  // Fleur 7:00–15:00 less a break of 30 min; Emil from 7:35, as 7:34 counts to the nearest 5, to 14:00 less 30 min.
  expect(hours).toEqual({ 'Fleur Okafor': '7.50', 'Emil Sandhu': '5.92' });
});
