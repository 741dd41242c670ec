/** Find and replace across all messages: a list first, then the chosen places, then one publication of all that changed. */
import { expect, sheet, signIn, test } from './support';

test('a word is changed in all messages and published in two actions, and can be put back', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/replace');
  await page.getByLabel('Find', { exact: true }).fill('Follow');
  await page.getByLabel('Replace with').fill('{$wish}');
  await page.getByRole('button', { name: 'Show the list' }).click();
  await expect(page.getByText('Placeholders are not found or replaced here')).toBeVisible();
  await page.getByLabel('Replace with').fill('See');
  await page.getByRole('button', { name: 'Show the list' }).click();
  const found = page.getByTestId('found');
  await expect(found.locator('ins').filter({ hasText: 'See' }).first()).toBeVisible();
  await expect(page.getByText(/^Found in English only/)).toBeVisible();
  await page.getByLabel(/in On its way, English$/).uncheck();
  await page.getByRole('button', { name: /^Replace in \d+ places$/ }).click();
  await expect(page.getByText(/^Replaced in \d+ places\./)).toBeVisible();

  await test.step('taken back, and done again', async () => {
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await expect(page.getByText('The words are back as they were.')).toBeVisible();
    await page.getByRole('button', { name: 'Show the list' }).click();
    await expect(page.getByLabel(/in On its way, English$/)).toBeChecked();
    await page.getByRole('button', { name: /^Replace in \d+ places$/ }).click();
    await expect(page.getByText(/^Replaced in \d+ places\./).last()).toBeVisible();
  });

  await page.getByRole('button', { name: 'Publish them ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Publish drafts' });
  await dialog.getByRole('button', { name: /^Publish \d+ drafts$/ }).click();
  await expect(page.getByText(/^\d+ are published\.$/)).toBeVisible({ timeout: 60_000 });
  await page.goto('/s/quillwick/desk/order-received?order=LBL-1001');
  await expect(page.getByRole('button', { name: 'edition 2 is live' })).toBeVisible();
  await expect(sheet(page).locator('.lb-follow')).toContainText('See your order');
});
