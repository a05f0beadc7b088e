import type { Page } from '@playwright/test';

/** Goes to a page and waits until it can be typed on. */
export async function goReady(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('[data-ready="true"]').waitFor();
}
