import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Fails on anything that axe calls serious or critical, and names it. */
export async function expectAccessible(page: Page, what: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  const found = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0].html}`);
  expect(found, what).toEqual([]);
}
