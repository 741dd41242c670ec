/** Nothing happens by one slip: what a deed reaches is said before, what is typed stays, what is removed comes back. */
import { expect, saved, sheet, signIn, test, words } from './support';

test('how it goes out: what a change does to last month’s orders is seen before, and unsaved changes stay', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/journey/order-received');
  await page.getByRole('button', { name: 'Add a condition' }).first().click();
  const effect = page.getByRole('region', { name: 'What these changes would do' });
  await expect(effect.getByText(/Over the last 30 days it happened/)).toBeVisible();
  await page.getByLabel('Note for colleagues').fill('Only these for now.');
  await page.getByRole('link', { name: 'Orders', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Orders' })).toBeVisible();
  await page.goto('/s/quillwick/journey/order-received');
  await expect(page.getByText('Changes that you had not saved are back.')).toBeVisible();
  await expect(page.getByLabel('Note for colleagues')).toHaveValue('Only these for now.');
  await expect(effect).toBeVisible();
  await page.getByRole('button', { name: 'Undo changes' }).click();
  await expect(effect).toBeHidden();
  await page.reload();
  await expect(page.getByLabel('Note for colleagues')).not.toHaveValue('Only these for now.');
});

test('the only message that customers get of a cancellation is not turned off without a word', async ({ page }) => {
  await signIn(page);
  const alone = page.getByText(/This alone tells customers of: /);
  await page.goto('/s/quillwick/journey/order-cancelled');
  await page.getByRole('switch').click();
  await expect(page.getByRole('dialog').filter({ has: alone })).toBeVisible();
  await page.getByRole('button', { name: 'Leave as it is' }).click();
  await expect(page.getByRole('switch')).toBeChecked();

  await page.goto('/s/quillwick/journey?view=list');
  await page.getByLabel('Search notifications').fill('cancelled');
  await page.getByLabel('Choose Order cancelled').check();
  await page.getByLabel('Choose Stop: cancelled').check();
  await page.getByRole('button', { name: 'Turn off' }).click();
  const dialog = page.getByRole('dialog');
  await expect(alone).toHaveCount(1);
  await dialog.getByLabel('Order cancelled').uncheck();
  await expect(alone).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Turn off', exact: true }).click();
  await expect(page.getByRole('switch', { name: 'Stop: cancelled is on' })).not.toBeChecked();
  await expect(page.getByRole('switch', { name: 'Order cancelled is on' })).toBeChecked();
});

test('several drafts are published after a look at each, and one is left out', async ({ page }) => {
  await signIn(page);
  for (const slug of ['delivered', 'refund-issued']) {
    await page.goto(`/s/quillwick/desk/${slug}`);
    await expect(sheet(page).locator('.lb-help')).toBeVisible();
    await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="help"]').click();
    await words(page).focus();
    await page.keyboard.press('ControlOrMeta+End');
    await page.keyboard.type(' We answer within a day.');
    await expect(page.getByText('the draft differs')).toBeVisible();
    await saved(page);
  }
  await page.goto('/s/quillwick/journey');
  await page.getByRole('button', { name: 'Publish drafts of 2 notifications ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Publish drafts' });
  await expect(dialog.getByTestId('kinds')).toHaveText('2 drafts: 2 texts changed.');
  await dialog.getByText('1 change').first().click();
  await expect(dialog.locator('ins').filter({ hasText: 'We answer within a day.' }).first()).toBeVisible();
  await dialog.getByLabel('Refund issued').uncheck();
  await dialog.getByRole('button', { name: 'Publish 1 draft' }).click();
  await expect(page.getByText('1 is published.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Publish the draft ...' })).toBeVisible();
});
