import { AxeBuilder } from '@axe-core/playwright';
import { layoutFaults } from './layout';
import { expect, type Page } from './test';

export type Size = readonly [width: number, height: number];
export const DESK: readonly Size[] = [
  [1280, 800],
  [1024, 768],
];

/** Nothing is cut off, laid over something else, too small or too low at any of these sizes. */
export async function expectToLieWell(
  page: Page,
  sizes: readonly Size[],
  what: string,
  leastTarget = 0,
): Promise<void> {
  for (const [width, height] of sizes) {
    await page.setViewportSize({ width, height });
    await expect
      .poll(() => layoutFaults(page, leastTarget), { message: `${what} at ${width} × ${height}`, timeout: 5000 })
      .toEqual([]);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
}

/** All of axe's rules, with the one that is still an experiment there: a button is called by the words on it. */
export async function expectToBeReadable(page: Page, what: string): Promise<void> {
  // without frames from elsewhere nothing is to be gathered on a page beside; what passes is not asked for
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'], rules: { 'label-content-name-mismatch': { enabled: true } } })
    .analyze();
  const told = violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 120)}`));
  expect(told, what).toEqual([]);
}
