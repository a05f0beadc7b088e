import { type Browser, type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf, publishWeek } from './ready';
import { DemoServer, WEEK } from './server';

// Open shifts, swaps and shifts given up, between phones and whoever plans.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());
test.setTimeout(120_000);

const phone = (browser: Browser, account: string, path?: string) => phoneOf(server, browser, account, path);

/** Opens what can be done with a shift of one's own. */
async function askAbout(page: Page, day: string, times: string): Promise<void> {
  const row = page.getByRole('listitem', { name: day });
  await row.getByText(times).click();
  await row.getByRole('button', { name: 'Swap, hand over or give up' }).click();
}

test('a shift given up goes from one phone to another and to who plans, who sees what it does before', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await publishWeek(page, `${server.url}/plan/bistro/${WEEK}`);
  const giver = await phone(browser, 'demo-emil');
  await askAbout(giver, 'Sun 29 November', '17:00–23:00');
  const dialog = giver.getByRole('dialog', { name: 'Swap, hand over, give up' });
  await dialog.getByRole('radio', { name: 'Give up' }).click();
  await expect(dialog).toContainText('It stays yours until somebody has it and it is approved.');
  expect(await seriousFaults(giver)).toEqual([]);
  await dialog.getByRole('button', { name: 'Give it up' }).click();
  await expect(giver.getByRole('article', { name: /gives Sun 29, 17:00–23:00 Floor up/ })).toContainText(
    'it is yours until somebody has it',
  );

  // Whoever could work it sees it, with what it would mean, and nobody else.
  const taker = await phone(browser, 'demo-noor', '/me/open');
  const given = taker.getByRole('region', { name: 'Given up by colleagues' });
  await expect(given).toContainText('Sun 29, 17:00–23:00 Floor');
  await expect(given).toContainText('+5½ h');
  const jonas = await phone(browser, 'demo-jonas', '/me/open');
  await expect(jonas.getByRole('heading', { name: 'Open shifts' })).toBeVisible();
  await expect(jonas.getByRole('region', { name: 'Given up by colleagues' })).toHaveCount(0);
  await given.getByRole('button', { name: 'Take it' }).click();
  await expect(taker.getByRole('region', { name: 'Colleagues ask you' })).toContainText('You said yes');

  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByRole('button', { name: /Emil Sandhu gives Sun 29/ }).click();
  const side = page.getByRole('article', { name: /Emil Sandhu gives Sun 29/ });
  await expect(side).toContainText('Noor Haddad +5½ h');
  await side.getByRole('button', { name: 'Ask back …' }).click();
  await side.getByLabel('What to ask').fill('Is Wednesday as planned?');
  await side.getByRole('button', { name: 'Ask', exact: true }).click();
  await giver.reload();
  await giver.getByRole('link', { name: /^Ask/ }).click();
  const mine = giver.getByRole('article', { name: /gives Sun 29/ });
  await expect(mine).toContainText('Is Wednesday as planned?');
  await mine.getByLabel('Your answer').fill('Yes');
  await mine.getByRole('button', { name: 'Answer' }).click();
  await expect(mine.getByLabel('Your answer')).toHaveCount(0);

  // It can be decided where its shift stands.
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  const emil = page.getByRole('gridcell', { name: /^Emil Sandhu, Sun 29/ });
  await expect(emil).toHaveAttribute('aria-label', /Asked for: Emil Sandhu gives Sun 29/);
  await emil.click();
  await page.getByRole('button', { name: 'Decide …' }).click();
  await side.getByRole('button', { name: 'Approve', exact: true }).click();
  await expect(emil).toHaveAttribute('aria-label', /no shift/);
  await expect(page.getByRole('gridcell', { name: 'Noor Haddad, Sun 29' })).toHaveAttribute(
    'aria-label',
    /17:00–23:00 Floor/,
  );
  await goReady(taker, `${server.url}/me/news`);
  await expect(taker.getByRole('article').filter({ hasText: 'Sun 29, 17:00–23:00 Floor' })).toContainText(
    'new',
  );
  for (const one of [giver, taker, jonas]) await one.context().close();
});

