import type { Browser, Page } from '@playwright/test';
import type { DemoServer } from './server';

/** Chooses the dark theme, behind the square at the right of the bar. */
export async function useDarkTheme(page: Page): Promise<void> {
  await page.getByRole('button', { name: /: account$/ }).click();
  await page.getByRole('menuitemradio', { name: 'Dark theme' }).click();
}

/** Goes to a page and waits until it can be typed on. */
export async function goReady(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('[data-ready="true"]').waitFor();
}

/** A page on somebody's phone, signed in. */
export async function phoneOf(
  server: DemoServer,
  browser: Browser,
  account: string,
  path = '/me',
): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await server.signIn(context, account);
  const page = await context.newPage();
  await goReady(page, `${server.url}${path}`);
  return page;
}

/** Publishes all of a week of the bistro as it stands, every stop acknowledged. */
export async function publishWeek(page: Page, address: string): Promise<void> {
  await goReady(page, `${address}/publish`);
  const stops = page.getByRole('checkbox', { name: 'I know, publish all the same' });
  for (let i = 0; i < (await stops.count()); i++) await stops.nth(i).check();
  await page.getByRole('button', { name: /^Publish \d/ }).click();
  await page.waitForURL(address);
}
