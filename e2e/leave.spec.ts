import { expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, publishWeek } from './ready';
import { DemoServer, WEEK } from './server';

// Leave from an empty kind to one that is granted, asked for on the phone, approved with its shift covered, and explained.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

test('a kind of leave is made, granted, asked for, approved with a shift covered, and explained', async ({
  page,
  context,
  browser,
}) => {
  await server.signIn(context);
  // Made: without a balance first, then with one that is filled by hand.
  await goReady(page, `${server.url}/setup/bistro/leave`);
  await page.getByRole('button', { name: 'Add a kind' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Study leave');
  await page.getByLabel('Taken from a balance').selectOption({ label: 'yes, down to a limit' });
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await expect(page.getByRole('list', { name: 'Kinds of leave' })).toContainText('granted by hand');

  // Granted, with every line shown before.
  await goReady(page, `${server.url}/requests/bistro/balances`);
  await page.getByRole('radio', { name: 'Study leave' }).click();
  await page.getByRole('checkbox', { name: 'Choose Emil Sandhu' }).click();
  await page.getByRole('checkbox', { name: 'Choose Noor Haddad' }).click();
  await page.getByRole('button', { name: 'Grant to 2 chosen …' }).click();
  const form = page.getByRole('region', { name: 'Grant Study leave' });
  await form.getByLabel('How much').fill('4');
  await form.getByLabel('Note').fill('For this year');
  await expect(form.getByRole('row', { name: 'Emil Sandhu 0 days 4 days' })).toBeVisible();
  await form.getByRole('button', { name: 'Grant 4 days to 2 people' }).click();
  await expect(page.getByRole('row', { name: /^Choose Emil Sandhu/ })).toContainText('4 days');

  // Asked for on the phone, where each day says what it counts. Friday is published, and said to be.
  await publishWeek(page, `${server.url}/plan/bistro/${WEEK}`);
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await server.signIn(phone, 'demo-emil');
  const staff = await phone.newPage();
  await goReady(staff, `${server.url}/me/leave`);
  await staff.getByRole('button', { name: 'Ask for leave …' }).click();
  const asking = staff.getByRole('region', { name: 'Ask for leave' });
  await asking.getByLabel('Kind').selectOption({ label: 'Study leave' });
  await asking.getByLabel('First day away').fill('27/11/2026');
  await asking.getByLabel('First day away').press('Enter');
  await asking.getByLabel('Last day away').fill('30/11/2026');
  await asking.getByLabel('Last day away').press('Enter');
  await expect(asking).toContainText('Sat 28 to Sun 29 Nov, weekend');
  await expect(asking).toContainText('Left now 4 days, then 2 days');
  await expect(asking).toContainText(
    '2 shifts of yours are published then: Fri 27, 15:00–23:00; Sun 29, 17:00–23:00.',
  );
  expect(await seriousFaults(staff)).toEqual([]);
  await asking.getByRole('button', { name: 'Send' }).click();
  const mine = staff.getByRole('article', { name: /^Study leave/ });
  await expect(mine).toContainText('waiting, a scheduler decides');

  // Decided: what follows stands there before, and the shift goes to somebody in the same step.
  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByRole('button', { name: /^Emil Sandhu.*Fri 27/ }).click();
  const request = page.getByRole('article', { name: 'Emil Sandhu asks for leave' });
  await expect(request.getByRole('region', { name: 'If you approve' })).toContainText('Fri 27');
  const friday = request.getByRole('radiogroup', { name: /^What becomes of Fri 27/ });
  await friday.getByRole('radio', { name: 'Who can cover?' }).click();
  const offers = request.getByRole('list', { name: /^Who can cover Fri 27/ });
  const taker = offers.getByRole('button').first();
  const name = (await taker.textContent())!.split(',')[0];
  await taker.click();
  await request.getByRole('button', { name: 'Approve', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Emil Sandhu.*Fri 27/ })).toHaveCount(0);
  expect(await seriousFaults(page)).toEqual([]);

  // Explained: the balance opens to the entries it is the sum of; the plan has the shift with its taker.
  await goReady(page, `${server.url}/requests/bistro/balances`);
  await page.getByRole('radio', { name: 'Study leave' }).click();
  await page.getByRole('button', { name: '2 days left to Emil Sandhu: show the entries' }).click();
  const entries = page.getByRole('table', { name: 'Entries of Study leave' });
  await expect(
    entries.getByRole('row', { name: /granted by Runa Deering: For this year Reverse \+4 days 4 days/ }),
  ).toBeVisible();
  await expect(entries.getByRole('row', { name: /taken by Runa Deering −1 day 3 days/ })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await goReady(staff, `${server.url}/me/leave`);
  await expect(mine).toContainText('approved');
  await mine.getByRole('button', { name: 'Seen' }).click();
  await expect(mine.getByRole('button', { name: 'Seen' })).toHaveCount(0);
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('gridcell', { name: `${name}, Fri 27` })).toHaveAttribute(
    'aria-label',
    /15:00–23:00 Bar/,
  );
  await phone.close();
});

test('a group is granted leave, and one undo takes all of it back', async ({ page, context }) => {
  await server.signIn(context);
  await goReady(page, `${server.url}/requests/bistro/balances`);
  await page.getByRole('radio', { name: 'Time off for overtime' }).click();
  await page.getByRole('button', { name: 'Grant leave …' }).click();
  const form = page.getByRole('region', { name: 'Grant Time off for overtime' });
  await form.getByRole('radio', { name: 'Groups' }).click();
  await form.getByRole('checkbox', { name: 'Floaters' }).click();
  await form.getByLabel('How much').fill('3');
  await form.getByLabel('How much').press('Enter');
  await form.getByRole('button', { name: /^Grant 3 h to \d+ (?:person|people)$/ }).click();
  const left = (hours: number) =>
    page.getByRole('button', { name: `${hours} h left to Lior Amsel: show the entries` });
  await expect(left(3)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(left(0)).toBeVisible();
});

test('somebody cannot come: their shifts turn open, schedulers know, and they say when they are back', async ({
  page,
  context,
  browser,
}) => {
  await server.signIn(context);
  await goReady(page, `${server.url}/setup/bistro/leave-limits`);
  await page.getByRole('checkbox', { name: /^Shifts of whoever says/ }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await server.signIn(phone, 'demo-noor');
  const staff = await phone.newPage();
  await goReady(staff, `${server.url}/me/leave`);
  await staff.getByRole('button', { name: 'I cannot come …' }).click();
  const form = staff.getByRole('region', { name: 'I cannot come' });
  await expect(form.getByLabel('Why')).toHaveValue('sick');
  expect(await seriousFaults(staff)).toEqual([]);
  await form.getByRole('button', { name: 'I cannot come today' }).click();
  const mine = staff.getByRole('article', { name: /^Sick leave/ });
  await expect(mine).toContainText('Could not come: approved');
  await goReady(page, `${server.url}/requests/bistro`);
  const absent = page.getByRole('region', { name: 'Cannot come' });
  await expect(absent).toContainText('Noor Haddad, Sick leave, until Tue 24 November');
  await absent.getByRole('link', { name: 'Who can cover?' }).first().click();
  await expect(page.getByRole('complementary', { name: 'Who can cover?' })).toContainText('Tue 24');
  await goReady(page, `${server.url}/requests/bistro/decided`);
  await expect(page.getByRole('list', { name: 'Decided requests' })).toContainText('could not come');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('gridcell', { name: 'Noor Haddad, Tue 24' })).not.toHaveAttribute(
    'aria-label',
    /11:00–17:00/,
  );
  await mine.getByRole('button', { name: 'I am back today' }).click();
  await expect(mine).toContainText('given back');
  // A scheduler notes it for somebody, after seeing what it does.
  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByRole('button', { name: 'Somebody cannot come …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Somebody cannot come' });
  await dialog.getByLabel('Who').fill('Oona');
  await dialog.getByLabel('Who').press('Tab');
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Oona Kelly cannot come' }).click();
  await expect(absent).toContainText('Oona Kelly, Sick leave');
  await phone.close();
});

test('leave is entered, moved and taken back on the calendar, with the keyboard too', async ({
  page,
  context,
}) => {
  await server.signIn(context);
  await goReady(page, `${server.url}/requests/bistro/calendar?from=2026-11-30&weeks=9`);
  const grid = page.getByRole('grid', { name: 'People and their leave' });
  await grid.focus();
  // The first row is Bram's; from the Monday on, two weeks ahead, two days.
  await page.keyboard.press('PageDown');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  const form = page.getByRole('region', { name: 'Enter leave' });
  await expect(form).toContainText('Back on');
  await expect(form).toContainText('Left now 15 days');
  await form.getByRole('button', { name: 'Enter it' }).click();
  const bar = page.getByTitle(/^Bram de Wit: Annual leave, Mon 7 to Tue 8/);
  await expect(bar).toBeVisible();
  // Dragged two days on; what follows is looked at before it is put there.
  const box = (await bar.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + box.width, box.y + 8, { steps: 4 });
  await page.mouse.up();
  const panel = page.getByRole('article', { name: 'Leave of Bram de Wit' });
  await panel.getByRole('button', { name: 'Put it there' }).click();
  const moved = page.getByTitle(/^Bram de Wit: Annual leave, Wed 9 to Thu 10/);
  await expect(moved).toBeVisible();
  await moved.click();
  await panel.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByTitle(/^Bram de Wit: Annual leave/)).toHaveCount(0);
  expect(await seriousFaults(page)).toEqual([]);
});

test('sixty kinds of leave stay usable on a screen of 360 pixels', async ({ page, context }) => {
  await server.signIn(context);
  await page.setViewportSize({ width: 360, height: 740 });
  await goReady(page, `${server.url}/setup/bistro/leave`);
  const add = page.getByRole('button', { name: 'Add a kind' });
  const list = page.getByRole('list', { name: 'Kinds of leave' });
  const before = await list.getByRole('listitem').count();
  for (let i = before; i < 60; i++) {
    await add.click();
    await page.getByLabel('Name', { exact: true }).fill(`Leave for a reason of its own, number ${i}`);
  }
  await expect(list.getByRole('listitem')).toHaveCount(60);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  const overflows = () =>
    page.evaluate(() =>
      [...document.querySelectorAll('html, body, main')].some((one) => one.scrollWidth > one.clientWidth + 1),
    );
  expect(await overflows()).toBe(false);
  await server.signIn(context, 'demo-emil');
  await goReady(page, `${server.url}/me/leave`);
  await page.getByRole('button', { name: 'Ask for leave …' }).click();
  const form = page.getByRole('region', { name: 'Ask for leave' });
  await form.getByLabel('Kind').selectOption({ label: 'Leave for a reason of its own, number 59' });
  await expect(form).toContainText('Counts');
  expect(await overflows()).toBe(false);
});
