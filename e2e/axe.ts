import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** The serious faults that axe finds on a page as it stands, with where they are. */
export async function seriousFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.target.join(' '))
          .slice(0, 3)
          .join(', ')}`,
    );
}
