import type { Page } from '@playwright/test';

export async function scriptBytes(page: Page): Promise<number> {
  return page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((entry) => entry as PerformanceResourceTiming)
      .filter((entry) => new URL(entry.name).pathname.endsWith('.js'))
      .reduce((sum, entry) => sum + entry.encodedBodySize, 0),
  );
}
