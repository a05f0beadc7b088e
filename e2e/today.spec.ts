import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer } from './server';

// The plan meets the day: who is missing, clocked in for, put right, and others hear of it.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());

const now = (page: Page) => page.getByRole('complementary', { name: 'Now' });
const wanja = (page: Page) => page.getByRole('complementary', { name: 'Wanja Ekström' });
const row = (page: Page, name: string) =>
  page.getByRole('list', { name: 'People of the day' }).getByRole('button', { name });

test('who is missing is clocked in, and it is put right with a reason while somebody else looks on', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/today/bistro`);
  await expect(page.getByRole('heading', { name: 'Tue 24 November' })).toBeVisible();
  await expect(row(page, 'Wanja Ekström')).toContainText('missing, 3 h');
  expect(await seriousFaults(page)).toEqual([]);
  const other = await browser.newContext();
  await server.signIn(other);
  const theirs = await other.newPage();
  await goReady(theirs, `${server.url}/today/bistro`);

  await page.getByRole('button', { name: '1 missing' }).click();
  await expect(page.getByRole('list', { name: 'People of the day' }).getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: '1 missing' }).click();
  await now(page).getByRole('button', { name: 'Clock in for' }).click();
  await expect(row(page, 'Wanja Ekström')).toContainText('in since 10:00');
  await expect(row(theirs, 'Wanja Ekström')).toContainText('in since 10:00');

  await row(page, 'Wanja Ekström').click();
  await expect(wanja(page)).toContainText('late, 3 h');
  await wanja(page).getByRole('button', { name: 'Change times' }).click();
  const time = wanja(page).getByLabel('When it was, 1');
  await time.fill('7:04');
  await time.press('Tab');
  await expect(wanja(page).getByRole('button', { name: 'Correct' })).toBeDisabled();
  await wanja(page).getByLabel('Why').fill('the door was locked');
  expect(await seriousFaults(page)).toEqual([]);
  await wanja(page).getByRole('button', { name: 'Correct' }).click();
  await expect(row(page, 'Wanja Ekström')).toContainText('in since 7:04');
  await expect(wanja(page)).toContainText('7:04 counts as 7:05: nearest 5 min');
  await expect(wanja(page)).toContainText('set by Runa Deering: the door was locked');
  await expect(row(theirs, 'Wanja Ekström')).toContainText('in since 7:04');
  await other.close();
});

test('who is missing is marked absent, and is on leave then', async ({ page }) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/today/chandlery`);
  await expect(row(page, 'Rafe Dunmore')).toContainText('missing, 60 min');
  await now(page).getByRole('button', { name: 'Mark absent' }).click();
  const dialog = page.getByRole('dialog', { name: 'Somebody cannot come' });
  await dialog.getByRole('button', { name: 'Rafe Dunmore cannot come' }).click();
  await expect(row(page, 'Rafe Dunmore')).toContainText('on leave');
});

test('what was forgotten is entered, and a time to come is refused with what is wrong', async ({ page }) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/today/bistro`);
  await row(page, 'Noor Haddad').click();
  const panel = page.getByRole('complementary', { name: 'Noor Haddad' });
  await panel.getByRole('button', { name: 'Enter times' }).click();
  await panel.getByLabel('Why').fill('forgot');
  const time = panel.getByLabel('When it was, 1');
  await time.fill('11');
  await time.press('Tab');
  await panel.getByRole('button', { name: 'Correct' }).click();
  await expect(panel.getByRole('alert')).toHaveText('This time is still to come.');
  await time.fill('9:55');
  await time.press('Tab');
  await panel.getByRole('button', { name: 'Correct' }).click();
  await expect(row(page, 'Noor Haddad')).toContainText('in since 9:55');
});

test('a shift of another day is offered to several people from the plan, and Today says who said what', async ({
  page,
}) => {
  await server.signIn(page.context(), 'demo-ilse');
  await page.goto(`${server.url}/plan/bistro/2026-11-23#cover=bistro-2026-11-23-49`);
  const panel = page.getByRole('complementary', { name: 'Who can cover?' });
  await panel.getByRole('button', { name: 'Ask several people' }).click();
  const dialog = page.getByRole('dialog', { name: /^Ask who takes Wed 25,/ });
  await expect(dialog.getByRole('table', { name: 'Who is asked' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: /^Ask \d+ (person|people)$/ }).click();
  await expect(page.getByText('They are asked. Today says who said what.')).toBeVisible();
  await goReady(page, `${server.url}/today/bistro`);
  const round = page.getByRole('region', { name: /^Call round, Wed 25,/ });
  await expect(round).toContainText(/asked 10:0/);
  await round.getByRole('button', { name: 'Stop asking' }).click();
  await expect(page.getByRole('region', { name: /^Call round/ })).toHaveCount(0);
});
