import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady, phoneOf } from './ready';
import { DemoServer, WEEK } from './server';

// A week that is proposed: looked for, stopped, looked further, partly taken, undone.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.afterAll(() => server.end());
test.setTimeout(120_000);

const EMPTY = '2026-12-07';
const panel = (page: Page) => page.locator('#panel');
const proposed = (page: Page) => page.locator('.bar[data-proposed]');
const drafts = (page: Page) => page.locator('.bar:not([data-proposed])');

/** How many a button says it would take. */
async function taking(page: Page): Promise<number> {
  const text = await panel(page)
    .getByRole('button', { name: /^Take \d+$/ })
    .innerText();
  return Number(/\d+/.exec(text)![0]);
}

async function openPlan(page: Page, week: string): Promise<void> {
  await page.goto(`${server.url}/plan/bistro/${week}`);
  await expect(page.getByRole('grid', { name: 'Week plan' })).toBeVisible();
}

async function foundIn(page: Page): Promise<void> {
  await expect(panel(page).getByRole('heading', { name: 'Proposed shifts' })).toBeVisible({
    timeout: 90_000,
  });
}

test('an empty week is proposed, stopped, looked further, partly taken and undone', async ({ page }) => {
  await server.signIn(page.context());
  await openPlan(page, EMPTY);
  await expect(drafts(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Propose shifts' }).click();
  await expect(panel(page)).toContainText('have no availability: they count as free at any time');
  expect(await seriousFaults(page)).toEqual([]);
  await panel(page).getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(panel(page)).toContainText('Best so far', { timeout: 30_000 });
  await page.getByRole('button', { name: /^Stop/ }).click();
  await foundIn(page);
  await expect(panel(page)).toContainText(/Stopped after|Found after/);
  await expect(panel(page)).toContainText('of all plans made of these shift times');

  await panel(page).getByRole('button', { name: 'Look further' }).click();
  await expect(panel(page)).toContainText('Best so far', { timeout: 30_000 });
  await page.waitForTimeout(4000);
  // It may have ended by itself meanwhile.
  await page
    .getByRole('button', { name: /^Stop/ })
    .click({ timeout: 2000 })
    .catch(() => undefined);
  await foundIn(page);
  const all = await taking(page);
  expect(all).toBeGreaterThan(20);
  expect(await proposed(page).count()).toBeGreaterThan(10);
  expect(await seriousFaults(page)).toEqual([]);

  // Those of one day are taken, and are ordinary drafts then; one undo takes them back, and they are proposed again.
  const which = panel(page).getByLabel('Which of the shifts');
  const monday = (await which.locator('option').allInnerTexts()).find((text) => text.startsWith('Mon 7'))!;
  await which.selectOption({ label: monday });
  const some = await taking(page);
  await panel(page)
    .getByRole('button', { name: `Take ${some}` })
    .click();
  await expect(page.getByText(`${some} shifts taken into the plan as drafts.`)).toBeVisible();
  await expect(page.getByTestId('save-state')).toContainText('Saved');
  expect(await drafts(page).count()).toBeGreaterThan(0);
  await which.selectOption('all');
  expect(await taking(page)).toBe(all - some);
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(drafts(page)).toHaveCount(0);
  await expect.poll(() => taking(page)).toBe(all);

  // Left out is left out; closed, it is off the plan, and there again when it is opened.
  await which.selectOption({ label: monday });
  await panel(page).getByRole('button', { name: 'Leave out' }).click();
  await which.selectOption('all');
  expect(await taking(page)).toBe(all - some);
  await page.keyboard.press('Escape');
  await expect(proposed(page)).toHaveCount(0);
  await page.keyboard.press('Alt+p');
  await expect.poll(() => taking(page)).toBe(all - some);
});

test('what others do meanwhile is not overwritten: the proposal lies on the plan as it is now', async ({
  page,
  browser,
}) => {
  await server.signIn(page.context());
  await openPlan(page, '2026-12-14');
  await page.keyboard.press('Alt+p');
  await panel(page).getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(panel(page)).toContainText('Best so far', { timeout: 30_000 });
  await page.waitForTimeout(3000);
  await page
    .getByRole('button', { name: /^Stop/ })
    .click({ timeout: 5000 })
    .catch(() => undefined);
  await foundIn(page);
  const first = proposed(page).first();
  const cell = page.locator('[role="gridcell"]', { has: first });
  const name = (await cell.first().getAttribute('aria-label'))!.split(':')[0];
  const all = await taking(page);

  const other = await browser.newContext();
  await server.signIn(other);
  const theirs = await other.newPage();
  await openPlan(theirs, '2026-12-14');
  await theirs.getByRole('gridcell', { name }).click();
  await theirs.keyboard.type('12-16');
  await theirs.keyboard.press('Enter');
  await expect(theirs.getByTestId('save-state')).toContainText('Saved');

  await expect(panel(page)).toContainText('No longer fits', { timeout: 15_000 });
  expect(await taking(page)).toBe(all - 1);
  await other.close();
});

test('a proposal is kept, compared with the week before, shown again and downloaded with what proves it', async ({
  page,
}) => {
  await server.signIn(page.context());
  await openPlan(page, EMPTY);
  await page.keyboard.press('Alt+p');
  await panel(page).getByRole('button', { name: 'Propose', exact: true }).click();
  await foundIn(page);
  const all = await taking(page);
  await expect(panel(page).getByRole('heading', { name: 'Who carries what' })).toBeVisible();
  await panel(page).getByRole('button', { name: 'Keep, compare' }).click();
  await panel(page).getByRole('button', { name: 'The proposal' }).click();
  await expect(panel(page).getByText('A Proposal')).toBeVisible();
  await panel(page).getByRole('button', { name: 'The plan as it stands' }).click();
  await expect(panel(page).getByText('B By hand')).toBeVisible();
  await expect(panel(page).getByRole('row', { name: /^Differs/ })).toHaveText(`Differs0${all}0`);
  expect(await seriousFaults(page)).toEqual([]);
  const download = page.waitForEvent('download');
  await panel(page).getByRole('link', { name: 'proposal.json' }).click();
  expect((await download).suggestedFilename()).toBe('proposal.json');
  await panel(page).getByRole('button', { name: 'Show Proposal on the plan' }).click();
  expect(await taking(page)).toBe(all);
  expect(await proposed(page).count()).toBeGreaterThan(10);
  await panel(page).getByRole('button', { name: 'Compare' }).click();
  await panel(page).getByRole('button', { name: 'Remove By hand' }).click();
  await expect(panel(page).getByText('B By hand')).toHaveCount(0);
});

test('a site says what proposals go by, in a sentence', async ({ page }) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/setup/bistro/goals`);
  await expect(page.getByText(/Contract hours before wishes, wishes before fair shares/)).toBeVisible();
  await page.getByRole('button', { name: 'Move cost up' }).click();
  await page.getByRole('button', { name: 'Move cost up' }).click();
  await expect(page.getByText(/Contract hours before cost, cost before wishes/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo' }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/Contract hours before cost, cost before wishes/)).toBeVisible();
});

test('who carries what is said to who plans, and to staff of themselves alone', async ({ page, browser }) => {
  await server.signIn(page.context());
  await goReady(page, `${server.url}/people/bistro/fairness`);
  await expect(page.getByRole('heading', { name: 'Who carries what' })).toBeVisible();
  const row = page.getByRole('row', { name: /Priya Nair/ });
  await row.getByRole('button', { name: 'Priya Nair' }).click();
  await expect(page.getByRole('heading', { name: 'Priya Nair' })).toBeVisible();
  await page.getByRole('columnheader', { name: 'Weekends' }).getByRole('button').click();
  await expect(page.getByRole('heading', { name: 'Weekends: from the share' })).toBeVisible();
  await page.locator('[aria-expanded]', { hasText: 'Weekends' }).click();
  await expect(page.getByText(/such shifts in all/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  await goReady(page, `${server.url}/people/bistro/priya`);
  await page.getByRole('tab', { name: /Carries/ }).click();
  await expect(page.getByRole('heading', { name: 'Carries' })).toBeVisible();
  await expect(page.getByText('the share is').first()).toBeVisible();

  const noor = await phoneOf(server, browser, 'demo-noor', '/me/you');
  await expect(noor.getByRole('heading', { name: 'What you carry' })).toBeVisible();
  await expect(noor.getByText('the share is').first()).toBeVisible();
  const answer = await noor.request.get(`${server.url}/api/me/fairness`);
  const text = await answer.text();
  expect(text).toContain('noor');
  for (const colleague of ['priya', 'emil', 'ilse']) expect(text).not.toContain(colleague);
  expect((await noor.request.get(`${server.url}/api/plan/bistro/${WEEK}/fairness`)).status()).toBe(403);
});
