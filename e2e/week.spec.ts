import { type Page, expect, test } from '@playwright/test';
import { seriousFaults } from './axe';
import { goReady } from './ready';
import { DemoServer, WEEK } from './server';

const NEXT = '2026-11-30';
const server = new DemoServer();

test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

async function openWeek(page: Page, week: string): Promise<void> {
  await page.goto(`${server.url}/plan/bistro/${week}`);
  await expect(page.getByRole('grid')).toBeVisible();
}

const cell = (page: Page, who: string, day: string) =>
  page.getByRole('gridcell', { name: `${who}, ${day}:` });
const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText(/^Saved \d\d:\d\d$/);
const panel = (page: Page) => page.locator('aside');
const title = (page: Page) => page.locator('#panel-title');
const candidates = (page: Page) => page.getByRole('listbox', { name: 'Who can cover' }).getByRole('option');
const stops = (page: Page) => page.locator('aside li .badge[data-severity="stop"]');

test('an empty week becomes a copied and corrected one without a stop, by keyboard alone', async ({
  page,
}) => {
  const begun = Date.now();
  await openWeek(page, NEXT);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find or do' })).toBeVisible();
  await page.keyboard.type('start this week');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/start$/);
  const brings = page.getByRole('region', { name: 'What it brings' });
  await expect(brings).toContainText('62 shifts arrive');
  // Harbour Day closes the Wednesday: its shifts come without their people, and each is said.
  await expect(brings).toContainText('Wed 2, 7:00–15:00 Lead');
  await expect(brings).toContainText('arrives open, closed for Harbour Day');
  await expect(brings).toContainText(/closes [\d,½¼¾:]+ h of gaps/);
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Control+Enter');
  await page.waitForURL(new RegExp(`/plan/bistro/${NEXT}$`));
  await expect(page.getByRole('grid')).toBeVisible();
  await expect(cell(page, 'Bram de Wit', 'Mon 30')).toHaveAttribute('aria-label', /7:00–15:00 Lead/);
  await expect(stops(page).first()).toBeVisible();

  await page.getByRole('grid').focus();
  for (let i = 0; i < 20 && (await stops(page).count()) > 0; i++) {
    const before = await stops(page).count();
    await page.keyboard.press('Alt+n');
    await page.keyboard.press('Alt+w');
    await expect(page.getByRole('heading', { name: 'Who can cover?' })).toBeVisible();
    await expect(candidates(page).first()).toBeVisible();
    await expect(candidates(page).first().locator('[data-severity="stop"]')).toHaveCount(0);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /snags?$/ })).toBeVisible();
    await expect(stops(page)).toHaveCount(before - 1);
  }
  await expect(stops(page)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: /snags?$/ })).toBeVisible();
  await expect(stops(page)).toHaveCount(0);
  expect(Date.now() - begun).toBeLessThan(5 * 60_000);
});

