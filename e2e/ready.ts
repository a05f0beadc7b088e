import type { Page } from '@playwright/test';

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
