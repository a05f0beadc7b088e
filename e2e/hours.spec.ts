import { readFileSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf } from './ready';
import { DemoServer } from './server';

// Hours worked become hours paid: put right, submitted on a phone, approved, locked, and handed to payroll.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const LAST = '2026-11-16';
const panel = (page: Page, name: string) => page.getByRole('complementary', { name });
const row = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(name) });

test('a forgotten time is asked for on a phone, agreed to, and the period submitted, approved, locked and exported', async ({
  page,
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await server.signIn(context, 'demo-noor');
  const phone = await context.newPage();
  await goReady(phone, `${server.url}/me/hours`);
  await phone.getByRole('button', { name: 'The period before' }).click();
  await expect(phone.getByRole('heading', { name: '16–22 November' })).toBeVisible();
  await phone.getByText('no break end').click();
  await phone.getByRole('button', { name: 'Ask to put right' }).click();
  const time = phone.getByLabel('When it was');
  await time.fill('20:20');
  await time.press('Tab');
  await phone.getByLabel('Why').fill('pressed nothing after it');
  expect(await seriousFaults(phone)).toEqual([]);
  await phone.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(phone.getByText('Break ends 20:20 on Mon 16: waiting')).toBeVisible();

  await server.signIn(page.context(), 'demo-ilse');
  await goReady(page, `${server.url}/hours/bistro?on=${LAST}`);
  await expect(row(page, 'Noor Haddad')).toContainText('1 asked');
  expect(await seriousFaults(page)).toEqual([]);
  await row(page, 'Noor Haddad').getByRole('button').click();
  const noor = panel(page, 'Noor Haddad');
  await noor.getByRole('button', { name: 'Agree' }).click();
  await expect(row(page, 'Noor Haddad')).not.toContainText('to look at');
  await expect(noor).toContainText('Break 19:50–20:20, 30 min');
  await expect(noor).toContainText('set by');
  expect(await seriousFaults(page)).toEqual([]);

  await phone.reload();
  await phone.getByRole('button', { name: 'The period before' }).click();
  await phone.getByRole('button', { name: 'Submit …' }).click();
  await phone.getByRole('button', { name: 'Submit', exact: true }).click();
  await expect(phone.getByText('Submitted, and not approved yet.')).toBeVisible();
  await expect(row(page, 'Noor Haddad')).toContainText('submitted');

  await page.getByRole('button', { name: /^Approve 14 without exceptions/ }).click();
  await expect(row(page, 'Noor Haddad')).toContainText('approved');
  await expect(page.getByRole('button', { name: 'Hand to payroll' })).toHaveCount(0);

  const office = await server.otherPage(browser, 'demo-payroll');
  await goReady(office, `${server.url}/hours/bistro?on=${LAST}`);
  await office.getByRole('button', { name: 'Lock 14 approved' }).click();
  await expect(row(office, 'Noor Haddad')).toContainText('locked');
  await office.getByRole('button', { name: 'Hand to payroll' }).click();
  const dialog = office.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: 'Amount' }).check();
  await dialog.getByRole('button', { name: 'Make the file' }).click();
  const [download] = await Promise.all([
    office.waitForEvent('download'),
    dialog.getByRole('link', { name: 'CSV' }).click(),
  ]);
  const lines = readFileSync(await download.path(), 'utf8')
    .replace('\uFEFF', '')
    .trim()
    .split('\r\n');
  expect(lines[0]).toBe('Number,Name,From,To,Code,Kind of pay,Hours,Amount');
  const its = lines.filter((line) => line.includes('Noor Haddad'));
  expect(its).toHaveLength(1);
  expect(its[0]).toMatch(/,Noor Haddad,2026-11-16,2026-11-22,100,Regular,21\.\d\d,\d+\.\d\d$/);
  await office.keyboard.press('Escape');
  await expect(panel(office, 'The period')).toContainText('14 people, a line a person');
  // A second file says so.
  await office.getByRole('button', { name: 'Hand to payroll' }).click();
  await expect(office.getByRole('dialog').getByRole('status')).toContainText('in a file before');
  await office.keyboard.press('Escape');

  // What is locked is put right later.
  await row(page, 'Noor Haddad').getByRole('button').click();
  await expect(panel(page, 'Noor Haddad')).toContainText('locked');
  await panel(page, 'Noor Haddad')
    .getByRole('button', { name: 'Put right in a later period' })
    .first()
    .click();
  await panel(page, 'Noor Haddad').getByLabel('How long').fill('0:30');
  await panel(page, 'Noor Haddad').getByLabel('Why').fill('stayed to close');
  await panel(page, 'Noor Haddad').getByRole('button', { name: 'Put right', exact: true }).click();
  await page.getByRole('link', { name: 'The next period' }).click();
  await expect(page.getByRole('heading', { name: '23–29 November' })).toBeVisible();
  await row(page, 'Noor Haddad').getByRole('button').click();
  await expect(panel(page, 'Noor Haddad')).toContainText('About Mon 16 ½ h: stayed to close');
  await context.close();
  await office.context().close();
});