test('who can cover answers for a gap with reasons, and gives it with one key', async ({ page }) => {
  await openWeek(page, WEEK);
  const gap = panel(page).locator('li').filter({ hasText: 'Gap, Kitchen' });
  await gap.getByRole('button', { name: 'Who can cover?' }).click();
  const options = candidates(page);
  await expect(options.first()).toContainText('free');
  await expect(options.first()).toContainText(/of \d+½? h \(\+\d/);
  const name = (await options.nth(1).locator('.font-semibold').first().textContent())!;
  await page.keyboard.press('2');
  await expect(page.getByText(`${name} has Wed 25`)).toBeVisible();
  await expect(gap).toHaveCount(0);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+z');
  await expect(gap).toHaveCount(1);
  await saved(page);
});

test('a shift is opened in full, changed, split and joined', async ({ page }) => {
  await openWeek(page, WEEK);
  await cell(page, 'Priya Nair', 'Sat 28').click();
  await page.keyboard.press('Alt+Enter');
  await expect(title(page)).toContainText('Sat 28 November, 15:00–23:00');
  expect(await seriousFaults(page)).toEqual([]);
  await panel(page).getByLabel('Times').fill('14-23');
  await expect(panel(page).getByRole('status')).toContainText('+1 h');
  await panel(page).getByRole('button', { name: 'Set breaks by hand' }).click();
  await panel(page).getByLabel('Time of break 1').fill('18');
  await panel(page).getByRole('button', { name: 'Another break' }).click();
  await panel(page).getByRole('button', { name: 'Add a duty' }).click();
  await expect(panel(page).getByRole('button', { name: 'Save' })).toBeDisabled();
  await panel(page).getByLabel('Name of duty 1').fill('Ice for the terrace');
  await panel(page).getByLabel('Station').selectOption('Terrace section');
  await panel(page).getByLabel('Note', { exact: true }).fill('Regatta crowd');
  await expect(panel(page).getByRole('checkbox', { name: 'The note stands every week' })).not.toBeChecked();
  await page.keyboard.press('Control+Enter');
  await expect(title(page)).toContainText('14:00–23:00');
  await saved(page);
  await expect(panel(page)).toContainText('Runa Deering: starts 14:00, break 30 min, note');
  await expect(cell(page, 'Priya Nair', 'Sat 28')).toHaveAttribute(
    'aria-label',
    /45 min break.*Terrace section.*Ice for the terrace/,
  );

  await panel(page).getByRole('button', { name: 'Split' }).click();
  await panel(page).getByLabel('Split at').fill('19');
  await panel(page).getByRole('button', { name: 'Split' }).last().click();
  await expect(cell(page, 'Priya Nair', 'Sat 28')).toHaveAttribute('aria-label', /14:00–19:00.*19:00–23:00/);
  await panel(page).getByRole('button', { name: 'Join' }).click();
  await panel(page).getByRole('button', { name: 'Join' }).last().click();
  await expect(cell(page, 'Priya Nair', 'Sat 28')).toHaveAttribute('aria-label', /: 14:00–23:00/);
  await page.keyboard.press('Escape');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(cell(page, 'Priya Nair', 'Sat 28')).toHaveAttribute(
    'aria-label',
    /15:00–23:00 Bar, 30 min break, draft/,
  );
  await saved(page);
});

test('typing other times asks where a fixed break goes', async ({ page }) => {
  await openWeek(page, WEEK);
  await cell(page, 'Bram de Wit', 'Wed 25').click();
  await page.keyboard.press('Alt+Enter');
  await panel(page).getByRole('button', { name: 'Set breaks by hand' }).click();
  const at = panel(page).getByLabel(/^Time of break 1/);
  await at.fill('11');
  await at.press('Tab');
  await panel(page).getByRole('button', { name: 'Save' }).click();
  await page.keyboard.press('Escape');
  await cell(page, 'Bram de Wit', 'Wed 25').click();
  await page.keyboard.type('9-18');
  const ways = page.getByRole('group', { name: 'Where the break goes' });
  await expect(ways.getByRole('button', { pressed: true })).toContainText('stays at 11:00–11:30');
  await page.keyboard.press('Alt+b');
  await expect(ways.getByRole('button', { pressed: true })).toContainText('moves to 13:00–13:30');
  await expect(page.locator('#typed-outcome')).toContainText('break moves to 13:00–13:30');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+Enter');
  await expect(panel(page).getByLabel(/^Time of break 1/)).toHaveValue('13:00');
  // As it was, for those that come after.
  await page.keyboard.press('Escape');
  await page.getByRole('grid').focus();
  for (const times of ['7:00–15:00 Lead, 30 min break', '7:00–15:00 Lead']) {
    await page.keyboard.press('Control+z');
    await expect(cell(page, 'Bram de Wit', 'Wed 25')).toHaveAttribute('aria-label', new RegExp(times));
  }
  await expect(page.getByTestId('save-state')).toHaveText(/^(Saved|All saved)/);
});

test('a rule picks all of a role on a day, which move together and come back with one undo', async ({
  page,
}) => {
  await openWeek(page, WEEK);
  const before = await cell(page, 'Tomasz Zielak', 'Sat 28').getAttribute('aria-label');
  await page.keyboard.press('Alt+s');
  const rule = page.getByRole('group', { name: 'Select by a rule' });
  await rule.getByLabel('Role').selectOption('Kitchen');
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sun']) await rule.getByLabel(day).uncheck();
  await rule.getByRole('button', { name: /^Pick \d shifts$/ }).click();
  await expect(panel(page)).toContainText('picked by the rule');
  await panel(page).getByLabel('By', { exact: true }).fill('45 min');
  await expect(panel(page).getByRole('status')).toContainText(/^3 of 3 would change/);
  await panel(page).getByRole('button', { name: 'Move in time' }).click();
  await expect(cell(page, 'Tomasz Zielak', 'Sat 28')).toHaveAttribute('aria-label', /11:45–19:45/);
  await expect(cell(page, 'Teo Marchetti', 'Sat 28')).toHaveAttribute('aria-label', /7:45–15:45/);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Tomasz Zielak', 'Sat 28')).toHaveAttribute('aria-label', before!);
  await expect(cell(page, 'Teo Marchetti', 'Sat 28')).toHaveAttribute('aria-label', /7:00–15:00/);
  await saved(page);
});

test('rows are filtered, said so, and actions keep to the rows shown', async ({ page }) => {
  await openWeek(page, WEEK);
  await page.keyboard.press('Alt+r');
  await panel(page).getByLabel('Can work as').selectOption('Kitchen');
  await panel(page).getByLabel('Group by').selectOption('Contract');
  await expect(panel(page)).toContainText(/6 of 18 people are shown: Kitchen/);
  await expect(page.getByRole('button', { name: '6 of 18: Kitchen' })).toBeVisible();
  await expect(page.getByText('Full-time', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('Control+Shift+End');
  const cells = 7 * 7;
  await expect(panel(page)).toContainText(`${cells} cells`);
  // Rows stay arranged over zooms and weeks.
  const said = page.getByRole('button', { name: '6 of 18: Kitchen' });
  await page.keyboard.press('Alt+4');
  await expect(page.getByRole('columnheader')).toHaveCount(29);
  await expect(said).toBeVisible();
  await page.keyboard.press('Alt+7');
  await expect(page.getByRole('columnheader')).toHaveCount(8);
  await page.keyboard.press('Alt+ArrowRight');
  await page.waitForURL(new RegExp(`/plan/bistro/${NEXT}$`));
  await expect(said).toBeVisible();
  await page.keyboard.press('Alt+r');
  await panel(page).getByRole('button', { name: 'Show all rows as listed' }).click();
  await expect(page.getByRole('button', { name: '18 people' })).toBeVisible();
});

test('one day shows breaks and duties, which the hand can move, and its figures as a table', async ({
  page,
}) => {
  await openWeek(page, WEEK);
  await cell(page, 'Bram de Wit', 'Thu 26').click();
  await page.keyboard.press('Alt+1');
  await expect(page.getByRole('columnheader', { name: /Thu 26 November/ })).toBeVisible();
  const bar = cell(page, 'Bram de Wit', 'Thu 26').locator('.bar');
  await expect(bar).toContainText('Lead · Closing');
  const pause = bar.locator('[data-part^="break"]');
  const box = (await pause.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + 4, { steps: 4 });
  await expect(page.locator('.hint')).toContainText(/opens .* h of gaps/);
  await page.mouse.up();
  await expect(bar.locator('[data-part="break:0"]')).toHaveAttribute('title', '30 min break');
  await page.keyboard.press('Control+z');
  await expect(bar.locator('[data-part="break:0:loose"]')).toBeVisible();
  await page.keyboard.press('Alt+c');
  const table = page.getByRole('dialog', { name: 'Coverage' });
  await expect(table.getByRole('columnheader', { name: 'Kitchen' })).toBeVisible();
  await expect(table.getByRole('row', { name: /^7:00 1 \/ 1/ })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await saved(page);
});

test('a note of a day stands over it and on the sheet for the wall', async ({ page }) => {
  await openWeek(page, WEEK);
  await page.getByRole('button', { name: 'Write in the daybook of Fri 27' }).focus();
  await page.keyboard.press('Enter');
  await panel(page)
    .getByLabel(/Note for Fri 27/)
    .fill('<b>Oysters</b> at noon');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: 'Daybook of Fri 27: <b>Oysters</b> at noon' })).toBeVisible();
  await page.goto(`${server.url}/print/bistro/2026-11-27`);
  await expect(page.getByText('<b>Oysters</b> at noon')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Fri 27 November' })).toBeVisible();
  const names = await page.locator('li > div:first-child > span:first-child').allTextContents();
  expect(names.length).toBeGreaterThan(8);
  expect(await seriousFaults(page)).toEqual([]);
});

test('a pattern is kept and written, then changed for this one, for later ones and for all', async ({
  page,
}) => {
  await goReady(page, `${server.url}/setup/bistro/patterns`);
  await page.getByRole('button', { name: 'New recurring shift' }).click();
  await page.getByLabel('Name').fill('Stocktake');
  await page
    .getByLabel('Shift, as 9-17 bar')
    .or(page.getByLabel('Shift', { exact: true }))
    .first()
    .fill('14-17 floor');
  await page.keyboard.press('Tab');
  await page.getByLabel('Person to add').fill('jonas hav');
  await page.keyboard.press('Enter');
  await expect(page.getByText('every week on Tuesday')).toBeVisible();
  const bar = page.getByRole('region', { name: 'Not saved yet' });
  await expect(bar).toContainText('4 shifts written');
  expect(await seriousFaults(page)).toEqual([]);
  await bar.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved')).toBeVisible();

  const third = '2026-12-14';
  await openWeek(page, '2026-12-07');
  await cell(page, 'Jonas Havili', 'Tue 8').click();
  // This one: typed over, it stays as it is from then on.
  await page.keyboard.type('15-18');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.keyboard.press('Alt+Enter');
  await expect(panel(page)).toContainText('From pattern Stocktake, changed by hand: it does not follow.');
  await openWeek(page, NEXT);
  await cell(page, 'Jonas Havili', 'Tue 1').click();
  await page.keyboard.press('Alt+Enter');
  await panel(page).getByLabel('Times').fill('13-17');
  await panel(page).getByLabel('this and later').check();
  await expect(panel(page)).toContainText('3 shifts changed. 1 changed by hand stays as it is.');
  await panel(page).getByRole('button', { name: 'Change this and later' }).click();
  await expect(cell(page, 'Jonas Havili', 'Tue 1')).toHaveAttribute('aria-label', /13:00–17:00/);
  await openWeek(page, '2026-12-07');
  await expect(cell(page, 'Jonas Havili', 'Tue 8')).toHaveAttribute('aria-label', /15:00–18:00/);
  await openWeek(page, third);
  await expect(cell(page, 'Jonas Havili', 'Tue 15')).toHaveAttribute('aria-label', /13:00–17:00/);

  // All that is not published goes; what somebody changed stays.
  await cell(page, 'Jonas Havili', 'Tue 15').click();
  await page.keyboard.press('Alt+Enter');
  await panel(page).getByRole('button', { name: 'Delete' }).click();
  await panel(page).getByLabel('all not yet published').check();
  await expect(panel(page)).toContainText('3 shifts deleted. 1 changed by hand stays as it is.');
  await panel(page).getByRole('button', { name: 'Delete all not yet published' }).click();
  await expect(cell(page, 'Jonas Havili', 'Tue 15')).toHaveAttribute('aria-label', /Tue 15: not available$/);
  await page.waitForTimeout(1500);
  await expect(cell(page, 'Jonas Havili', 'Tue 15')).toHaveAttribute('aria-label', /Tue 15: not available$/);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(cell(page, 'Jonas Havili', 'Tue 15')).toHaveAttribute('aria-label', /13:00–17:00/);
});

test('a template is placed by its short name, and shifts made from it follow when asked', async ({
  page,
}) => {
  await openWeek(page, WEEK);
  await cell(page, 'Sefa Tamarua', 'Sun 29').click();
  await page.keyboard.type('op');
  await expect(page.locator('#typed-outcome')).toContainText('7:00–15:00');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Sefa Tamarua', 'Sun 29')).toHaveAttribute(
    'aria-label',
    /7:00–15:00 Kitchen.*Opening.*Delivery 8:00–8:45/,
  );
  await saved(page);
  await goReady(page, `${server.url}/setup/bistro/templates`);
  await page.getByLabel('Times of Opening kitchen').fill('6:30-15');
  await page.keyboard.press('Tab');
  const bar = page.getByRole('region', { name: 'Not saved yet' });
  await expect(bar).toContainText('Opening kitchen: 1 shift made from it from today on stays as it is.');
  await page.getByLabel(/those of Opening kitchen from today on follow/).check();
  await expect(bar).toContainText('Opening kitchen: 1 shift from today on follows.');
  expect(await seriousFaults(page)).toEqual([]);
  await bar.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved')).toBeVisible();
  await openWeek(page, WEEK);
  await expect(cell(page, 'Sefa Tamarua', 'Sun 29')).toHaveAttribute('aria-label', /6:30–15:00 Kitchen/);
});

test('four weeks are seen as marks with their hours, and edited by keyboard', async ({ page }) => {
  await openWeek(page, WEEK);
  await cell(page, 'Oona Kelly', 'Mon 23').click();
  await page.keyboard.press('Alt+4');
  await expect(page.getByRole('columnheader')).toHaveCount(29);
  await page.getByRole('grid').focus();
  await cell(page, 'Oona Kelly', 'Mon 14').click();
  await page.keyboard.type('17-23');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Oona Kelly', 'Mon 14').locator('.bar')).toHaveText('17–23');
  await saved(page);
  await page.keyboard.press('Alt+7');
  await page.waitForURL(/2026-12-14$/);
  await expect(cell(page, 'Oona Kelly', 'Mon 14')).toHaveAttribute('aria-label', /17:00–23:00 Floor/);
});

test('two schedulers on one week: both edits stand, and a clash is told with a way on', async ({
  page,
  browser,
}) => {
  const other = await server.otherPage(browser);
  // One of them hears nothing of the other until it sends something itself.
  await other.route('**/api/live', (route) => route.abort());
  await openWeek(page, WEEK);
  await openWeek(other, WEEK);
  await cell(page, 'Oona Kelly', 'Tue 24').click();
  await page.keyboard.type('17-20');
  await page.keyboard.press('Enter');
  await saved(page);
  await cell(other, 'Dario Pellin', 'Tue 24').click();
  await other.keyboard.type('17-21');
  await other.keyboard.press('Enter');
  await saved(other);
  // The second hears of the first with its own edit.
  await expect(cell(other, 'Oona Kelly', 'Tue 24')).toHaveAttribute('aria-label', /17:00–20:00/);
  await cell(page, 'Oona Kelly', 'Tue 24').click();
  await page.keyboard.type('17-22');
  await page.keyboard.press('Enter');
  await saved(page);
  await expect(cell(page, 'Dario Pellin', 'Tue 24')).toHaveAttribute('aria-label', /17:00–21:00/);
  await cell(other, 'Oona Kelly', 'Tue 24').click();
  await other.keyboard.type('18-20');
  await other.keyboard.press('Enter');
  // Both changed the end: theirs is shown, with what was typed here.
  await expect(other.locator('[data-sonner-toast]')).toContainText(
    'somebody else changed this shift in the meantime (Oona Kelly, Tue 24 17:00–22:00): the end: 22:00 now, 20:00 here',
  );
  await expect(cell(other, 'Oona Kelly', 'Tue 24')).toHaveAttribute('aria-label', /17:00–22:00/);
  await other.getByRole('button', { name: 'Do mine on top' }).click();
  await expect(cell(other, 'Oona Kelly', 'Tue 24')).toHaveAttribute('aria-label', /18:00–20:00/);
  await saved(other);
  await other.context().close();
});

test('from the side of the needs: a place to fill is found, filled, and taken back', async ({ page }) => {
  await openWeek(page, WEEK);
  await page.keyboard.press('Alt+r');
  const rows = panel(page).getByLabel('Rows are');
  await rows.focus();
  await rows.selectOption('needs');
  // The rows changed; the hand stays where it is.
  await expect(rows).toBeFocused();
  await panel(page).getByLabel('Only').selectOption('open');
  await expect(page.getByRole('button', { name: 'By need: with places to fill' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'Lead' })).toHaveCount(0);
  await panel(page).getByLabel('Only').selectOption('all');
  await page.keyboard.press('Escape');
  const grid = page.getByRole('grid', { name: 'Week plan by need' });
  await expect(grid).toBeVisible();
  // Before anything is told at the foot: what fades away is not to be read.
  expect(await seriousFaults(page)).toEqual([]);
  await grid.focus();
  const place = page.getByRole('gridcell', { name: /^Kitchen, Wed 25: .*1 missing 7:00–14:00/ });
  await place.click();
  await page.keyboard.press('Alt+w');
  await expect(title(page)).toHaveText('Who can cover?');
  await expect(candidates(page).first()).toContainText('free');
  await page.keyboard.press('1');
  await expect(place).toHaveCount(0);
  await grid.focus();
  await page.keyboard.press('Control+z');
  await expect(place).toBeVisible();
  await page.keyboard.press('Alt+r');
  await panel(page).getByLabel('Rows are').selectOption('people');
  await expect(page.getByRole('grid', { name: 'Week plan', exact: true })).toBeVisible();
});

test('from the side of the roles: an open shift is typed, moved to another role, drawn longer, and opened', async ({
  page,
}) => {
  await openWeek(page, WEEK);
  await page.keyboard.press('Alt+r');
  await panel(page).getByLabel('Rows are').selectOption('roles');
  await page.keyboard.press('Escape');
  const grid = page.getByRole('grid', { name: 'Week plan by role' });
  const of = (role: string) => page.getByRole('gridcell', { name: new RegExp(`^${role}, Thu 26:`) });
  const hint = page.locator('.hint');
  await of('Bar').click({ position: { x: 4, y: 4 } });
  await page.keyboard.type('9-25');
  await expect(page.locator('#typed-outcome')).toContainText('Type 9:00–17:00');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('15');
  await expect(page.locator('#typed-outcome')).toContainText('1 more to fill');
  await page.keyboard.press('Enter');
  await expect(of('Bar')).toHaveAttribute('aria-label', /open 9:00–15:00/);
  // Several at once are those of the cell that is chosen, and follow when another is.
  await page.keyboard.press('Alt+s');
  await expect(panel(page)).toContainText('2 shifts in the selected cells');
  await grid.focus();
  await page.keyboard.press('ArrowDown');
  await expect(panel(page)).toContainText('3 shifts in the selected cells');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Escape');

  const bar = (await of('Bar').locator('.bar', { hasText: 'open' }).boundingBox())!;
  const floor = (await of('Floor').boundingBox())!;
  const grip = { x: bar.x + bar.width / 2, y: bar.y + 10 };
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x, floor.y + 8, { steps: 6 });
  await expect(hint).toContainText('9–15');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(of('Floor')).not.toHaveAttribute('aria-label', /open/);
  await page.mouse.move(grip.x, grip.y);
  await page.mouse.down();
  await page.mouse.move(grip.x, floor.y + 8, { steps: 6 });
  await page.mouse.up();
  await expect(of('Floor')).toHaveAttribute('aria-label', /open 9:00–15:00/);
  await expect(of('Bar')).not.toHaveAttribute('aria-label', /open/);

  const moved = (await of('Floor').locator('.bar', { hasText: 'open' }).boundingBox())!;
  await page.mouse.move(moved.x + moved.width - 2, moved.y + 10);
  await page.mouse.down();
  await page.mouse.move(moved.x + moved.width + 20, moved.y + 10, { steps: 6 });
  await page.mouse.up();
  await expect(of('Floor')).toHaveAttribute('aria-label', /open 9:00–1[6-9]:/);

  // Enter opens what the cell holds, one after the other.
  await grid.focus();
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('Thu 26');
  const who = panel(page).getByLabel('Person');
  const first = await who.inputValue();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('Thu 26');
  expect(await who.inputValue()).not.toBe(first);
  await page.keyboard.press('Escape');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(of('Floor')).not.toHaveAttribute('aria-label', /open/);
  await expect(of('Bar')).not.toHaveAttribute('aria-label', /open/);
});

