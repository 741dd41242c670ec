/** All versions of a notification in the Desk's head: moved between on the same sheet, and published together. */
import { expect, publish, saved, sheet, signIn, test, words } from './support';

const DESK = '/s/quillwick/desk/order-received';

test('versions stand side by side, and none is forgotten when one is published', async ({ page }) => {
  await signIn(page);
  await page.goto(`${DESK}?order=LBL-1001&language=de`);
  const versions = page.getByRole('navigation', { name: 'Versions' });
  await expect(versions.getByRole('link')).toHaveCount(3);
  await expect(versions.getByRole('link', { name: /^Everyone else/ })).toHaveAttribute('aria-current', 'page');
  await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText(/edition 1 · \d+% of orders/);

  await test.step('the next is looked at with the same order and language', async () => {
    await versions.getByRole('link', { name: /^Guests/ }).click();
    await expect(page).toHaveURL(/order-received~guests\?order=LBL-1001&language=de/);
    await expect(versions.getByRole('link', { name: /^Guests/ })).toHaveAttribute('aria-current', 'page');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order received, Guests');
  });

  const say = async (line: string): Promise<void> => {
    await expect(sheet(page).locator('.lb-help')).toBeVisible();
    await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="help"]').click();
    await words(page).focus();
    await page.keyboard.press('ControlOrMeta+End');
    await page.keyboard.type(` ${line}`);
    await expect(sheet(page).locator('.lb-help')).toContainText(line);
    await saved(page);
  };
  await say('Guten Abend.');
  await page.goto(DESK);
  await say('Good evening.');
  await page.reload();
  await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText('draft differs');

  await test.step('publishing offers the other one, and makes both live', async () => {
    await page.getByRole('button', { name: 'Publish edition 2' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText('Other versions that differ from what is live')).toBeVisible();
    await dialog.getByLabel('Guests').check();
    await dialog.getByRole('button', { name: 'Publish 2 versions' }).click();
    await expect(page.getByText('Edition 2 is live, and 1 other version.')).toBeVisible();
    await expect(versions.getByRole('link', { name: /^Guests/ })).toContainText('edition 2');
    await expect(versions.getByRole('link', { name: /^Everyone else/ })).toContainText('edition 2');
  });

  await test.step('with nothing else to publish, nothing else is offered', async () => {
    await say('Good night.');
    await publish(page, 'Publish edition 3');
  });
});
