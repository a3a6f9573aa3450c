import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What keeps somebody who does not see the page, or does not use a mouse, from working with it. */
export async function seriousFaults(page: Page): Promise<string[]> {
  // The same rules on the page alone, which has no frames, and only what they find wrong: a third of the time.
  const found = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], preload: false })
    .analyze();
  return found.violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);
}
