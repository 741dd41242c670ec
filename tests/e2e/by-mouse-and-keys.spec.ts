/** From a store that has just been made to three branded, published messages: by the mouse alone, and by keys alone. */
import type { Locator, Page } from '@playwright/test';
import { FIRST_STORE, fillIn, startInstallation } from './first-store';
import { expect, PORT, publish, saved, sheet, test } from './support';

const MESSAGES = ['order-received', 'on-its-way', 'refund-issued'] as const;

/** A fresh installation with one fresh store, as its owner has it after the set-up. */
async function freshStore(page: Page, port: number): Promise<{ base: string; end: () => Promise<void> }> {
  const { url, setUpCode, end } = await startInstallation(port);
  await page.goto(`${url}/`);
  await expect(page.getByRole('heading', { name: 'Set up Libellus' })).toBeVisible();
  await fillIn(page, { ...FIRST_STORE, 'Set-up code': setUpCode });
  await page.getByRole('button', { name: 'Make the store' }).click();
  await page.waitForURL('**/s/inkwell-books/today');
  return { base: `${url}/s/inkwell-books`, end };
}

/** What is live in the end: three messages in the look that was chosen. */
async function expectLive(page: Page, base: string, ground: string): Promise<void> {
  for (const slug of MESSAGES) {
    await page.goto(`${base}/desk/${slug}`);
    await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();
    await expect(sheet(page).locator('body')).toHaveCSS('background-color', ground);
    await expect(sheet(page).locator('.lb-masthead')).toContainText('Inkwell Books');
  }
}

const sheets = async (page: Page): Promise<void> => {
  for (const message of ['Order received', 'On its way', 'Refund issued']) {
    await expect(page.frameLocator(`iframe[title="${message} in this look"]`).locator('h1')).toBeVisible();
  }
};

/** Each starts a store of its own. */
test.describe.configure({ timeout: 240_000 });

test('with the mouse alone', async ({ page }) => {
  const { base, end } = await freshStore(page, PORT + 30);
  try {
    await page.getByRole('link', { name: 'Look' }).click();
    await sheets(page);
    await page.getByRole('button', { name: /^Colophon/ }).click();
    await page.getByRole('button', { name: 'Use this look' }).click();
    await saved(page);
    await publish(page, 'Publish look 2');
    await expect(page.getByText('Edition 2 of the look is live')).toBeVisible();
    for (const slug of MESSAGES) {
      await page.getByRole('link', { name: 'Journey', exact: true }).first().click();
      await page.locator(`[data-card="${slug}"]`).click();
      await expect(page.getByText(/kB of 102/)).toBeVisible();
      await publish(page, 'Publish edition 1');
      await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();
    }
    await expectLive(page, base, 'rgb(243, 239, 230)');
  } finally {
    await end();
  }
});

test('with keys alone', async ({ page }) => {
  const { base, end } = await freshStore(page, PORT + 40);
  try {
    /** Goes on with the tabulator until something has the focus, as a person does. */
    const tabTo = async (target: Locator): Promise<void> => {
      await expect(target).toBeVisible();
      for (let i = 0; i < 120; i += 1) {
        if (await target.evaluate((e) => e === document.activeElement)) return;
        await page.keyboard.press('Tab');
      }
      throw new Error(`The focus never came to ${String(target)}.`);
    };
    const press = async (target: Locator): Promise<void> => {
      await tabTo(target);
      await page.keyboard.press('Enter');
    };
    await page.keyboard.press('g');
    await page.keyboard.press('l');
    await sheets(page);
    await press(page.getByRole('button', { name: /^Docket/ }));
    await press(page.getByRole('button', { name: 'Use this look' }));
    await saved(page);
    await press(page.getByRole('button', { name: 'Publish look 2' }));
    await press(page.getByRole('dialog').getByRole('button', { name: 'Publish look 2' }));
    await expect(page.getByText('Edition 2 of the look is live')).toBeVisible();
    for (const slug of MESSAGES) {
      await page.keyboard.press('Escape');
      await page.locator('body').press('g');
      await page.keyboard.press('j');
      await press(page.locator(`[data-card="${slug}"]`));
      await expect(page.getByText(/kB of 102/)).toBeVisible();
      await press(page.getByRole('button', { name: 'Publish edition 1' }));
      await press(page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }));
      await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();
    }
    await expectLive(page, base, 'rgb(233, 235, 234)');
  } finally {
    await end();
  }
});
