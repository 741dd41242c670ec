/** What one does on a phone: an order is followed, and words are changed and published, with room for all of it. */
import { withoutRoom } from './room';
import { BASE } from './screens';
import { arrived, expect, placeByEvent, saved, sheet, signIn, test, words } from './support';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('one finds an order, tells of its parcel, and reads what the customer got', async ({ page }) => {
  await signIn(page);
  const [number, address] = ['QW-3900', 'phone@e2e-phone.example'];
  await placeByEvent(page.request, number, address);
  await page.goto(`${BASE}/today`);
  await page.getByRole('button', { name: 'Menu' }).click();
  await page.getByRole('link', { name: 'Orders' }).click();
  await expect(page.getByRole('heading', { name: 'Orders' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Routing' })).toBeHidden();
  await page.getByRole('link', { name: number }).click();
  await page.getByRole('button', { name: 'What happens next' }).click();
  await page.getByRole('menuitem', { name: 'Dispatch', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Carrier').fill('Carterline');
  await dialog.getByLabel('Tracking number').fill('CL 390');
  expect(await withoutRoom(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Dispatch', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await arrived(address, number);
  await page.getByRole('link', { name: /^Order received/ }).click();
  const message = page.getByTitle('The message as sent');
  await message.scrollIntoViewIfNeeded();
  await expect(page.frameLocator('iframe[title="The message as sent"]').getByText(number).first()).toBeVisible();
  expect(await withoutRoom(page)).toEqual([]);
});

test('words are changed on the sheet and published', async ({ page }) => {
  await signIn(page);
  await page.goto(`${BASE}/desk/order-received`);
  await sheet(page).getByText('Thank you').first().click();
  await words(page).focus();
  await page.keyboard.press('End');
  await page.keyboard.type(' Written on a phone.');
  await expect(sheet(page).getByText('Written on a phone.')).toBeVisible();
  await saved(page);
  await page
    .getByRole('radio', { name: 'Details' })
    .or(page.getByRole('button', { name: 'Details' }))
    .first()
    .click();
  await expect(page.getByRole('complementary', { name: 'Details' })).toBeVisible();
  await page.getByRole('button', { name: /^Publish edition/ }).click();
  const dialog = page.getByRole('dialog');
  const after = dialog.frameLocator('iframe[title="After publishing"]');
  await expect(after.getByText('Written on a phone.')).toBeVisible();
  expect(await withoutRoom(page)).toEqual([]);
  await dialog.getByRole('button', { name: /^Publish edition/ }).click();
  await expect(dialog).toHaveCount(0);
  const address = 'phone-words@e2e-phone.example';
  await placeByEvent(page.request, 'QW-3901', address);
  const { message } = await arrived(address, 'We have your order');
  expect(message.text).toContain('Written on a phone.');
});
