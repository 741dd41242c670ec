/** How one notification is sent: text alone, with another name and reply address, and with copies, from the Desk to the mailboxes. */
import { arrived, expect, mailbox, placeByEvent, publish, saved, sheet, signIn, test } from './support';

test('a message goes out as text alone, in another name, with copies that are in its record', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received?order=LBL-1001');
  await expect(sheet(page).locator('.lb-next')).toBeVisible();
  const row = page.getByRole('group', { name: 'How it is sent' });
  await expect(row).toContainText('HTML with text');
  await row.getByRole('button').click();
  const dialog = page.getByRole('dialog', { name: 'How it is sent' });
  await dialog.getByRole('radio', { name: 'Text alone' }).click();
  await dialog.getByLabel('Sender’s name').fill('Quillwick bench');
  await dialog.getByLabel('Sender’s address').fill('bench@elsewhere.example');
  await expect(dialog.getByText('of a domain that this store does not send from')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Done' })).toBeDisabled();
  await dialog.getByLabel('Sender’s address').fill('');
  await dialog.getByLabel('Replies go to').fill('bench@');
  await expect(dialog.getByText('bench@ is no email address.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Done' })).toBeDisabled();
  await dialog.getByLabel('Replies go to').fill('bench@quillwick.example');
  await dialog.getByLabel('Copies (Cc)').fill('books@copies.example');
  await dialog.getByLabel('Hidden copies (Bcc)').fill('archive@copies.example\ngone@copies.example');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(row).toContainText(
    'Sent as text alone, as Quillwick bench, replies to bench@quillwick.example and 3 copies',
  );

  await test.step('it is undone and done again in one step', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(row).toContainText('HTML with text');
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(row).toContainText('text alone');
  });
  await saved(page);
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByRole('dialog').getByText(/form: HTML with text → Text alone/i)).toBeVisible();
  await page.keyboard.press('Escape');
  await publish(page, 'Publish edition 2');

  await placeByEvent(request, 'COPY-1', 'grace@sent-as.example');
  const { message } = await arrived('grace@sent-as.example', 'COPY-1');
  expect(message.html).toBe(false);
  expect(message.text).toContain('COPY-1');
  expect(message.from?.value[0]?.name).toBe('Quillwick bench');
  expect(message.replyTo?.value[0]?.address).toBe('bench@quillwick.example');
  expect(JSON.stringify(message.cc)).toContain('books@copies.example');
  const headers = message.headerLines.map((h) => h.line).join('\n');
  expect(headers).not.toContain('archive@copies.example');
  for (const copy of ['books@copies.example', 'archive@copies.example']) {
    const { message: same } = await arrived(copy, 'COPY-1');
    expect(same.messageId).toBe(message.messageId);
  }
  expect(await mailbox('gone@copies.example')).toEqual([]);

  await page.goto('/s/quillwick/orders/COPY-1');
  await page
    .getByRole('link', { name: /Order received/ })
    .first()
    .click();
  await expect(page.getByText(/Copies: books@copies\.example, archive@copies\.example/).first()).toBeVisible();
  await expect(page.getByText(/The copy to gone@copies\.example was not taken/).first()).toBeVisible();
});
