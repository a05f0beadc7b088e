import { type BrowserContext, type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, publishWeek, useDarkTheme } from './ready';
import { DemoServer, WEEK } from './server';

// The pages of staff, on a phone.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());
test.use({ viewport: { width: 390, height: 844 } });

const tab = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Your pages' }).getByRole('link', { name });

async function openAs(context: BrowserContext, page: Page, account: string, part = ''): Promise<void> {
  await server.signIn(context, account);
  await goReady(page, `${server.url}/me${part}`);
}

test('the next shift, the week and the team are a tap away, and figures open', async ({ page, context }) => {
  await openAs(context, page, 'demo-noor');
  const next = page.getByRole('region', { name: /^Today/ });
  await expect(next).toContainText('11:00–17:00');
  await expect(next).toContainText('6 h less 30 minutes of break = 5½ h');
  const week = page.getByRole('region', { name: 'Week 23–29 November' });
  await week.getByText('of 30 h').click();
  await expect(week).toContainText('Below the contract');
  await week.getByRole('button', { name: 'Week before' }).click();
  await expect(page.getByRole('region', { name: 'Week 16–22 November' })).toBeVisible();
  await tab(page, 'Team').click();
  await expect(page).toHaveURL(/\/me\/team$/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Fleur Okafor' })).toContainText('7:00–15:00');
  await page.getByRole('button', { name: 'Day after' }).click();
  await expect(page.getByRole('heading', { name: 'Wed 25 November' })).toBeVisible();
  await page.goBack();
  await expect(next).toBeVisible();
});

test('where one looked stays, however late the server answers that the address changed', async ({
  page,
  context,
}) => {
  let answered = 0;
  await page.route(/[?&]_rsc=/, async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
    answered++;
  });
  await openAs(context, page, 'demo-noor');
  await tab(page, 'Team').click();
  await page.getByRole('button', { name: 'Day after' }).click();
  await expect.poll(() => answered).toBeGreaterThan(0);
  await page.waitForTimeout(500);
  await expect(page.getByRole('heading', { name: 'Wed 25 November' })).toBeVisible();
});

test('the page that the server makes is of who asks, whoever asked before', async ({ browser }) => {
  const made: string[] = [];
  const wrong: string[] = [];
  for (const account of ['demo-emil', 'demo-noor', 'demo-lior', 'demo-emil']) {
    // As it comes, before any script runs; and then with scripts, which must find nothing else there.
    const bare = await browser.newContext({ javaScriptEnabled: false });
    await server.signIn(bare, account);
    const page = await bare.newPage();
    await page.goto(`${server.url}/me`);
    made.push((await page.locator('main').innerText()).replaceAll(/\s+/g, ' '));
    await bare.close();
    const full = await server.otherPage(browser, account);
    full.on('pageerror', ({ message }) => wrong.push(`${account}: ${message}`));
    await goReady(full, `${server.url}/me`);
    await full.context().close();
  }
  expect(made[0]).toContain('of 20 h');
  expect(made[1]).toContain('of 30 h');
  expect(made[2]).toContain('of 24 h');
  expect(made[3]).toBe(made[0]);
  expect(wrong).toEqual([]);
});

test('what the site does not show of colleagues is not there', async ({ page, context, browser }) => {
  const planner = await server.otherPage(browser);
  await goReady(planner, `${server.url}/setup/bistro/colleagues`);
  await planner.getByRole('checkbox', { name: 'Names' }).click();
  await expect(planner.locator('[data-sonner-toast]').first()).toContainText('Saved');
  await openAs(context, page, 'demo-noor', '/team');
  await expect(page.getByText('somebody as Lead').first()).toBeVisible();
  await expect(page.getByText('Fleur')).toHaveCount(0);
  await planner.getByRole('checkbox', { name: 'The team’s shifts' }).click();
  await expect(planner.getByRole('checkbox', { name: 'Names' })).toBeDisabled();
  await goReady(page, `${server.url}/me/team`);
  await expect(page.getByText('staff see their own shifts only')).toBeVisible();
  await planner.getByRole('checkbox', { name: 'The team’s shifts' }).click();
  await expect(planner.getByRole('checkbox', { name: 'Names' })).toBeEnabled();
  await planner.getByRole('checkbox', { name: 'Names' }).click();
  await expect(planner.getByRole('checkbox', { name: 'Names' })).toBeChecked();
  await planner.context().close();
});

