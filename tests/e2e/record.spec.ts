/** The record of what was sent, as a support colleague reads it: found, understood, tried again. */
import type { Page } from '@playwright/test';
import { arrived, choosePick, expect, mailbox, placeByEvent, signIn, test } from './support';

const DELIVERIES = '/s/quillwick/deliveries';

/** The rows of an address, read anew until the worker has been at them. */
async function rowOf(page: Page, address: string, state: string) {
  await page.goto(`${DELIVERIES}?recipient=${encodeURIComponent(address)}`);
  const row = page.getByRole('row').filter({ hasText: 'Order received' });
  await expect(row).toContainText(state);
  return row;
}

test('a message that was put off is understood, tried again, and arrives', async ({ page, request }) => {
  const address = `grey.${Date.now()}@record-e2e.example`;
  await placeByEvent(request, `R-${Date.now()}`, address);
  await signIn(page, 'amira@quillwick.example');
  const row = await rowOf(page, address, 'retrying');
  await row.getByRole('link').first().click();
  await expect(page.getByText('The recipient asks unknown senders to try again a little later.')).toBeVisible();
  // What the server said stands open beside it.
  await expect(page.getByText(/‹ 45\d /)).toBeVisible();
  await expect(page.getByText(/next try/)).toBeVisible();
  expect(await mailbox(address)).toEqual([]);
  await page.getByRole('button', { name: 'Try again now' }).click();
  await arrived(address, 'We have your order');
  await expect(page.getByText(/^2\.$/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Try again now' })).toHaveCount(0);

  await test.step('what was sent is kept as it was, in both forms and as mail', async () => {
    await expect(page.frameLocator('iframe[title="The message as sent"]').locator('body')).toContainText('Grace');
    await page.getByRole('radio', { name: 'Text' }).click();
    await expect(page.locator('pre[dir="auto"]')).toContainText('Thank you, Grace');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Download (.eml)' }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(/\.eml$/);
  });
});

test('an address that is not there fails with its cause, is not written to again, and can be allowed again', async ({
  page,
  request,
}) => {
  const address = `gone.${Date.now()}@record-e2e.example`;
  const number = `R-${Date.now()}`;
  await placeByEvent(request, number, address);
  await signIn(page);
  const row = await rowOf(page, address, 'failed');
  await expect(row).toContainText('There is no such mailbox');
  await row.getByRole('link').first().click();
  await expect(page.getByText('The address is not written to until it is allowed again under Sending.')).toBeVisible();
  // Trying again asks the list first: nobody is helped by a second refusal.
  await page.getByRole('button', { name: 'Try again now' }).click();
  await expect(page.getByText(`${address} is on the do-not-send list: refused: 550`)).toBeVisible();
  await page.goto('/s/quillwick/sending/withheld');
  const entry = page.getByRole('row').filter({ hasText: address });
  await expect(entry).toContainText('refused: 550');
  await entry.getByRole('button', { name: /Remove from list/ }).click();
  await expect(page.getByRole('row').filter({ hasText: address })).toHaveCount(0);
});

test('the record is narrowed down step by step, and every step can be linked to', async ({ page, request }) => {
  const number = `R-${Date.now()}-N`;
  await placeByEvent(request, number, `narrow-${Date.now()}@record-e2e.example`);
  await signIn(page, 'tom@quillwick.example');
  await page.goto(DELIVERIES);
  const rows = page.getByRole('row').filter({ has: page.getByRole('cell') });
  await page.getByLabel('Order number').fill(number);
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(rows).not.toHaveCount(0);
  await expect(rows.filter({ hasNotText: number })).toHaveCount(0);
  await page.getByRole('radio', { name: 'Customers' }).click();
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText('Grace Okafor');
  await expect(page).toHaveURL(new RegExp(`order=${number}`));
  await expect(page).toHaveURL(/role=customer/);
  await page.reload();
  await expect(rows).toHaveCount(1);
  await page.getByRole('radio', { name: 'Failed' }).click();
  await expect(page.getByText('Nothing matches')).toBeVisible();
  await page.getByRole('link', { name: 'Show all' }).click();
  await expect(page).toHaveURL(/\/deliveries$/);
  await expect(rows.nth(10)).toBeVisible();

  // Who may only look is offered nothing to do.
  await rows.filter({ hasText: 'failed' }).first().getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Attempts' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Try again now' })).toHaveCount(0);
});

test('a message that went to a mistyped address is sent again to the right one, and to a wrong one never', async ({
  page,
  request,
}) => {
  const wrong = `gone.again-${Date.now()}@record-e2e.example`;
  const right = `again-${Date.now()}@record-e2e.example`;
  await placeByEvent(request, `R-${Date.now()}-A`, wrong);
  await signIn(page, 'amira@quillwick.example');
  await (await rowOf(page, wrong, 'failed')).getByRole('link').first().click();
  await page.getByRole('button', { name: 'Send it again ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Send Order received again' });
  await expect(dialog.getByRole('radio', { name: /where it went/ })).toBeChecked();
  await dialog.getByRole('radio', { name: /Another address/ }).click();
  await dialog.getByLabel('Its address').fill('grace@');
  await expect(dialog.getByText('Enter an email address with a name, an @ and a domain.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Send it again' })).toBeDisabled();
  await dialog.getByLabel('Its address').fill(right);
  await dialog.getByLabel('Its address').press('Enter');

  // The new delivery's own page, as it comes to be accepted.
  const { message } = await arrived(right, 'We have your order');
  expect(message.text).toContain('Thank you, Grace');
  await expect(page.getByText(`Amira Haddad sent it again, to another address than ${wrong}`)).toBeVisible();
  await expect(page.getByText('accepted').first()).toBeVisible();
  await page.getByRole('link', { name: `Order received to ${wrong}` }).click();
  await expect(page.getByText('There is no such mailbox').first()).toBeVisible();

  // To the same address, from a message that did arrive.
  await (await rowOf(page, right, 'accepted')).getByRole('link').first().click();
  await page.getByRole('button', { name: 'Send it again ...' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Send it again' }).click();
  await expect.poll(async () => (await mailbox(right)).length).toBe(2);
});

test('orders are narrowed down by state, channel and language, and the list can be linked to', async ({ page }) => {
  await signIn(page, 'tom@quillwick.example');
  await page.goto('/s/quillwick/orders');
  const rows = page.getByRole('row').filter({ has: page.getByRole('cell') });
  await expect(rows.nth(10)).toBeVisible();
  await choosePick(page, 'Channel', 'Bazaarlane');
  await expect(page).toHaveURL(/channel=bazaarlane/);
  await expect(rows.filter({ hasNotText: 'Bazaarlane' })).toHaveCount(0);
  await choosePick(page, 'Language', 'Arabic');
  await expect(page).toHaveURL(/language=ar/);
  await expect(rows.filter({ hasNotText: 'Arabic' })).toHaveCount(0);
  await expect(rows.first()).toContainText('Bazaarlane');
  await page.reload();
  await expect(rows.first()).toContainText('Arabic');
  await choosePick(page, 'State', 'returned');
  await expect(page.getByText('No order matches')).toBeVisible();
  await page.getByRole('link', { name: 'Show all' }).click();
  await expect(page).toHaveURL(/\/orders$/);
  await expect(rows.nth(10)).toBeVisible();
});
