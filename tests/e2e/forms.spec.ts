/** Words in several forms: what is typed while one of them is on the sheet reaches the customers that get another. */
import type { Page } from '@playwright/test';
import { arrived, expect, placeByEvent, publish, saved, sheet, signIn, test, words } from './support';

const DESK = '/s/quillwick/desk/order-received?order=LBL-1001';
const intro = (page: Page) => sheet(page).locator('.lb-next');
const form = (page: Page, name: RegExp) => page.getByRole('radiogroup', { name: 'Form' }).getByRole('radio', { name });

async function typeAtEnd(page: Page, text: string): Promise<void> {
  await words(page).focus();
  await page.keyboard.press('ControlOrMeta+End');
  await page.keyboard.type(text);
}

test('a sentence typed in one form goes into all of them, or stays where it is meant to', async ({ page, request }) => {
  await signIn(page);
  await page.goto(DESK);
  await expect(intro(page)).toBeVisible();
  await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="next"]').click();
  await expect(form(page, /Number of items: 1 /)).toBeVisible();
  await expect(form(page, /Number of items: 0, 2 …/)).toBeVisible();
  const details = page.getByRole('complementary', { name: 'Details' });

  await test.step('the reading strip shows the other form, with a number that leads to it', async () => {
    await page.getByRole('button', { name: /^Form: / }).click();
    await page.getByRole('option', { name: 'Number of items: 1', exact: true }).click();
    await expect(form(page, /Number of items: 1 /)).toBeChecked();
    await expect(words(page)).not.toContainText('items are on our bench');
    await expect(page.getByRole('textbox', { name: 'Preview text' })).toContainText('One item,');
  });

  await test.step('typed where both say the same, it goes into both, and says so', async () => {
    await typeAtEnd(page, ' Mia packs it today.');
    await expect(details.getByText('“Mia packs it today.” went into all 2 forms.')).toBeVisible();
    await details.getByRole('button', { name: 'In all forms' }).click();
    await expect(details.getByText(/went into all/)).toBeHidden();
  });

  await test.step('meant for this form alone, it stays there, and a finding says that the others lack it', async () => {
    await typeAtEnd(page, ' Nothing else travels along.');
    await details.getByRole('button', { name: 'Only in this form' }).click();
    await expect(details.getByText(/“Nothing else travels along.” stands in one form only/)).toBeVisible();
    await form(page, /this order/).click();
    await expect(intro(page)).not.toContainText('Nothing else travels along.');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(intro(page)).toContainText('Nothing else travels along.');
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(intro(page)).not.toContainText('Nothing else travels along.');
  });
  await saved(page);
  await publish(page, 'Publish edition 2');

  await test.step('a customer of the other form reads it too', async () => {
    await placeByEvent(request, 'FORM-2', 'grace@forms.example');
    const { message } = await arrived('grace@forms.example', 'FORM-2');
    expect(message.text).toMatch(/its 2 items are on our bench.* Mia packs it today\./s);
    expect(message.text).not.toContain('Nothing else travels along.');
  });
});