test('availability is proposed with a thumb, and accepted by who plans', async ({
  page,
  context,
  browser,
}) => {
  await openAs(context, page, 'demo-noor', '/you');
  await page.getByRole('button', { name: 'Propose a change …' }).click();
  await page.getByLabel(/^As text/).fill('Mon-Fri 9-17');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'I can', exact: true }).check();
  const grid = page.getByRole('application', { name: 'When I can work, by weekday' });
  await grid.scrollIntoViewIfNeeded();
  const box = (await grid.boundingBox())!;
  const saturday = box.y + 42 + 5 * 48 + 24;
  const at = (hour: number) => box.x + 44 + ((box.width - 44) * hour) / 24;
  await page.mouse.move(at(10.5), saturday);
  await page.mouse.down();
  await page.mouse.move(at(13.5), saturday, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel(/^As text/)).toHaveValue('Mon-Fri 9-17; Sat 10-14');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(page.getByText('Proposed, not decided yet')).toBeVisible();

  const planner = await server.otherPage(browser);
  await goReady(planner, `${server.url}/people/bistro/noor`);
  await planner.getByRole('tab', { name: /^Availability/ }).click();
  const proposed = planner.getByRole('region', { name: 'Proposed' });
  await expect(proposed).toContainText('Mon-Fri 9-17; Sat 10-14');
  await proposed.getByRole('button', { name: 'Accept' }).click();
  await expect(proposed).toHaveCount(0);
  await goReady(page, `${server.url}/me/you`);
  await expect(page.getByText('Accepted')).toBeVisible();
  await expect(page.getByText(/From Mon 30 November: Mon-Fri 9-17; Sat 10-14/)).toBeVisible();
  // And who plans looks at the page as its person sees it.
  await planner.getByRole('link', { name: 'As they see it' }).click();
  await expect(planner.getByRole('heading', { name: 'As Noor Haddad sees it' })).toBeVisible();
  await expect(planner.getByRole('region', { name: /^Today/ })).toContainText('11:00–17:00');
  await planner.context().close();
});

test('a number and the wish to be told by it are changed by oneself, and stand there at once', async ({
  page,
  context,
  browser,
}) => {
  await openAs(context, page, 'demo-noor', '/you');
  const byText = page.getByRole('checkbox', { name: /^by text message/ });
  await expect(byText).toBeDisabled();
  await page.getByLabel('Telephone').fill('+351 555 0103');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(byText).toBeEnabled();
  // An answer that was under way since the number was saved may still put back what was shown before.
  await expect(async () => {
    if (!(await byText.isChecked())) await byText.click();
    await expect(byText).toBeChecked({ timeout: 2000 });
  }).toPass();
  await page.reload();
  await expect(byText).toBeChecked();
  // No message goes to the number before it is known to be theirs; the demo's messages can be read by the owner.
  await page.getByRole('button', { name: 'Send a code' }).click();
  await expect(page.getByText('A code was sent to +351 555 0103.')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const owner = await browser.newPage();
  await server.signIn(owner.context());
  await goReady(owner, `${server.url}/outbox`);
  const sent = owner.getByRole('row', { name: /Confirm your number/ });
  await sent.getByRole('button').first().click();
  const [code] = (await owner.getByText(/\d{6} is the code/).innerText()).match(/\d{6}/)!;
  await owner.context().close();
  await page.getByLabel('The code, 6 figures').fill(code === '000000' ? '000001' : '000000');
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'This is not the code' })).toContainText(
    '4 tries left',
  );
  await page.getByLabel('The code, 6 figures').fill(code);
  await page.getByRole('button', { name: 'Confirm', exact: true }).click();
  await expect(page.getByText('+351 555 0103 is confirmed.').first()).toBeVisible();
  // The address of the calendar is a secret: it is shown when it is asked for, and answers to whoever has it.
  await page.getByRole('button', { name: 'Show the address' }).click();
  const address = await page.getByLabel('Address of My shifts').inputValue();
  const { pathname } = new URL(address);
  const feed = await fetch(server.url + pathname);
  expect(feed.headers.get('content-type')).toContain('text/calendar');
  expect(await feed.text()).toContain('BEGIN:VEVENT');
  await page.getByRole('button', { name: 'Take another address' }).click();
  await expect(page.getByLabel('Address of My shifts')).not.toHaveValue(address);
  expect((await fetch(server.url + pathname)).status).toBe(404);
});

