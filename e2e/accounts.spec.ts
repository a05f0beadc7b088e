import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, publishWeek } from './ready';
import { DemoServer, WEEK } from './server';

// Signing in, being invited, and the round of a week between who plans and who works.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const PASSWORD = 'saltmere tides';

async function signIn(page: Page, name: string, password: string): Promise<void> {
  await goReady(page, `${server.url}/sign-in`);
  await page.getByLabel('E-mail or staff number').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('a page leads to signing in and back; what is wrong is said without saying what', async ({ page }) => {
  await goReady(page, `${server.url}/people/bistro`);
  await expect(page).toHaveURL(/\/sign-in\?to=/);
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.locator('main').getByRole('alert').first()).toContainText('Must not be empty');
  await page.getByLabel('E-mail or staff number').fill('101');
  await page.getByLabel('Password').fill('not the password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.locator('main').getByRole('alert')).toContainText('do not go together');
  await expect(page.getByLabel('E-mail or staff number')).toHaveValue('101');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page).toHaveURL(/\/people\/bistro$/);
  // Ilse plans the bistro without seeing pay: nothing of it stands here.
  await expect(page.getByRole('heading', { name: /people/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Base pay' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Ilse Brandt: account' }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/\/sign-in$/);
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page).toHaveURL(/\/sign-in\?to=/);
});

test('a new installation belongs to whoever reads the terminal', async ({ page }) => {
  const empty = new DemoServer();
  await empty.start();
  await goReady(page, empty.url);
  await expect(page).toHaveURL(/\/first-owner$/);
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByLabel('Your name').fill('Ada Marlow');
  await page.getByLabel('E-mail').fill('ada@quay.example');
  await page.getByLabel('Password').fill('three words at sea');
  await page.getByLabel('Set-up code').fill('AAAA-BBBB-CCCC');
  await page.getByRole('button', { name: 'Make my account' }).click();
  await expect(page.locator('main').getByRole('alert')).toContainText('not the code');
  await expect(page.getByLabel('Your name')).toHaveValue('Ada Marlow');
  await page.getByLabel('Set-up code').fill(empty.setUpCode);
  await page.getByRole('button', { name: 'Make my account' }).click();
  await expect(page.getByRole('heading', { name: 'Let us set up a first week' })).toBeVisible();
  await empty.end();
});

test('a link to elsewhere is not followed after signing in', async ({ page }) => {
  await goReady(page, `${server.url}/sign-in?to=${encodeURIComponent('//evil.example/x')}`);
  await page.getByRole('button', { name: /^Noor Haddad/ }).click();
  await expect(page).toHaveURL(`${server.url}/me`);
});

test('somebody is invited by a code, joins, and is signed out everywhere by a new password', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context(), 'demo-ilse');
  await goReady(page, `${server.url}/accounts`);
  await page.getByRole('checkbox', { name: /Caio Duarte/ }).check();
  await page.getByRole('button', { name: 'Invite 1 person' }).click();
  const row = page.getByRole('row', { name: /Caio Duarte/ });
  await expect(row).toContainText('invited');
  const code = /[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}/.exec(await row.innerText())![0];
  await page.goto(`${server.url}/accounts/sheet`);
  await expect(page.getByText(code)).toBeVisible();
  await expect(page.locator('svg').first()).toBeVisible();

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await goReady(phone, `${server.url}/join/${code}`);
  await expect(phone.getByRole('heading', { name: 'Welcome, Caio Duarte' })).toBeVisible();
  expect(await seriousFaults(phone)).toEqual([]);
  await phone.getByLabel('Password').fill('Caio Duarte');
  await phone.getByRole('button', { name: 'Sign in with this password' }).click();
  await expect(phone.locator('main').getByRole('alert')).toContainText('own name');
  await phone.getByLabel('Password').fill('bar and boats');
  await phone.getByRole('button', { name: 'Sign in with this password' }).click();
  await expect(phone).toHaveURL(/\/me$/);
  await expect(phone.getByText('15:00–23:00').first()).toBeVisible();
  // Once is once.
  const other = await (await browser.newContext()).newPage();
  await goReady(other, `${server.url}/join/${code}`);
  await expect(other.locator('main').getByRole('alert')).toContainText('used already');
  await signIn(other, '110', 'bar and boats');
  await expect(other).toHaveURL(/\/me$/);

  await goReady(phone, `${server.url}/account`);
  await expect(phone.getByText('now, this one')).toBeVisible();
  await phone.getByLabel('Password now').fill('bar and boats');
  await phone.getByLabel('New password').fill('boats and bars');
  await phone.getByRole('button', { name: 'Change password' }).click();
  await expect(phone.locator('[data-sonner-toast]')).toContainText('Password changed');
  await other.goto(`${server.url}/me`);
  await expect(other).toHaveURL(/\/sign-in\?to=/);
  await phone.context().close();
  await other.context().close();
});

