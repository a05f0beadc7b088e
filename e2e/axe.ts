import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** The rule that takes as long as all the others: it looks at every text with what lies behind it. */
const CONTRAST = 'color-contrast';

/** The serious faults that axe finds on a page as it stands, with where they are; `of`: only of contrast, or of all else. */
export async function seriousFaults(page: Page, of?: 'contrast' | 'all but contrast'): Promise<string[]> {
  // No page has frames, so that its results need no page of their own to be put together on.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  if (of === 'contrast') axe.withRules(CONTRAST);
  if (of === 'all but contrast') axe.disableRules(CONTRAST);
  const { violations } = await axe.analyze();
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