test('a wish for a coming week costs points, and stands in the plan', async ({ page, context, browser }) => {
  await openAs(context, page, 'demo-noor', '/you');
  await expect(page.getByText('8 of 12 points left')).toBeVisible();
  await page.getByRole('radiogroup', { name: 'Wish for Sat 5 December' }).getByLabel('free').click();
  await expect(page.getByText('7 of 12 points left')).toBeVisible();
  await page
    .getByRole('radiogroup', { name: 'How much the wish for Sat 5 December matters' })
    .getByLabel('3')
    .click();
  await expect(page.getByText('5 of 12 points left')).toBeVisible();
  const planner = await server.otherPage(browser);
  await planner.goto(`${server.url}/plan/bistro/2026-11-30`);
  await expect(
    planner.getByRole('gridcell', { name: 'Noor Haddad, Sat 5: wishes to be free' }),
  ).toBeVisible();
  await planner.context().close();
});

test('the plan is looked at as staff see it, and cannot be changed there', async ({ browser }) => {
  const planner = await server.otherPage(browser);
  await planner.goto(`${server.url}/plan/bistro/${WEEK}`);
  const cell = planner.getByRole('gridcell', { name: 'Emil Sandhu, Fri 27' });
  await expect(cell).toHaveAttribute('aria-label', /15:00–23:00/);
  await planner.getByRole('button', { name: 'As staff see it' }).click();
  await expect(cell).toHaveAttribute('aria-label', /no shift/);
  await cell.click();
  await planner.keyboard.type('9-17');
  await planner.keyboard.press('Enter');
  await expect(planner.getByText('This is what staff see.').first()).toBeVisible();
  await planner.keyboard.press('Escape');
  await planner.getByRole('button', { name: 'Back to the draft' }).click();
  await expect(cell).toHaveAttribute('aria-label', /15:00–23:00/);
  await planner.context().close();
});

