/**
 * Every screen as its owner sees it, by axe by day and by night, and at every width: nothing is cut off, lies over something else, or is
 * too small to hit.
 */
import type { Page } from '@playwright/test';
import { axeFindings, contrastFindings } from './axe';
import { withoutRoomAt } from './room';
import { named, open, SCREENS } from './screens';
import { expect, signIn, test } from './support';

const WIDTHS = [320, 390, 768, 1024, 1920, 1280];

/** By night the page is the same but for its colours. */
async function byNight(page: Page, name: string): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'dark' });
  const found = await contrastFindings(page, `${name} by night`);
  await page.emulateMedia({ colorScheme: 'light' });
  return found;
}

for (const [area, screens] of Object.entries(SCREENS)) {
  test(`${area}: can be read by everybody, and have room at every width`, async ({ page }) => {
    await signIn(page);
    const found: string[] = [];
    for (const screen of screens) {
      const name = named(screen);
      expect(await open(page, screen), `a link leads to ${name}`).toBe(true);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      found.push(...(await withoutRoomAt(page, name, WIDTHS)));
      if (name === 'desk/order-received') {
        await page.locator('[data-block="next"]').click();
        await expect(page.locator('.on-sheet [role="textbox"]')).toBeVisible();
      }
      found.push(...(await axeFindings(page, name)), ...(await byNight(page, name)));
    }
    expect(found).toEqual([]);
  });
}

test('a page that is not there is said so', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/nothing-here');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect([
    ...(await axeFindings(page, 'nothing-here')),
    ...(await withoutRoomAt(page, 'nothing-here', WIDTHS)),
  ]).toEqual([]);
});
