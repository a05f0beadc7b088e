import { execFileSync, spawn } from 'node:child_process';
import { statSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import { DemoServer, WEEK } from './server';

// Nothing that was typed is lost: two tabs, no connection, a server that stops.

const server = new DemoServer();
test.beforeAll(() => server.begin());
test.beforeEach(({ context }) => server.signIn(context));
test.afterAll(() => server.end());

async function openWeek(page: Page, site = 'bistro'): Promise<void> {
  await page.goto(`${server.url}/plan/${site}/${WEEK}`);
  await expect(page.getByRole('grid')).toBeVisible();
}

/** Types into a cell of somebody, named by the start of their name. */
async function type(page: Page, who: string, text: string): Promise<void> {
  await cell(page, who).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

const cell = (page: Page, who: string) => page.getByRole('gridcell', { name: `${who}, Sun 29:` });
const state = (page: Page) => page.getByTestId('save-state');
const person = () => `${server.url}/people/bistro/noor`;

test('a form open in two tabs: other fields of both are kept, the same one is told with both values', async ({
  context,
}) => {
  const [one, two] = [await context.newPage(), await context.newPage()];
  for (const page of [one, two]) {
    await page.goto(person());
    await page.getByLabel('Phone').waitFor();
  }
  await one.getByLabel('Phone').fill('555 1');
  await one.getByRole('button', { name: 'Save' }).click();
  await expect(one.getByRole('region', { name: 'Not saved yet' })).toBeHidden();

  await two.getByLabel('Number').fill('A-17');
  await two.getByRole('button', { name: 'Save' }).click();
  await expect(two.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
  await expect(two.getByLabel('Phone')).toHaveValue('555 1');

  // The first tab still shows what it saved; the second changes the same again.
  await two.getByLabel('Phone').fill('555 2');
  await two.getByRole('button', { name: 'Save' }).click();
  await expect(two.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
  await one.getByLabel('Phone').fill('555 3');
  await one.getByRole('button', { name: 'Save', exact: true }).click();
  const bar = one.getByRole('region', { name: 'Not saved yet' });
  await expect(bar).toContainText('Somebody else changed Phone');
  await expect(bar).toContainText('now 555 2, here 555 3');
  await expect(one.getByLabel('Phone')).toHaveValue('555 3');
  await bar.getByRole('button', { name: 'Save mine' }).click();
  await expect(bar).toBeHidden();
  await two.reload();
  await expect(two.getByLabel('Phone')).toHaveValue('555 3');
  await expect(two.getByLabel('Number')).toHaveValue('A-17');
});

test('edits of two tabs wait side by side, and are sent from whatever page is open', async ({ context }) => {
  const [one, two] = [await context.newPage(), await context.newPage()];
  await openWeek(one);
  await openWeek(two);
  await context.setOffline(true);
  await type(one, 'Ilse Brandt', '3-4');
  await expect(state(one)).toHaveText('Offline, 1 change saved here');
  await type(two, 'Bram de Wit', '3-4');
  await expect(state(two)).toHaveText('Offline, 1 change saved here');
  await one.close();
  await two.close();
  await context.setOffline(false);
  const page = await context.newPage();
  const sent: number[] = [];
  page.on('response', (response) => {
    if (response.url().endsWith('/changes')) sent.push(response.status());
  });
  await page.goto(`${server.url}/people/bistro`);
  await expect.poll(() => sent).toEqual([200, 200]);
  await openWeek(page);
  await expect(state(page)).toHaveText('All saved');
  for (const who of ['Ilse Brandt', 'Bram de Wit'])
    await expect(cell(page, who)).toHaveAttribute('aria-label', /15:00–16:00/);
});

test('an edit that the server cannot keep just now waits, and its cause is told', async ({ page }) => {
  await openWeek(page);
  const message = 'The disk of the server is full.';
  const full = { ok: false, problem: { code: 'unavailable', message, path: 'full' } };
  let tries = 0;
  await page.route('**/changes', (route) => {
    tries++;
    if (tries === 1) return route.fulfill({ status: 503, json: full });
    return tries === 2 ? route.fulfill({ status: 502, body: '<h1>Bad gateway</h1>' }) : route.continue();
  });
  await type(page, 'Oona Kelly', '3-4');
  await expect(state(page)).toHaveText('Not saved yet, 1 change saved here');
  await expect(state(page)).toHaveAttribute('title', message);
  await expect(state(page)).toHaveText(/^Saved/, { timeout: 20_000 });
  expect(tries).toBe(3);
});

test('undo after somebody else changed the same shift says so, and leaves theirs', async ({ browser }) => {
  const [mine, theirs] = [await server.otherPage(browser), await server.otherPage(browser)];
  await openWeek(mine);
  await type(mine, 'Dario Pellin', '3-4');
  await expect(state(mine)).toHaveText(/^Saved/);
  await openWeek(theirs);
  await type(theirs, 'Dario Pellin', '3-5');
  await expect(state(theirs)).toHaveText(/^Saved/);
  await mine.keyboard.press('Control+z');
  await expect(mine.locator('[data-sonner-toast]')).toContainText('somebody else changed this shift');
  await expect(cell(mine, 'Dario Pellin')).toHaveAttribute('aria-label', /15:00–17:00/);
  await mine.close();
  await theirs.close();
});

test('stopping writes everything into the data file; a second server on the port is told so', async () => {
  const environment = { ...process.env, NODE_ENV: 'production' as const, PORT: new URL(server.url).port };
  const second = spawn('node', ['scripts/server.mjs'], {
    env: { ...environment, VICENDA_DATA: '/tmp/vicenda-none' },
  });
  let text = '';
  second.stderr.on('data', (part: Buffer) => (text += part.toString()));
  expect(await new Promise((resolve) => second.once('exit', resolve))).toBe(1);
  expect(text).toContain(`Port ${environment.PORT} is in use`);
  expect(text).not.toMatch(/\n\s+at /);
  await server.stop();
  expect(statSync(`${server.dataFile}-wal`, { throwIfNoEntry: false })?.size ?? 0).toBe(0);
  const sql =
    "const D=require('libsql');process.stdout.write(String(new D(process.argv[1]).prepare('pragma integrity_check').get().integrity_check))";
  expect(execFileSync('node', ['-e', sql, server.dataFile]).toString()).toBe('ok');
  await server.start();
});

test('from other machines it cannot be reached unless HOST says so', async () => {
  const { networkInterfaces } = await import('node:os');
  const outer = Object.values(networkInterfaces())
    .flat()
    .find((one) => one && !one.internal && one.family === 'IPv4');
  test.skip(!outer, 'this machine has no address of its own');
  const answer = await fetch(`http://${outer!.address}:${new URL(server.url).port}/`).catch(() => null);
  expect(answer).toBeNull();
});
