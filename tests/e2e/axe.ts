/** What a machine can find that keeps somebody out (WCAG 2.2 AA). */
import type { Page } from '@playwright/test';
import axe, { type RunOnly } from 'axe-core';
import { atRest } from './room';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What axe finds on the page. The message itself stands in a frame without script, where axe cannot run. */
export const axeFindings = (page: Page, name: string): Promise<string[]> =>
  findings(page, name, { type: 'tag', values: TAGS });

/** What cannot be read for its colours: all that differs on a page that was looked at in other colours. */
export const contrastFindings = (page: Page, name: string): Promise<string[]> =>
  findings(page, name, { type: 'rule', values: ['color-contrast'] });

async function findings(page: Page, name: string, runOnly: RunOnly): Promise<string[]> {
  // Read in once for a page, however often it is asked.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return atRest(async () => {
    const violations = await page.evaluate(async (only) => {
      const { axe: there } = window as unknown as { axe: typeof axe };
      return (await there.run(document, { runOnly: only, iframes: false, resultTypes: ['violations'] })).violations;
    }, runOnly);
    return violations.map(
      (v) =>
        `${name}: ${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(' | ')}`,
    );
  });
}