test('a week kept as a template starts three without their people; stopped, nothing stays; taken back, neither', async ({
  page,
}) => {
  const address = `${server.url}/plan/chandlery/${NEXT}/start`;
  await goReady(page, address);
  await page.getByLabel('Name of the template').fill('Quiet week');
  await page.getByRole('button', { name: 'Save' }).click();
  const choice = page.getByRole('radio', { name: /a week template/ });
  await expect(choice).toBeEnabled();
  await choice.check();
  await page.getByLabel('Following weeks').fill('2');
  await page.getByLabel('without people: every shift arrives open').check();
  const brings = page.getByRole('region', { name: 'What it brings' });
  await expect(brings.getByText(/^Week .*shifts arrive/)).toHaveCount(3);
  const begin = page.getByRole('button', { name: 'Start 3 weeks' });

  // Held up on its way, so that there is time to stop it.
  await page.route('**/api/plan/chandlery/start', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue().catch(() => undefined);
  });
  await begin.click();
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(begin).toBeVisible();
  await page.unroute('**/api/plan/chandlery/start');
  await page.goto(`${server.url}/plan/chandlery/${NEXT}`);
  await expect(page.getByText('This week is empty')).toBeVisible();

  await goReady(page, address);
  await choice.check();
  await page.getByLabel('Following weeks').fill('2');
  await page.getByLabel('without people: every shift arrives open').check();
  await begin.click();
  await page.waitForURL(new RegExp(`/plan/chandlery/${NEXT}$`));
  const open = page.getByRole('rowheader', { name: /Open shifts/ });
  await expect(open).toContainText(/\d\d to fill/);
  await page.goto(`${server.url}/plan/chandlery/2026-12-14`);
  await expect(open).toContainText(/\d\d to fill/);

  await goReady(page, address);
  await expect(page.getByText('Something stands in it already.')).toBeVisible();
  await page.getByRole('listitem').filter({ hasText: '3 weeks from' }).getByRole('button').click();
  await expect(page.getByText('It is empty.')).toBeVisible();
  await page.goto(`${server.url}/plan/chandlery/2026-12-14`);
  await expect(page.getByText('This week is empty')).toBeVisible();
});

test('coverage as a table and the month agree with the week', async ({ page }) => {
  await openWeek(page, '2026-11-16');
  await page.getByRole('button', { name: 'Month' }).click();
  const month = page.getByRole('region', { name: 'Weeks of a month' });
  const [hours] = (await page
    .getByRole('link', { name: /16–22 Nov/ })
    .first()
    .textContent())!.match(/[\d,]+½?(?= of)/)!;
  await expect(month).toContainText(`${hours} of`);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+c');
  const table = page.getByRole('dialog', { name: 'Coverage' });
  await expect(table.getByRole('row')).not.toHaveCount(0);
  // The week that was published has nobody missing.
  await expect(table.getByText(/−\d/)).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(table).toBeHidden();
});