test('where nobody clocks hours are typed, several rows a day, and what cannot be read stays with what is wrong', async ({
  browser,
}) => {
  const phone = await server.otherPage(browser);
  await phone.setViewportSize({ width: 1280, height: 800 });
  await goReady(phone, `${server.url}/hours/dockside?on=${LAST}`);
  const first = phone.getByRole('row').nth(1);
  const name = (await first.getByRole('button').innerText()).trim();
  await first.getByRole('button').click();
  const its = panel(phone, name);
  await its.getByRole('button', { name: /^All \d+ days/ }).click();
  await its.getByRole('button', { name: 'Type hours' }).first().click();
  const hours = its.getByLabel('Hours, 1');
  await hours.fill('9-17:3x');
  await expect(its.getByText('Type times such as')).toBeVisible();
  await expect(its.getByRole('button', { name: 'Save' })).toBeDisabled();
  await hours.fill('9-17:30');
  await its.getByRole('button', { name: 'Add a row' }).click();
  await its.getByLabel('Hours, 2').fill('2');
  await its.getByLabel('Kind of pay, 2').selectOption({ label: 'On call' });
  await its.getByRole('button', { name: 'Save' }).click();
  await expect(its).toContainText('Typed 9:00–17:30');
  await expect(its).toContainText('On call');
  await phone.context().close();
});

