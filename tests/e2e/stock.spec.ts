/** Stock that runs out and summaries of orders, from their screens to the mailboxes of colleagues. */
import { arrived, expect, mailbox, placeByEvent, sheet, signIn, test } from './support';

const STOCK = '/s/quillwick/store/stock';

test('stock is counted by hand: who hears of it is said before, and they do', async ({ page }) => {
  await signIn(page);
  await page.goto(STOCK);
  await expect(page.getByRole('link', { name: 'Stock low: 2 rules' })).toBeVisible();
  await expect(page.getByRole('row', { name: /Mull, 1 m/ })).toContainText('Nothing left');

  await test.step('what is low is found by itself, and a product by its number', async () => {
    await page.getByRole('radio', { name: /^Out / }).click();
    await expect(page.getByRole('row')).toHaveCount(2);
    await page.getByRole('link', { name: 'Show all' }).click();
    await expect(page.getByRole('row', { name: /Clamshell box kit/ })).toBeVisible();
    await page.getByLabel('Product, SKU or category').fill('TO-AWL');
    await page.getByRole('button', { name: 'Find' }).click();
    await expect(page.getByRole('row', { name: /Awl with pearwood handle/ })).toBeVisible();
    await expect(page.getByRole('row')).toHaveCount(2);
  });

  await page.getByRole('button', { name: 'Count Awl with pearwood handle' }).click();
  const dialog = page.getByRole('dialog');
  const mill = dialog.getByLabel('Pieces left at the Mill');
  await test.step('what is no number is said at its field, and nothing is lost', async () => {
    await mill.fill('two');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toContainText('Enter a whole number.');
    await expect(mill).toHaveValue('two');
  });
  await expect(dialog).toContainText('No count is changed, so nobody is written to.');
  await mill.fill('2');
  await expect(dialog).toContainText('the Mill: Stock is low. A message goes out now, to Pawel Rutka.');
  await dialog.getByLabel('Pieces left at the Bindery store').fill('0');
  await expect(dialog).toContainText(
    'the Bindery store: Nothing is left. A message goes out now, to Pawel Rutka and Greta Sonnleitner.',
  );
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. 3 messages go out.')).toBeVisible();
  await expect(page.getByRole('row', { name: /Awl with pearwood handle/ })).toContainText('2 at the Mill');

  const { message } = await arrived('pawel@quillwick.example', 'Bestand knapp: Awl with pearwood handle');
  expect(message.text).toContain('Noch da: 2. Knapp ab: 4.');
  expect(message.text).toContain('in der Mühle');
  await arrived('greta@quillwick.example', 'Ausverkauft: Awl with pearwood handle');

  await test.step('the record says why, and leads to the product', async () => {
    await page.goto('/s/quillwick/deliveries?recipient=greta');
    await page
      .getByRole('row', { name: /Ausverkauft/ })
      .getByRole('link')
      .first()
      .click();
    await expect(page.getByText('Nothing is left of Awl with pearwood handle at the Bindery store.')).toBeVisible();
    await expect(page.getByText('Greta Sonnleitner gets messages about stock when')).toBeVisible();
  });

  await test.step('a threshold for a category says what it does', async () => {
    await page.goto(STOCK);
    await page.getByRole('button', { name: 'Low for a category' }).click();
    await dialog.getByLabel('Category').fill('adhes');
    await page.getByRole('option', { name: /adhesives/ }).click();
    await expect(dialog).toContainText(
      /It is set for \d products, whatever they had before\. Nobody is written to by this/,
    );
    await dialog.getByLabel('Low at').fill('9');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('row', { name: /Bindery PVA/ })).toContainText('9 or fewer');
  });
});

test('somebody who may not count sees what there is', async ({ page }) => {
  await signIn(page, 'jonas@quillwick.example');
  await page.goto(STOCK);
  await expect(page.getByRole('row', { name: /Mull, 1 m/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Count / })).toHaveCount(0);
});

test('a summary takes the place of a message for each order, and comes at its time', async ({ page, request }) => {
  await signIn(page);
  await test.step('its times are set on its screen, which says when it comes next', async () => {
    await page.goto('/s/quillwick/journey/summary-of-orders');
    await page.getByRole('button', { name: /^Every:/ }).click();
    await page.getByRole('option', { name: 'day', exact: true }).click();
    await expect(page.getByText(/^Next on/)).toBeVisible();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  });

  await test.step('on the Desk it has the orders of the store', async () => {
    await page.goto('/s/quillwick/desk/summary-of-orders');
    await expect(sheet(page).getByRole('heading')).toContainText(/orders?/);
    await expect(sheet(page).getByText('To be sent').first()).toBeVisible();
    await expect(page.getByRole('button', { name: 'Add Orders' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Add Items table' })).toHaveCount(0);
  });

  await test.step('a colleague’s rule is moved to it, and can be put back', async () => {
    await page.goto('/s/quillwick/routing');
    const each = page.getByRole('region', { name: 'New order', exact: true });
    const summed = page.getByRole('region', { name: 'Summary of orders', exact: true });
    await each.getByRole('button', { name: 'Summary instead for Pawel Rutka' }).click();
    await expect(
      page.getByText('Pawel Rutka gets Summary of orders now, and no message for each order.'),
    ).toBeVisible();
    await expect(summed).toContainText('Pawel Rutka');
    await expect(each).not.toContainText('Pawel Rutka');
    await page.getByRole('button', { name: 'Put back' }).first().click();
    await expect(each).toContainText('Pawel Rutka');
    await each.getByRole('button', { name: 'Summary instead for Pawel Rutka' }).click();
    await expect(summed).toContainText('Pawel Rutka');
  });

  const number = `SUM-${Date.now()}`;
  const customer = `${number.toLowerCase()}@summary-e2e.example`;
  await placeByEvent(request, number, customer, new Date().toISOString());
  await arrived(customer, number);
  expect((await mailbox('pawel@quillwick.example')).filter((m) => m.subject.includes(number))).toEqual([]);

  await page.goto('/s/quillwick/orders/LBL-1001/walk');
  await page.getByRole('button', { name: 'one day' }).click();
  // On some days the other store of the demo sends its own at the same time.
  const { message } = await arrived('marta@quillwick.example', 'orders until', number);
  expect(message.html).toContain(`/s/quillwick/orders/${number}`);
  const german = await arrived('pawel@quillwick.example', 'Bestellungen bis');
  expect(german.message.text).toContain(number);
});