test('a lead edits the own area alone, and is told why not elsewhere', async ({ page }) => {
  await server.signIn(page.context(), 'demo-bram');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(page.getByRole('link', { name: /^Publish/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Set-up' })).toHaveCount(0);
  await page.getByRole('gridcell', { name: 'Priya Nair, Sun 29' }).click();
  await page.keyboard.type('16-20');
  await page.keyboard.press('Enter');
  await expect(page.getByText('You plan only the roles of your area here.').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('gridcell', { name: 'Teo Marchetti, Sun 29' }).click();
  await page.keyboard.type('16-20');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: 'Teo Marchetti, Sun 29' })).toHaveAttribute(
    'aria-label',
    /16:00–20:00 Kitchen/,
  );
  await page.keyboard.press('Control+z');
  await page.goto(`${server.url}/people/bistro`);
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
});

test('the round: planned, published, seen, changed late, told, answered, decided', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/site`);
  await page.getByLabel('Notice of changes').fill('7');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  const publish = () => publishWeek(page, `${server.url}/plan/bistro/${WEEK}`);
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await server.signIn(phone, 'demo-emil');
  const staff = await phone.newPage();
  await goReady(staff, `${server.url}/me`);
  const friday = staff.getByRole('listitem', { name: 'Fri 27 November' });
  await expect(friday).not.toContainText(':00');

  await publish();
  await goReady(staff, `${server.url}/me/news`);
  const news = staff.getByRole('article');
  await expect(news).toContainText('Fri 27, 15:00–23:00 Bar');
  await expect(news).toContainText('new');
  expect(await seriousFaults(staff)).toEqual([]);
  await news.getByRole('button', { name: 'Seen' }).click();
  await expect(news).toHaveCount(0);

  const cell = page.getByRole('gridcell', { name: 'Emil Sandhu, Fri 27' });
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await cell.click();
  await page.keyboard.type('16-22 bar');
  await page.keyboard.press('Enter');
  await expect(cell).toHaveAttribute('aria-label', /16:00–22:00/);
  await expect(page.getByRole('link', { name: 'Publish 1' })).toBeVisible();
  // Not told yet: staff see what they were told.
  await goReady(staff, `${server.url}/me`);
  await expect(friday).toContainText('15:00–23:00');
  await publish();
  await goReady(staff, `${server.url}/me/news`);
  await expect(news).toContainText('Fri 27, 16:00–22:00 Bar');
  await expect(news).toContainText('was Fri 27, 15:00–23:00 Bar');
  await expect(news).toContainText('late');
  await news.getByRole('button', { name: 'No', exact: true }).click();
  await expect(news).toHaveCount(0);

  await goReady(page, `${server.url}/plan/bistro/${WEEK}/publish`);
  const late = page.getByRole('list', { name: 'Late changes' });
  await expect(late).toContainText(/Emil Sandhu, Fri 27, late: no(?! answer)/);
  await late.getByRole('link', { name: 'Who can cover?' }).click();
  await expect(page.getByRole('complementary', { name: 'Who can cover?' })).toContainText('Fri 27');
  await goReady(page, `${server.url}/plan/bistro/${WEEK}/publish`);
  await late.getByRole('button', { name: 'Give it back …' }).click();
  await expect(late).toContainText('Fri 27 15–23 Bar again');
  await late.getByRole('button', { name: 'Give it back', exact: true }).click();
  await expect(late).toContainText('no, given back');
  // It is published at once, and nobody is asked about it again.
  await goReady(staff, `${server.url}/me/news`);
  await expect(news).toContainText('Fri 27, 15:00–23:00 Bar');
  await expect(news).not.toContainText('late');
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  await expect(cell).toHaveAttribute('aria-label', /15:00–23:00/);
  await phone.close();
});