test('hours are grouped one inside another against what was planned, and handed out as a file', async ({
  page,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/hours/bistro?on=${LAST}`);
  await page.getByRole('link', { name: 'Report', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Report of hours' })).toBeVisible();
  await page.getByLabel('By', { exact: true }).selectOption({ label: 'activity' });
  await page.getByLabel('and inside it').selectOption({ label: 'role' });
  const stock = page.getByRole('row', { name: /^ST Stock-taking/ });
  await expect(stock).toBeVisible();
  await page.getByRole('checkbox', { name: 'shifts and attendance' }).check();
  await expect(page.getByRole('columnheader', { name: 'Mean length' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV' }).click(),
  ]);
  const lines = readFileSync(await download.path(), 'utf8')
    .replace('\uFEFF', '')
    .trim()
    .split('\r\n');
  expect(lines[0]).toMatch(/^Activity,Role,Worked,Planned,Cost,Planned cost,Shifts/);
  expect(lines[1]).toMatch(/^ST Stock-taking,/);
  await page.getByRole('radio', { name: 'Attendance' }).click();
  await expect(page.getByRole('columnheader', { name: 'Present, h' })).toBeVisible();
  await page.getByRole('radio', { name: 'Hours', exact: true }).click();
  await page.getByLabel('At home at').selectOption({ label: 'all 3 sites' });
  await page.getByLabel('By', { exact: true }).selectOption({ label: 'site' });
  await expect(page.getByRole('row', { name: /^Quay Bistro/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^The Chandlery/ })).toBeVisible();
  await page.getByLabel('Last day').fill('1.1.2020');
  await page.getByLabel('Last day').press('Enter');
  await expect(page.getByText('The last day is before the first')).toBeVisible();
});

test('on the phone a day that was leave is asked for as leave, with its date', async ({ browser }) => {
  const phone = await phoneOf(server, browser, 'demo-noor', '/me/hours');
  await phone.locator('summary', { hasText: 'Mon 23' }).click();
  await phone.getByRole('button', { name: 'It was leave …' }).click();
  const form = phone.getByRole('region', { name: 'Ask for leave' });
  await expect(form).toBeVisible();
  await expect(form.getByRole('textbox').first()).toHaveValue(/^23\//);
  await phone.context().close();
});

test.describe('overtime', () => {
  const fresh = new DemoServer();
  test.beforeAll(() => fresh.begin());
  test.afterAll(() => fresh.end());

  test('overtime becomes time off: not paid, and the balance grows, until it is taken back', async ({
    page,
  }) => {
    // Of a period that nobody settled.
    await fresh.signIn(page.context());
    await goReady(page, `${fresh.url}/hours/bistro?on=${LAST}`);
    await page.getByRole('button', { name: 'Fleur Okafor' }).click();
    const its = panel(page, 'Fleur Okafor');
    await its.getByRole('button', { name: /^All \d+ days/ }).click();
    await its.getByRole('button', { name: 'Type hours' }).first().click();
    await its.getByLabel('Hours, 1').fill('13:00');
    await its.getByRole('button', { name: 'Save' }).click();
    const totals = its.getByRole('table', { name: 'By kind of pay' });
    await expect(totals.getByRole('row', { name: /^Overtime × 1.5/ })).toContainText('3:51 h');
    await its.getByRole('button', { name: 'Overtime as time off' }).click();
    const form = its.getByRole('group', { name: 'Overtime as time off' });
    await form.getByLabel('How much overtime').fill('9');
    await expect(form.getByText('There is 3:51 h of overtime in this period.')).toBeVisible();
    await expect(form.getByRole('button', { name: 'Make it time off' })).toBeDisabled();
    await form.getByLabel('How much overtime').fill('2:30');
    await form.getByLabel('An hour gives').selectOption({ label: 'as much as it is paid' });
    await expect(form.getByText('Time off for overtime goes from 0 h to 3¾ h.')).toBeVisible();
    expect(await seriousFaults(page)).toEqual([]);
    await form.getByRole('button', { name: 'Make it time off' }).click();
    await expect(its.getByText('2½ h of overtime became 3¾ h of Time off for overtime.')).toBeVisible();
    await expect(totals.getByRole('row', { name: /^Overtime × 1.5/ })).toContainText('1:21 h');
    await expect(totals.getByRole('row', { name: /^Overtime as time off/ })).toContainText('2½ h');
    await its.getByRole('button', { name: 'Take back' }).click();
    await expect(totals.getByRole('row', { name: /^Overtime × 1.5/ })).toContainText('3:51 h');
    await expect(its.getByText(/of overtime became/)).toHaveCount(0);
  });

  test('a day that was leave is entered as leave where its hours are looked at', async ({ page }) => {
    await fresh.signIn(page.context());
    await goReady(page, `${fresh.url}/hours/bistro?on=${LAST}`);
    await page.getByRole('button', { name: 'Oona Kelly' }).click();
    const its = panel(page, 'Oona Kelly');
    await its.getByRole('button', { name: /^All \d+ days/ }).click();
    const day = its.getByRole('region', { name: 'Mon 16' });
    await day.getByRole('button', { name: 'It was leave …' }).click();
    const enter = day.getByRole('region', { name: 'Enter leave' });
    await enter.getByLabel('Kind').selectOption({ label: 'Sick leave' });
    await enter.getByRole('button', { name: 'Enter it' }).click();
    await expect(enter).toHaveCount(0);
    await expect(its.getByRole('table', { name: 'By kind of pay' })).toContainText('Sick leave');
    expect(await seriousFaults(page)).toEqual([]);
  });
});
