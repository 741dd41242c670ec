/** Notes of products: written once in the store, seen on the Desk, and in the mailbox of whoever buys what they are of. */
import { arrived, expect, placeByEvent, publish, saved, sheet, signIn, test } from './support';

test('a note of a product is written in two languages, shows on the Desk, and arrives once', async ({
  page,
  request,
}) => {
  await signIn(page);
  const number = `P-${Date.now()}`;
  const address = `notes-${Date.now()}@notes-e2e.example`;
  await placeByEvent(request, number, address);
  await arrived(address, number);
  await page.goto('/s/quillwick/store/notes');
  await page.getByRole('button', { name: 'Add a note' }).click();
  const note = page.getByRole('region', { name: 'New note' });
  await test.step('without a product and without words it is refused at its place', async () => {
    await page.getByRole('button', { name: 'Save changes' }).click();
    await expect(note).toContainText(/Choose a product/);
  });
  await note.getByRole('radio', { name: 'A category' }).click();
  const category = note.getByRole('combobox', { name: 'A category' });
  await category.click();
  await category.fill('papers');
  await page.getByRole('option', { name: 'papers' }).click();
  const papers = page.getByRole('region', { name: 'papers' });
  await papers.getByLabel('Note, English').fill('Keep it flat and dry.');
  await papers.getByLabel('Link, English').fill('https://quillwick.example/care/paper');
  await papers.getByLabel('Note, German').fill('Flach und trocken lagern.');
  await page.getByRole('button', { name: 'Save changes' }).click();
  await expect(page.getByText(/Saved\./).first()).toBeVisible();

  await page.goto(`/s/quillwick/desk/order-received?order=${number}`);
  await page.getByRole('button', { name: /^Add (Product n|N)otes$/ }).click();
  await expect(sheet(page).getByText('Keep it flat and dry.')).toHaveCount(1);
  await saved(page);
  await page.goto(`/s/quillwick/desk/order-received?order=${number}&language=de`);
  await expect(sheet(page).getByText('Flach und trocken lagern.')).toHaveCount(1);

  await publish(page, 'Publish edition 2');
  const next = `P2-${Date.now()}`;
  await placeByEvent(request, next, address);
  const { message } = await arrived(address, next);
  expect(message.text!.split('Keep it flat and dry.')).toHaveLength(2);
  expect(message.html).toContain('https://quillwick.example/care/paper');

  await test.step('under the items that they are of, where the items table is set to, and not twice', async () => {
    await page.goto(`/s/quillwick/desk/order-received?order=${number}`);
    await page.getByRole('list', { name: 'Blocks' }).locator('[data-block="items"]').click();
    await page.getByLabel('Product notes under each item').check();
    await expect(sheet(page).getByText('Keep it flat and dry.')).toHaveCount(2);
    const findings = page.getByTestId('findings');
    await expect(findings).toContainText('The notes of products stand under the items already');
    await findings.getByRole('button', { name: 'Remove the block' }).click();
    await expect(sheet(page).getByText('Keep it flat and dry.')).toHaveCount(1);
    await saved(page);
    await publish(page, 'Publish edition 3');
    const last = `P3-${Date.now()}`;
    await placeByEvent(request, last, address);
    const under = await arrived(address, last);
    expect(under.message.text).toMatch(/2 × Kozo sheet: .*\n {2}Keep it flat and dry\. \(https:/);
  });
});