test('several are approved at once, and one of two who ask for an open shift is chosen', async ({ page }) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByLabel('Kind').selectOption('Take an open shift');
  await page.getByRole('button', { name: /^Teo Marchetti takes/ }).click();
  const side = page.getByRole('article', { name: /^Teo Marchetti takes/ });
  const asking = side.getByRole('region', { name: 'Who asks for it' });
  await expect(asking.getByRole('row')).toHaveCount(3);
  await asking.getByRole('button', { name: 'Yuki Arai' }).click();
  await page
    .getByRole('article', { name: /^Yuki Arai takes/ })
    .getByRole('button', { name: 'Approve', exact: true })
    .click();
  // Whoever asked in vain has been told; nothing of it waits any more.
  await expect(page.getByRole('button', { name: /takes the open shift/ })).toHaveCount(0);
  const ticks = page.getByRole('button', { name: /^Tick the \d+ that nothing speaks against/ });
  await ticks.click();
  await page.getByRole('button', { name: /^Approve \d+ ticked requests/ }).click();
  await expect(page.getByRole('button', { name: /^Noor Haddad gives/ })).toHaveCount(0);
  await goReady(page, `${server.url}/requests/bistro/decided`);
  await page.getByRole('button', { name: /^Yuki Arai takes the open shift/ }).click();
  await page.getByRole('button', { name: 'Take the approval back …' }).click();
  await page.getByRole('button', { name: 'Take back', exact: true }).click();
  await expect(page.getByRole('article', { name: /^Yuki Arai takes/ })).toContainText('then taken back');
});

test('availability that somebody proposes is seen over what stands, and accepted from a later day', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/requests/bistro`);
  await page.getByRole('button', { name: /^Emil Sandhu proposes availability/ }).click();
  const side = page.getByRole('article', { name: 'Emil Sandhu proposes availability' });
  await expect(side.getByRole('listitem', { name: /^Wednesday: .*17–23:30 gone/ })).toBeVisible();
  await expect(side).toContainText('Figures: how many could work then as');
  expect(await seriousFaults(page)).toEqual([]);
  await side.getByRole('textbox', { name: 'It counts from' }).fill('14/12/2026');
  await side.getByRole('button', { name: 'Accept from Mon 14 December' }).click();
  await expect(page.getByRole('button', { name: /^Emil Sandhu proposes availability/ })).toHaveCount(0);
  const emil = await phone(browser, 'demo-emil', '/me/you');
  await expect(emil.getByText('Accepted from Mon 14 December')).toBeVisible();
  await goReady(page, `${server.url}/requests/bistro/person?person=emil`);
  await expect(
    page.getByRole('button', { name: /Emil Sandhu proposes availability.*accepted/ }),
  ).toBeVisible();
  await emil.context().close();
});

test('a shift that is asked about is marked in the plan, and publishing it otherwise says so', async ({
  page,
}) => {
  await server.signIn(page.context());
  await page.goto(`${server.url}/plan/bistro/${WEEK}`);
  const priya = page.getByRole('gridcell', { name: /^Priya Nair, Thu 26/ });
  await expect(priya).toHaveAttribute('aria-label', /Asked for: Priya Nair gives Thu 26/);
  await priya.click();
  await page.getByRole('button', { name: 'Look at it …' }).click();
  const panel = page.getByRole('complementary', { name: 'Asked for' });
  await expect(panel).toContainText('It is not for you to decide now.');
  expect(await seriousFaults(page)).toEqual([]);
  await panel.getByRole('button', { name: 'Close' }).click();
  // A draft of it that differs is published only with a word on who has to ask anew.
  await priya.press('1');
  await page.keyboard.type('5-22');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await goReady(page, `${server.url}/plan/bistro/${WEEK}/publish`);
  const asked = page.getByRole('region', { name: 'Asked for' });
  await expect(asked).toContainText('1 request about shifts that are published otherwise with this');
  await asked.getByRole('link', { name: /Priya Nair gives Thu 26/ }).click();
  await expect(page.getByRole('heading', { name: 'With others' })).toBeVisible();
});

test('the rules of a site are sentences, and what they say holds on the phone at once', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/requests`);
  await expect(page.getByText('Staff may ask: swap, hand over, give up, take an open shift.')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page
    .getByRole('group', { name: 'Staff may ask to' })
    .getByRole('checkbox', { name: 'Give up' })
    .uncheck();
  await expect(page.getByText('Staff may ask: swap, hand over, take an open shift.')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('[data-sonner-toast]').first()).toContainText('Saved');
  const taker = await phone(browser, 'demo-emil');
  await askAbout(taker, 'Wed 25 November', '15:00–23:00');
  const dialog = taker.getByRole('dialog', { name: 'Swap, hand over, give up' });
  await dialog.getByRole('radio', { name: 'Give up' }).click();
  await expect(dialog).toContainText('This is not asked for here');
  await taker.context().close();
});
