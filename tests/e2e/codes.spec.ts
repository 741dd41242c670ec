/** Discount codes from their screen to the mailbox: a series, its block on the Desk, a code of their own for each customer, and one gone. */
import { arrived, choosePick, expect, placeByEvent, publish, saved, sheet, signIn, test } from './support';

const CODE = /FOLD-[0-9A-Z]{4}-[0-9A-Z]{4}/;

test('each customer gets a code of their own, and the store is told what becomes of messages when it is gone', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/s/quillwick/store/codes');
  await expect(page.getByRole('row', { name: /SUMMER15/ })).toContainText('SUMMER15 expired on');

  await test.step('a series is made; what is missing or wrong is said at its field', async () => {
    await page.getByRole('button', { name: 'Add a code series' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Percent').fill('120');
    await dialog.getByRole('button', { name: 'Add code series' }).click();
    await expect(dialog).toContainText('Enter a whole percentage from 1 to 100.');
    await dialog.getByLabel('Percent').fill('15');
    await dialog.getByRole('button', { name: 'Add code series' }).click();
    await expect(dialog).toContainText('Enter a name.');
    // Left by a slip, it is as it was when it is opened again.
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
    await page.getByRole('button', { name: 'Add a code series' }).click();
    await expect(page.getByText('Changes that you had not saved are back.')).toBeVisible();
    await expect(dialog.getByLabel('Percent')).toHaveValue('15');
    await dialog.getByLabel('Name').fill('First orders');
    await dialog.getByLabel('Beginning').fill('fold');
    await expect(dialog).toContainText('For example FOLD-4F7K-9M2P');
    await dialog.getByLabel('Days each code holds').fill('30');
    await dialog.getByRole('button', { name: 'Add code series' }).click();
    const row = page.getByRole('row', { name: /First orders/ });
    await expect(row).toContainText('30 days from when it is given');
    await expect(row).toContainText('none yet');
  });

  await test.step('a block of the Desk names it, with a sample on the sheet', async () => {
    await page.goto('/s/quillwick/desk/order-received');
    await page.getByRole('button', { name: /^Add Discount/ }).click();
    await choosePick(page, 'A code for everybody, or a code series', 'First orders');
    await expect(sheet(page).getByText('FOLD-4F7K-9M2P')).toBeVisible();
    await page.getByRole('radio', { name: 'Stop message' }).click();
    await expect(page.getByText('The message is on hold until somebody has seen to the code.')).toBeVisible();
    await saved(page);
    await publish(page, 'Publish edition 2');
  });

  const codeFor = async (number: string, address: string): Promise<string> => {
    await placeByEvent(request, number, address);
    const { message } = await arrived(address, number);
    expect(message.html).toContain(CODE.exec(message.text!)![0]);
    return CODE.exec(message.text!)![0];
  };
  const run = Date.now();
  const one = `one-${run}@codes-e2e.example`;
  const first = await codeFor(`C1-${run}`, one);
  expect(await codeFor(`C2-${run}`, `two-${run}@codes-e2e.example`)).not.toBe(first);
  expect(await codeFor(`C3-${run}`, one)).toBe(first);

  await test.step('before it is deleted it says which messages stop, and then they do', async () => {
    await page.goto('/s/quillwick/store/codes');
    await expect(page.getByRole('row', { name: /First orders/ })).toContainText('Order received stops when it is gone');
    await page.getByRole('button', { name: 'Delete First orders' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('2 codes were given and still hold.');
    await expect(dialog).toContainText('Order received stops when it is gone');
    await dialog.getByRole('button', { name: 'Delete First orders' }).click();
    await expect(page.getByText('First orders was deleted.')).toBeVisible();
    await placeByEvent(request, `C4-${run}`, one);
    await expect(async () => {
      await page.reload();
      await expect(page.getByRole('link', { name: /on hold for a code/ })).toBeVisible({ timeout: 1_000 });
    }).toPass();
    await page.goto('/s/quillwick/today');
    await expect(
      page.getByText(/is not among the store’s discount codes.*Order received stops without it/),
    ).toBeVisible();
  });
});

test('somebody who may not change codes sees them', async ({ page }) => {
  await signIn(page, 'amira@quillwick.example');
  await page.goto('/s/quillwick/store/codes');
  await expect(page.getByRole('row', { name: /LEAF10/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Add|Edit|Delete/ })).toHaveCount(0);
});
