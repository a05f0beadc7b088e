import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { type Browser, type Page, chromium } from '@playwright/test';
import { goReady } from '../e2e/ready';
import { addDoor } from '../e2e/door';
import { DemoServer, WEEK } from '../e2e/server';

const NEXT = '2026-11-30';
const LAST = '2026-11-16';
const [WIDE, PHONE] = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

/** What a picture is taken with: a page of the owner, and the way to others. */
interface Studio {
  readonly server: DemoServer;
  readonly browser: Browser;
  readonly page: Page;
}

/** A main view: how it is come to. What is returned is another page than the owner's, to be shown instead. */
type View = (studio: Studio) => Promise<Page | readonly Page[] | void>;

const at =
  (path: string, then?: (page: Page) => Promise<unknown>): View =>
  async ({ server, page }) => {
    await goReady(page, `${server.url}${path}`);
    await then?.(page);
  };

const plan =
  (path: string, then?: (page: Page) => Promise<unknown>): View =>
  async ({ server, page }) => {
    await page.goto(`${server.url}${path}`);
    await page.getByRole('grid', { name: 'Week plan' }).waitFor();
    await then?.(page);
  };

async function phone({ server, browser }: Studio, account: string, path: string): Promise<Page> {
  const context = await browser.newContext({ viewport: PHONE });
  await server.signIn(context, account);
  const page = await context.newPage();
  await goReady(page, `${server.url}${path}`);
  return page;
}

/** Pairs a device and leads somebody to the large button on it. */
async function door({ server, browser, page }: Studio): Promise<Page> {
  const code = await addDoor(server, page);
  await page.getByRole('button', { name: /^Make \d+ PINs/ }).click();
  const line = page.getByRole('dialog').getByRole('row', { name: /Anouk Vesper/ });
  const pin = (await line.getByRole('cell').last().innerText()).trim();
  const context = await browser.newContext({ viewport: { width: 880, height: PHONE.height } });
  const device = await context.newPage();
  await goReady(device, `${server.url}/clock`);
  await device.getByLabel('Code').fill(code);
  await device.getByRole('button', { name: 'Pair' }).click();
  await device.getByRole('button', { name: 'Anouk Vesper' }).click();
  for (const figure of pin) await device.getByRole('button', { name: figure, exact: true }).click();
  await device.getByRole('button', { name: 'Go on' }).click();
  await device.getByText('this week').waitFor();
  return device;
}

