import { type Page, chromium } from '@playwright/test';
import { DemoServer, WEEK } from '../e2e/server';
import { figure, percentile } from './figures';
import { scriptBytes } from './script-bytes';

/** Shorter than this the browser reports no event; such an edit counts as having taken it. */
const THRESHOLD = 16;
const EDITS = 60;
/** Between two keys, in milliseconds: a hand that is faster than any. */
const PACE = 40;

interface Watched {
  presses: { key: string; at: number }[];
  events: { at: number; duration: number }[];
}

async function main(): Promise<void> {
  const server = new DemoServer();
  await server.begin('--large');
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
  });
  const signedIn = async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await server.signIn(context);
    return context.newPage();
  };
  try {
    const address = `${server.url}/plan/grounds/${WEEK}`;
    const warm = await signedIn();
    await warm.goto(address);
    await warm.getByRole('grid').waitFor();
    await warm.close();
    const first: number[] = [];
    for (let i = 0; i < 5; i++) first.push(await firstKey(await signedIn(), address));
    figure('first-key-600-median', percentile(first, 50), 'ms');
    const page = await signedIn();
    await page.goto(address);
    await page.getByRole('grid').waitFor();
    figure('plan-page-js', (await scriptBytes(page)) / 1000, 'kB');
    const spent = await editToPicture(page);
    figure('edit-to-picture-600-median', percentile(spent, 50), 'ms');
    figure('edit-to-picture-600-p95', percentile(spent, 95), 'ms');
    figure('live-lag-p95', percentile(await liveLag(page, await signedIn(), address), 95), 'ms');
    const people = await signedIn();
    await people.goto(`${server.url}/people/grounds`);
    await people.getByRole('heading', { name: '600 people' }).waitFor();
    figure('people-table-600-sort', percentile(await sortToPicture(people), 50), 'ms');
    const today: number[] = [];
    for (let i = 0; i < 4; i++)
      today.push(await toPicture(people, `${server.url}/today/grounds`, 'People of the day'));
    figure('today-600', percentile(today.slice(1), 50), 'ms');
    const leave = await signedIn();
    const year: number[] = [];
    for (let i = 0; i < 4; i++) year.push(await yearToPicture(leave, server.url));
    figure('leave-calendar-600-year', percentile(year.slice(1), 50), 'ms');
  } finally {
    await browser.close();
    await server.end();
  }
}

/** From asking for a page to its picture, with a list of that name on it. */
async function toPicture(page: Page, address: string, list: string): Promise<number> {
  const start = Date.now();
  await page.goto(address);
  await page.getByRole('list', { name: list }).getByRole('button').first().waitFor();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
  return Date.now() - start;
}

/** From asking for a year of the leave calendar to its picture. */
async function yearToPicture(page: Page, url: string): Promise<number> {
  const start = Date.now();
  await page.goto(`${url}/requests/grounds/calendar?from=2026-01-05&weeks=53`);
  await page.getByRole('rowheader').first().waitFor();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
  return Date.now() - start;
}

/** From an edit in one browser to its picture in another, for several edits. */
async function liveLag(mine: Page, other: Page, address: string): Promise<number[]> {
  await other.goto(address);
  await other.getByRole('grid').waitFor();
  await mine.goto(address);
  await mine.getByRole('grid').waitFor();
  await other.waitForTimeout(1500);
  const cell = (page: Page) => page.getByRole('gridcell').nth(3);
  await cell(mine).click();
  const spent: number[] = [];
  for (let i = 0; i < 12; i++) {
    const text = `${8 + (i % 3)}-${14 + (i % 4)}`;
    const before = await cell(other).getAttribute('aria-label');
    await cell(mine).click();
    await mine.keyboard.type(text);
    const began = Date.now();
    await mine.keyboard.press('Enter');
    while ((await cell(other).getAttribute('aria-label')) === before) await other.waitForTimeout(5);
    spent.push(Date.now() - began);
    await mine.waitForTimeout(300);
  }
  return spent;
}

/** From asking for the page, nothing cached, until a typed key is shown. */
async function firstKey(page: Page, address: string): Promise<number> {
  const start = Date.now();
  await page.goto(address, { waitUntil: 'commit' });
  await page.getByRole('grid').waitFor();
  await page.keyboard.press('9');
  await page.locator('#typed-outcome').waitFor();
  const spent = Date.now() - start;
  await page.context().close();
  return spent;
}

/** The time from the key that makes an edit to the picture that shows it, for many edits. */
async function editToPicture(page: Page): Promise<number[]> {
  await page.evaluate((threshold) => {
    const watched: Watched = { presses: [], events: [] };
    (window as unknown as { watched: Watched }).watched = watched;
    window.addEventListener(
      'keydown',
      (event) => watched.presses.push({ key: event.key, at: event.timeStamp }),
      true,
    );
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        watched.events.push({ at: entry.startTime, duration: entry.duration });
    }).observe({ type: 'event', durationThreshold: threshold } as PerformanceObserverInit);
  }, THRESHOLD);
  for (let i = 0; i < EDITS; i++) {
    await page.keyboard.press('ArrowDown');
    await page.waitForTimeout(PACE);
    await page.keyboard.type(i % 2 === 0 ? '9-17' : '10-15', { delay: PACE });
    await page.waitForTimeout(PACE);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(3 * PACE);
  }
  await page.waitForTimeout(500);
  const { presses, events } = await page.evaluate(() => (window as unknown as { watched: Watched }).watched);
  return presses
    .filter((press) => press.key === 'Enter')
    .map((press) => {
      const own = events.filter((event) => Math.abs(event.at - press.at) < 1);
      return Math.max(THRESHOLD, ...own.map((event) => event.duration));
    });
}

/** The time from a click on a head of the table of people until the rows stand in their new order. */
async function sortToPicture(page: Page): Promise<number[]> {
  const spent: number[] = [];
  for (let i = 0; i < 12; i++) {
    const head = page.getByRole('button', { name: i % 2 ? /^Name/ : /^Hours a week/ });
    spent.push(
      await head.evaluate(
        (button) =>
          new Promise<number>((resolve) => {
            const start = performance.now();
            (button as HTMLElement).click();
            requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - start), 0));
          }),
      ),
    );
  }
  return spent;
}

await main();
