/** Files that go with messages, from the screen to the mailbox: on the shelf, on the Desk, and with what is written by hand. */
import type { Page } from '@playwright/test';
import { arrived, expect, placeByEvent, saved, signIn, test } from './support';

const PDF = Buffer.from(`%PDF-1.4\n${'1 0 obj<<>>endobj\n'.repeat(300)}trailer<<>>\n%%EOF`, 'latin1');
const guide = { name: 'Kleine Ölkunde 油.pdf', mimeType: 'application/pdf', buffer: PDF };
const program = {
  name: 'voucher.pdf',
  mimeType: 'application/pdf',
  buffer: Buffer.concat([Buffer.from('MZ'), Buffer.alloc(400)]),
};
const attachments = (page: Page) => page.getByRole('region', { name: 'Attachments' });
/** What is said to be wrong; not what announces a new page. */
const trouble = (page: Page) => page.locator('[role="alert"]:not(#__next-route-announcer__)');
const menu = (page: Page) => page.getByRole('button', { name: 'Attach to this message' });

test('the shelf takes guides, tells what else comes, and holds fast what a message goes with', async ({ page }) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/payment');
  await page.getByRole('link', { name: 'Files', exact: true }).click();
  await expect(page.getByRole('row', { name: /Caring for your bone folder\.pdf/ })).toBeVisible();
  await page.getByLabel('Add files').setInputFiles([guide, program]);
  const row = page.getByRole('row', { name: /Kleine Ölkunde 油\.pdf/ });
  await expect(row).toContainText('Nothing yet');
  await expect(trouble(page)).toContainText('voucher.pdf was not taken. It is a program');
  // 30 MB are not sent over the line at all.
  await page.getByLabel('Add files').setInputFiles({ ...guide, name: 'film.pdf', buffer: Buffer.alloc(30_000_000, 1) });
  await expect(trouble(page)).toContainText('film.pdf was not taken. It has 30 MB; a file may have 10 MB.');
  const saving = page.waitForEvent('download');
  await row.getByRole('link', { name: /^Download/ }).click();
  expect((await saving).suggestedFilename()).toBe('Kleine Ölkunde 油.pdf');
});

test('a guide goes with a message in one language and on a condition, and reaches the mailbox', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/desk/order-received');
  // A calendar entry is there already, and this order has no workshop.
  await expect(attachments(page)).toContainText('Calendar entry');
  await menu(page).click();
  await page.getByRole('menuitem', { name: /Caring for your bone folder/ }).click();
  await expect(attachments(page)).toContainText('Caring for your bone folder.pdf');
  await expect(attachments(page).getByTestId('weight')).toContainText('3 kB of 9.7 MB');
  await test.step('undone and done again', async () => {
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(attachments(page)).not.toContainText('Caring');
    await page.getByRole('button', { name: 'Redo', exact: true }).click();
    await expect(attachments(page)).toContainText('Caring');
  });
  await attachments(page).getByRole('button', { name: 'Settings of Caring for your bone folder.pdf' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('German').uncheck();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Language' }).click();
  await page.getByRole('option', { name: 'German' }).click();
  await expect(attachments(page)).toContainText('Caring for your bone folder.pdf(not with this order)');
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByRole('dialog')).toContainText('Attachment Caring for your bone folder.pdf');
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();

  const address = `guide-${Date.now()}@files-e2e.example`;
  const number = `F-${Date.now()}`;
  await placeByEvent(request, number, address);
  const { message } = await arrived(address, number);
  expect(message.attachments.filter((a) => a.contentDisposition === 'attachment').map((a) => a.filename)).toEqual([
    'Caring for your bone folder.pdf',
  ]);

  await test.step('the record shows and saves it', async () => {
    await page.goto(`/s/quillwick/deliveries?order=${number}`);
    await page
      .getByRole('row', { name: /Order received/ })
      .getByRole('link')
      .first()
      .click();
    const saving = page.waitForEvent('download');
    await attachments(page)
      .getByRole('link', { name: /Caring for your bone folder\.pdf/ })
      .click();
    expect((await saving).suggestedFilename()).toBe('Caring for your bone folder.pdf');
  });
  await test.step('the shelf says what it goes with, and does not let it go', async () => {
    await page.goto('/s/quillwick/store/files');
    const row = page.getByRole('row', { name: /Caring for your bone folder/ });
    await expect(row.getByRole('link', { name: 'Order received' })).toBeVisible();
    await row.getByRole('button', { name: /^Remove/ }).click();
    await expect(page.locator('[data-sonner-toast]')).toContainText(
      'goes with Order received. Take it out there first.',
    );
  });
});

test('by hand: a file from this computer, one from the shelf, the size seen before, and both arrive', async ({
  page,
  request,
}) => {
  await signIn(page);
  const address = `voucher-${Date.now()}@files-e2e.example`;
  const number = `V-${Date.now()}`;
  await placeByEvent(request, number, address);
  await arrived(address, number);
  await page.goto(`/s/quillwick/orders/write?orders=${number}`);
  await page.getByRole('link', { name: 'A word about the order' }).click();
  await attachments(page).getByLabel('Files from this computer ...').setInputFiles([program, guide]);
  await expect(trouble(page)).toContainText('It is a program');
  await expect(attachments(page).getByRole('button', { name: /Kleine Ölkunde 油\.pdf/ })).toBeVisible();
  await menu(page).click();
  await page.keyboard.type('Falz');
  await page.keyboard.press('Enter');
  await expect(attachments(page)).toContainText('Falzbein pflegen.pdf');
  await page.getByRole('button', { name: /^Send to/ }).click();
  await expect(page.getByRole('dialog')).toContainText(/2 files go with the message \(\d+ kB\)/);
  await page.getByRole('dialog').getByRole('button', { name: 'Send it' }).click();
  await page.waitForURL(`**/orders/${number}`);
  await expect
    .poll(async () => {
      const { message } = await arrived(address, '');
      return message.attachments.filter((a) => a.contentDisposition === 'attachment').map((a) => a.filename);
    })
    .toEqual(['Kleine Ölkunde 油.pdf', 'Falzbein pflegen.pdf']);
});
