/** Customers: found, given a contact who hears of the next order once, a mistyped address put right, and a list that changes one column. */
import type { Page } from '@playwright/test';
import { arrived, expect, happens, mailbox, placeByEvent, signIn, test } from './support';

const STORE = '/s/quillwick';
const GRACE = 'grace@inkwell.example';

const open = async (page: Page, email: string): Promise<void> => {
  await page.goto(`${STORE}/customers?address=${email}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
};

test('a customer is found by a part of their name, and a contact of theirs gets the next invoice, once', async ({
  page,
  request,
}) => {
  await placeByEvent(request, 'CU-1', GRACE);
  await signIn(page, 'amira@quillwick.example');
  await test.step('found, and narrowed', async () => {
    await page.getByRole('link', { name: 'Customers', exact: true }).click();
    const box = page.getByRole('textbox', { name: 'Name, company, address or order number' });
    // The worker makes whoever ordered just now findable.
    await expect(async () => {
      await box.fill('oka gra');
      await box.press('Enter');
      await expect(page.getByRole('row', { name: /grace@inkwell\.example/ })).toBeVisible({ timeout: 1_500 });
    }).toPass({ timeout: 30_000 });
    await page.getByRole('link', { name: 'Grace Okafor' }).first().click();
    await expect(page.getByRole('region', { name: 'Who they are' })).toContainText(GRACE);
  });
  await test.step('a contact with a wrong address is refused at its place, and nothing typed is lost', async () => {
    await page.getByRole('button', { name: 'Change ...' }).click();
    const dialog = page.getByRole('dialog', { name: 'Change customer' });
    await dialog.getByRole('button', { name: 'Add a contact' }).click();
    const contact = dialog.getByRole('region', { name: 'Contact 1' });
    await contact.getByLabel('Label', { exact: true }).fill('Accounts');
    await dialog.getByRole('region', { name: 'Accounts' }).getByLabel('Email address').fill(GRACE);
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog.getByText('This is the address of the customer.').first()).toBeVisible();
    await dialog.getByLabel('Email address').fill('accounts@inkwell.example');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'Contacts' })).toContainText('accounts@inkwell.example');
  });
  await test.step('the invoice of the next order reaches them, and the record has both', async () => {
    await placeByEvent(request, 'CU-2', GRACE);
    await page.goto(`${STORE}/orders/CU-2`);
    await happens(page, 'Issue an invoice', async (dialog) => {
      await dialog.getByLabel('Invoice number').fill('R-2026-77');
    });
    await arrived('accounts@inkwell.example', 'R-2026-77');
    await arrived(GRACE, 'R-2026-77');
    const invoices = (await mailbox('accounts@inkwell.example')).filter((m) => m.subject.includes('R-2026-77'));
    expect(invoices).toHaveLength(1);
    await open(page, GRACE);
    const record = page.getByRole('region', { name: 'Messages' });
    await expect(record.getByRole('row', { name: /accounts@inkwell\.example/ })).toHaveCount(1);
  });
});

test('a mistyped address is put right: what changes is seen first, and what did not arrive goes out', async ({
  page,
  request,
}) => {
  const [wrong, right] = ['nobody@inkwll.example', 'tove@inkwell.example'];
  await signIn(page);
  await page.goto(`${STORE}/sending/withheld`);
  await placeByEvent(request, 'CU-3', GRACE);
  await placeByEvent(request, 'CU-4', wrong);
  await open(page, wrong);
  await page.getByRole('button', { name: 'Do not write ...' }).click();
  const stop = page.getByRole('dialog', { name: `Do not write to ${wrong}` });
  await stop.getByLabel('Reason').fill('mistyped');
  await stop.getByRole('button', { name: 'Do not write' }).click();
  await expect(page.getByRole('region', { name: 'Mail' })).toContainText('is not written to: mistyped');
  await placeByEvent(request, 'CU-5', wrong);
  await expect(async () => {
    await page.reload();
    await expect(page.getByRole('row', { name: /blocked.*CU-5/ }).first()).toBeVisible({ timeout: 1_500 });
  }).toPass({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Correct address ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'Correct the address' });
  await test.step('another customer’s address is refused', async () => {
    await dialog.getByLabel('Right address').fill(GRACE);
    await dialog.getByRole('button', { name: 'Look what changes' }).click();
    await expect(dialog.getByText(`${GRACE} is the address of another customer.`).first()).toBeVisible();
  });
  await dialog.getByLabel('Right address').fill(right);
  await dialog.getByRole('button', { name: 'Look what changes' }).click();
  await expect(dialog.getByRole('status')).toContainText('What is sent about 2 orders from now on goes there.');
  await expect(dialog.getByLabel(/Send \d messages? again that did not arrive/)).toBeChecked();
  await dialog.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await arrived(right, 'CU-5');
  await expect(page.getByRole('region', { name: 'Who they are' })).toContainText(
    `${wrong} (corrected by Marta Oyelaran)`,
  );
  // The shop still knows the old one.
  await placeByEvent(request, 'CU-6', wrong);
  await arrived(right, 'CU-6');
});

test('a list with one column changes that column only, and is taken back', async ({ page, request }) => {
  await placeByEvent(request, 'CU-7', 'list@inkwell.example');
  await signIn(page);
  await page.goto(`${STORE}/orders/exchange?list=customers`);
  await page.getByLabel(/^A file/).setInputFiles({
    name: 'firms.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('email,company\nlist@inkwell.example,Inkwell Bindery\n'),
  });
  const changes = page.getByRole('list', { name: 'What changes' });
  await expect(changes).toContainText('Company: empty → Inkwell Bindery');
  await expect(changes).not.toContainText('First name');
  await page.getByRole('button', { name: /^Import/ }).click();
  await expect(page.getByText(/imported/i).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByText('1 customer is as before.')).toBeVisible();
  await open(page, 'list@inkwell.example');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Grace Okafor');
  await expect(page.getByRole('region', { name: 'Who they are' })).not.toContainText('Inkwell Bindery');
});

test('who is erased is gone from the list', async ({ page, request }) => {
  await placeByEvent(request, 'CU-8', 'erase@inkwell.example');
  await signIn(page);
  await open(page, 'erase@inkwell.example');
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export data' }).click();
  expect((await downloading).suggestedFilename()).toContain('erase');
  await page.getByRole('button', { name: 'Erase ...' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(page).toHaveURL(/\/customers$/);
  await page.goto(`${STORE}/customers?search=erase@inkwell.example`);
  await expect(page.getByText('No customer matches')).toBeVisible();
});
