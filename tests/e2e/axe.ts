/** What a machine can find that keeps somebody out (WCAG 2.2 AA). */
import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { atRest } from './room';

/** What axe finds on the page. The message itself stands in a frame without script, where axe cannot run. */
export async function axeFindings(page: Page, name: string): Promise<string[]> {
  await page.evaluate(axe.source);
  return atRest(async () => {
    const violations = await page.evaluate(async () => {
      const { axe: there } = window as unknown as { axe: typeof axe };
      const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
      return (await there.run(document, { runOnly: tags, iframes: false, resultTypes: ['violations'] })).violations;
    });
    return violations.map(
      (v) =>
        `${name}: ${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(' | ')}`,
    );
  });
}