test('without a connection the weeks are there with their age, ticks wait, and sign-out leaves nothing', async ({
  context,
  browser,
}) => {
  let page = await context.newPage();
  const planner = await server.otherPage(browser);
  await planner.goto(`${server.url}/plan/bistro/${WEEK}`);
  await planner.getByRole('gridcell', { name: 'Emil Sandhu, Thu 26' }).click();
  await planner.keyboard.type('10-14 floor');
  await planner.keyboard.press('Enter');
  await expect(planner.getByTestId('save-state')).toHaveText(/^Saved/);
  await publishWeek(planner, `${server.url}/plan/bistro/${WEEK}`);
  await planner.context().close();
  await openAs(context, page, 'demo-emil');
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  // Once more, now that what comes is kept.
  await goReady(page, `${server.url}/me`);
  await tab(page, 'Team').click();
  await expect(page.getByText('Ilse Brandt')).toBeVisible();
  await server.stop();
  await page.goto(`${server.url}/me`);
  await expect(page.getByRole('region', { name: /^Tomorrow/ })).toContainText('15:00–23:00');
  await expect(page.getByText(/^No connection\. As it was/)).toBeVisible({ timeout: 15_000 });
  await tab(page, 'Team').click();
  await expect(page.getByText('Ilse Brandt')).toBeVisible();
  await tab(page, 'News').click();
  await page.getByRole('button', { name: 'Seen' }).click();
  await expect(page.getByText('1 thing you said here is sent later.')).toBeVisible();
  // Put away and opened anew. (A page that is led elsewhere by remote control while a request of it is under way may hang in the browser.)
  await page.close();
  page = await context.newPage();
  await page.goto(`${server.url}/me/news`);
  await expect(page.getByText('1 thing you said here is sent later.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Seen' })).toHaveCount(0);
  await server.start();
  // It comes back by itself; whoever does not want to wait for that has a button.
  const again = page.getByRole('button', { name: 'Try again' });
  if (await again.isVisible()) await again.click({ timeout: 2000 }).catch(() => undefined);
  await expect(page.getByText(/^No connection/)).toHaveCount(0, { timeout: 15_000 });
  await expect(page.getByText(/is sent later/)).toHaveCount(0, { timeout: 15_000 });
  await expect(page.getByText('You have seen all of it.')).toBeVisible();

  const kept = () =>
    page.evaluate(async () => (await caches.keys()).filter((name) => name === 'vicenda own'));
  expect(await kept()).toEqual(['vicenda own']);
  await page.getByRole('button', { name: /: account$/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/\/sign-in/);
  expect(await kept()).toEqual([]);
});

test('a server that takes connections and answers nothing is as good as none', async ({ page, context }) => {
  await openAs(context, page, 'demo-emil');
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await goReady(page, `${server.url}/me`);
  // The parts that nobody opened are kept too, a little later.
  const filesLoaded = () =>
    page.evaluate(async () => {
      const files = performance
        .getEntriesByType('resource')
        .filter(({ name }) => new URL(name).pathname.startsWith('/_next/static/'));
      const cache = await caches.open('vicenda files');
      const kept = await Promise.all(files.map(({ name }) => cache.match(name, { ignoreVary: true })));
      return kept.every((file) => file !== undefined) ? files.length : 0;
    });
  const atFirst = await filesLoaded();
  await expect.poll(filesLoaded).toBeGreaterThan(atFirst + 5);
  server.hang();
  try {
    // A part that was never opened by its own address.
    await page.goto(`${server.url}/me/you`, { timeout: 30_000 });
    await expect(page.getByRole('heading', { name: 'Emil Sandhu' })).toBeVisible();
    await expect(page.getByText(/^No connection\. As it was/)).toBeVisible();
  } finally {
    server.goOn();
  }
  const again = page.getByRole('button', { name: 'Try again' });
  if (await again.isVisible()) await again.click({ timeout: 2000 }).catch(() => undefined);
  await expect(page.getByText(/^No connection/)).toHaveCount(0);
});

test('every staff page is free of serious faults in both themes, and fits 360 px with text twice as large', async ({
  page,
  context,
}) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await openAs(context, page, 'demo-lior');
  const look = async (of?: 'contrast') => {
    for (const part of ['', '/team', '/open', '/news', '/you']) {
      await goReady(page, `${server.url}/me${part}`);
      await page.getByRole('heading').first().waitFor();
      expect([part, await seriousFaults(page, of)]).toEqual([part, []]);
    }
  };
  await look();
  await useDarkTheme(page);
  await look('contrast');
  await page.addInitScript(() => {
    document.addEventListener('DOMContentLoaded', () => (document.documentElement.style.fontSize = '200%'));
  });
  for (const part of ['', '/team', '/open', '/news', '/you']) {
    await goReady(page, `${server.url}/me${part}`);
    const wide = await page.locator('main').evaluate((main) => main.scrollWidth - main.clientWidth);
    expect([part, wide]).toEqual([part, 0]);
  }
});
