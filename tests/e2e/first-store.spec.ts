/** For real, from nothing: `start` with an empty database, the first owner, and the first publication. */
import { FIRST_STORE, fillIn, startInstallation, type Installation } from './first-store';
import { expect, PORT, publish, sheet, test } from './support';

let libellus: Installation;

test.beforeAll(async () => {
  libellus = await startInstallation(PORT + 20);
});
test.afterAll(() => libellus.end());

test('the first owner is made with the printed code, and publishes the first edition', async ({ page }) => {
  const BASE = libellus.url;
  await page.goto(`${BASE}/`);
  await expect(page.getByRole('heading', { name: 'Set up Libellus' })).toBeVisible();
  await fillIn(page, { ...FIRST_STORE, Password: 'too short', 'Set-up code': 'guess' });
  await page.getByRole('button', { name: 'Make the store' }).click();
  await expect(page.getByText('Use 10 to 128 characters.')).toBeVisible();
  await fillIn(page, { Password: FIRST_STORE.Password });
  await page.getByRole('button', { name: 'Make the store' }).click();
  await expect(page.getByText('Enter the code that ./libellus start printed.')).toBeVisible();
  await expect(page.getByLabel('Your name')).toHaveValue('Edda Lindqvist');
  await fillIn(page, { 'Set-up code': libellus.setUpCode });
  await page.getByRole('button', { name: 'Make the store' }).click();

  await page.waitForURL('**/s/inkwell-books/today');
  await expect(page.getByText('7 steps left')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Publish order confirmation, dispatch and refund ...' })).toBeVisible();
  await expect(page.getByText('No staff recipients: New order, Hold: payment failed')).toBeVisible();

  await page.goto(`${BASE}/s/inkwell-books/desk/order-received`);
  // There is no order yet: a sample stands in.
  await expect(sheet(page).locator('.lb-items')).toContainText('Kozo sheet');
  await publish(page, 'Publish edition 1');
  await expect(page.getByText('edition 1 is live', { exact: true })).toBeVisible();

  // All the rest at once, and then everything on.
  await page.goto(`${BASE}/s/inkwell-books/journey`);
  await page.getByRole('button', { name: /^Publish drafts of \d+ notifications/ }).click();
  const many = page.getByRole('dialog', { name: 'Publish drafts' });
  await expect(many.getByTestId('kinds')).toHaveText(/^\d+ drafts: \d+ that never went out\.$/);
  await many.getByRole('button', { name: /^Publish \d+ drafts$/ }).click();
  await expect(page.getByText(/^\d+ are published\.$/)).toBeVisible();
  await expect(page.getByText('not published')).toHaveCount(0);
  await page.getByRole('radio', { name: 'List' }).click();
  await page.getByRole('button', { name: 'State: all states' }).click();
  await page.getByRole('option', { name: 'off', exact: true }).click();
  await page.getByLabel('All that are shown').check();
  await page.getByRole('button', { name: 'Turn on', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Turn on \d+$/ })
    .click();
  await expect(page.getByText('Nothing matches')).toBeVisible();
  await expect(page.getByText(/^39 notifications, 39 live$/)).toBeVisible();

  await page.goto(`${BASE}/s/inkwell-books/orders`);
  await expect(page.getByText('No orders yet')).toBeVisible();
  await page.goto(`${BASE}/s/inkwell-books/deliveries`);
  await expect(page.getByText('Nothing was sent yet')).toBeVisible();

  // Once there is somebody, nobody else can be first.
  await page.context().clearCookies();
  await page.goto(`${BASE}/set-up`);
  await expect(page).toHaveURL(/sign-in/);
});