const VIEWS: Readonly<Record<string, View>> = {
  'plan-week': plan(`/plan/bistro/${WEEK}`),
  'plan-day': plan(`/plan/bistro/${WEEK}`, (page) =>
    page.getByRole('radio', { name: 'Day', exact: true }).click(),
  ),
  'who-can-cover': plan(`/plan/bistro/${WEEK}`, async (page) => {
    await page.getByRole('button', { name: 'Who can cover?' }).first().click();
    await page.getByRole('complementary', { name: 'Who can cover?' }).waitFor();
  }),
  'plan-phone': async ({ server, page }) => {
    await page.setViewportSize(PHONE);
    await page.goto(`${server.url}/plan/bistro/${WEEK}`);
    await page.getByRole('heading', { name: 'Tue 24 November' }).waitFor();
  },
  propose: plan(`/plan/bistro/${NEXT}`, async (page) => {
    await page.getByRole('button', { name: 'Propose shifts' }).click();
    await page.locator('#panel').getByRole('button', { name: 'Propose', exact: true }).click();
    await page.getByRole('heading', { name: 'Proposed shifts' }).waitFor({ timeout: 90_000 });
  }),
  fairness: at('/people/bistro/fairness'),
  'leave-calendar': at('/requests/bistro/calendar'),
  requests: at('/requests/bistro', (page) =>
    page
      .getByRole('button', { name: /^Teo Marchetti/ })
      .first()
      .click(),
  ),
  'crew-days': async (studio) => {
    const { server, page } = studio;
    const address = `${server.url}/jobs/dockside?from=${WEEK}`;
    await goReady(page, address);
    const storm = await page.context().newPage();
    await storm.setViewportSize(WIDE);
    await goReady(storm, address);
    await storm.getByRole('button', { name: 'Lost day …' }).click();
    await storm.getByText(/visits? moves?\./).waitFor();
    const crew = await phone(studio, 'demo-arvid', '/me/jobs');
    await crew.locator('summary', { hasText: 'Curlew' }).click();
    return [page, storm, crew];
  },
  money: async ({ server, page }) => {
    const address = `${server.url}/jobs/dockside/money`;
    await goReady(page, address);
    await page.getByRole('button', { name: 'Siskin' }).first().click();
    const ahead = await page.context().newPage();
    await ahead.setViewportSize(WIDE);
    await goReady(ahead, address);
    await ahead.getByRole('radio', { name: 'Forecast' }).click();
    return [page, ahead];
  },
  today: at('/today/bistro'),
  hours: at(`/hours/bistro?on=${LAST}`, async (page) => {
    await page.getByRole('button', { name: 'Bram de Wit' }).click();
    await page.getByRole('complementary', { name: 'Bram de Wit' }).getByText('Out not clocked').waitFor();
  }),
  clock: async (studio) => {
    const own = await phone(studio, 'demo-noor', '/me/hours');
    await own.getByText('By kind of pay').waitFor();
    return [await door(studio), own];
  },
  publish: at(`/plan/bistro/${WEEK}/publish`),
  'my-shifts': async (studio) => {
    const shifts = await phone(studio, 'demo-noor', '/me');
    const ask = await phone(studio, 'demo-noor', '/me/open');
    const leave = await phone(studio, 'demo-noor', '/me/leave');
    await leave.getByRole('button', { name: 'Ask for leave …' }).click();
    const team = await phone(studio, 'demo-noor', '/me/team');
    return [shifts, ask, leave, team];
  },
  'set-up': at('/setup/bistro'),
  needs: at('/setup/bistro/needs'),
  people: at('/people/bistro'),
  availability: at('/people/bistro/noor', (page) =>
    page
      .getByRole('link', { name: 'Availability' })
      .or(page.getByRole('tab', { name: 'Availability' }))
      .first()
      .click(),
  ),
};

/** How long a page rests before it is looked at: fonts, and what is asked for once it stands, in milliseconds. */
const REST_MS = 1200;

async function take(browser: Browser, server: DemoServer, name: string, folder: string): Promise<void> {
  const context = await browser.newContext({ viewport: WIDE });
  await server.signIn(context);
  const page = await context.newPage();
  const shown = (await VIEWS[name]({ server, browser, page })) ?? page;
  const pages = Array.isArray(shown) ? (shown as readonly Page[]) : [shown as Page];
  await pages[0].waitForTimeout(REST_MS);
  const path = join(folder, `${name}.png`);
  if (pages.length === 1) await pages[0].screenshot({ path });
  else {
    const pictures: string[] = [];
    for (const one of pages) pictures.push((await one.screenshot()).toString('base64'));
    const beside = await context.newPage();
    await beside.setContent(
      `<body style="margin:0;display:flex;gap:12px;background:#ddd5c3;width:max-content">${pictures
        .map((one) => `<img style="display:block" src="data:image/png;base64,${one}">`)
        .join('')}</body>`,
    );
    await beside.locator('body').screenshot({ path });
  }
  for (const one of pages) if (one !== page) await one.context().close();
  await context.close();
  console.log(path);
}

const [folder = 'docs/screenshots', ...only] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const server = new DemoServer();
await server.begin();
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
try {
  for (const name of only.length > 0 ? only : Object.keys(VIEWS))
    try {
      await take(browser, server, name, folder);
    } catch (error) {
      // The others are taken all the same.
      console.error(`${name}: ${(error as Error).message}`);
      process.exitCode = 1;
    }
} finally {
  await browser.close();
  await server.end();
}
