/** Samples that fit: each message is looked at, and tested, with an order that it can be about, in the language that its customer reads. */
import { arrived, choose, expect, saved, sheet, signIn, test, words } from './support';

const DESK = '/s/quillwick/desk';

test('a message is looked at with an order that it can be about, and a test goes out of no other', async ({ page }) => {
  await signIn(page);
  await page.goto(`${DESK}/refund-issued`);
  await expect(page.getByTestId('cuts')).toContainText(/[€£]\d+.* is on its way back to you/);
  await page.goto(`${DESK}/return-received?order=LBL-1001`);
  await expect(page.getByText('Nothing of LBL-1001 came back: this message is never written about it.')).toBeVisible();
  await page.getByRole('button', { name: 'Send test to me' }).click();
  await expect(page.getByText(/^LBL-1001 has no return, so this message is never written about it/)).toBeVisible();
  await page.getByRole('button', { name: 'Show one that fits' }).click();
  await expect(page.getByText('Nothing of LBL-1001 came back')).toBeHidden();
  await page.getByRole('button', { name: 'Send test to me' }).click();
  await expect(page.getByText(/^Sent "\[Test\]/)).toBeVisible();
  const { message } = await arrived('marta@quillwick.example', '[Test] Your return for SAMPLE-BACK');
  expect(message.text).toContain('Awl with pearwood handle');
});

test('a sheet in another language than the customer’s says so; orders are found by what they hold', async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${DESK}/order-received?order=SAMPLE-ARABIC`);
  await choose(page, 'Order on the sheet', 'German');
  await expect(page.getByText(/would get this in German\./)).toBeVisible();
  await page.getByRole('button', { name: 'Show German' }).click();
  await expect(page.getByRole('button', { name: 'Language: German' })).toBeVisible();
  await expect(page.getByText(/would get this in/)).toBeHidden();
  await expect(page).toHaveURL(/language=de/);
  const field = page.getByLabel('Order on the sheet');
  await field.click();
  await field.fill('1 line');
  await expect(page.getByRole('option').first()).toBeVisible();
  await field.fill('no such country at all');
  await expect(page.getByRole('option')).toHaveCount(0);
});

test('situations are walked by a key, and show which of them have findings of their own', async ({ page }) => {
  await signIn(page);
  await page.goto(`${DESK}/order-received`);
  await expect(sheet(page).locator('.ls-sheet')).toBeVisible();
  await page.getByRole('textbox', { name: 'Subject' }).focus();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('For ');
  await page.keyboard.type('{');
  await page
    .getByPlaceholder(/placeholder|search/i)
    .or(page.getByRole('combobox'))
    .last()
    .fill('First name');
  await page.keyboard.press('Enter');
  await expect(page.getByText('the draft differs')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Situations' }).click();
  const row = page.getByRole('group', { name: 'Situations' });
  await expect(row.getByRole('button', { name: /A guest, without a name.* 1 finding/ })).toBeVisible();
  await expect(row.getByRole('button', { name: /Long names/ })).not.toContainText('finding,');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await page.keyboard.press('s');
  await expect(row.getByRole('button', { name: /A guest, without a name/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/First name is empty for the order on the sheet/)).toBeVisible();
  await expect(words(page)).toHaveCount(0);
});
