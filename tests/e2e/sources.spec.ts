/** A shop's own webhook, from its settings page to the customer's mailbox: mapped by mouse and by keyboard, mended, taken again. */
import type { Page } from '@playwright/test';
import { axeFindings } from './axe';
import { arrived, expect, SHOP_PAGE, signIn, test } from './support';

/** Makes a source, enters it in the shop, and has the shop send a basket. */
async function connected(page: Page, shop: Page, name: string, mail: string): Promise<void> {
  await page.goto('/s/quillwick/store/sources');
  await page.getByRole('button', { name: 'New source ...' }).click();
  const dialog = page.getByRole('dialog', { name: 'A new source' });
  await dialog.getByLabel('Name', { exact: true }).fill(name);
  await dialog.getByRole('button', { name: 'Make the source' }).click();
  const made = page.getByRole('dialog', { name: 'Enter this in the shop' });
  await shop.goto(`${SHOP_PAGE}/webhook`);
  await shop.getByLabel('Send to').fill(await made.getByLabel('Address').inputValue());
  await shop.getByLabel('Secret').fill(await made.getByLabel('Secret').inputValue());
  await shop.getByRole('button', { name: 'Save' }).click();
  await closeBasket(shop, mail);
  await expect(shop.getByRole('table')).toContainText('202 {"state":"kept"');
  await made.getByRole('button', { name: 'Open the source' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await expect(page.getByRole('group', { name: 'What the shop sent' })).toContainText(mail);
}

async function closeBasket(shop: Page, mail: string): Promise<void> {
  await shop.getByLabel('Mail address').fill(mail);
  await shop.getByRole('button', { name: 'Close the basket' }).click();
}

const NEEDED: [place: string, value: RegExp][] = [
  ['Number', /^ref /],
  ['Placed at', /^opened /],
  ['Customer: Email address', /^mail /],
  ['Items: Stock number', /^art TO-BONE/],
  ['Items: Name', /^title Bone folder/],
  ['Items: Quantity', /^count 2/],
  ['Items: Unit price', /^each 14,50/],
];

async function publish(page: Page, edition: number): Promise<void> {
  await page.getByRole('button', { name: 'Publish ...' }).click();
  const dialog = page.getByRole('dialog', { name: `Publish edition ${edition} of the mapping?` });
  await dialog.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText(`Edition ${edition} reads requests from now on.`)).toBeVisible();
}

async function switchOn(page: Page, name: string): Promise<void> {
  await page.getByRole('switch', { name: 'Source is on' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Switch on' }).click();
  await expect(page.getByText(`${name} is on.`)).toBeVisible();
}

test('a shop’s own webhook is mapped by mouse until its order confirms, and wrong requests are taken after mending', async ({
  page,
  context,
}) => {
  await signIn(page);
  const shop = await context.newPage();
  const mail = `ada-${Date.now()}@source-e2e.example`;
  await connected(page, shop, 'Mill shop', mail);
  await expect(page.getByText('This request is: Order placed')).toContainText('gaps are left.');
  const tree = page.getByRole('group', { name: 'What the shop sent' });
  for (const [place, value] of NEEDED) {
    await page.getByRole('button', { name: `Point at the value for ${place}` }).click();
    await expect(page.getByText(`Choose the value for: ${place}`)).toBeVisible();
    await tree.getByRole('button', { name: value }).click();
  }
  await expect(page.getByText('It can be taken.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Items' })).toContainText('14.50 EUR, 4.90 EUR');
  expect(await axeFindings(page, 'source')).toEqual([]);
  // Undone and done again: the gap is back, and gone.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 gap is left.')).toBeVisible();
  await page.getByRole('button', { name: 'Point at the value for Items: Unit price' }).click();
  await tree.getByRole('button', { name: /^each 14,50/ }).click();
  await publish(page, 1);
  await switchOn(page, 'Mill shop');
  await page.getByRole('radio', { name: 'Requests' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'kept' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Take 1 request again' }).click();
  await expect(page.getByText('1 request was taken.')).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'order.placed' })).toContainText('taken again');
  await arrived(mail, 'B-');

  // From now on at once; what the mapping cannot read is kept, and taken when it is mended.
  await page.getByRole('radio', { name: 'Mapping' }).click();
  await page.getByRole('button', { name: 'More about Items: Quantity' }).click();
  await page.getByRole('textbox', { name: 'Path to Items: Quantity' }).fill('@.title');
  await expect(page.getByText('“Bone folder” is no whole number.')).toBeVisible();
  await publish(page, 2);
  const later = `ben-${Date.now()}@source-e2e.example`;
  await closeBasket(shop, later);
  await expect(shop.getByRole('row').first()).toContainText('"state":"wrong"');
  await page.reload();
  await page.getByRole('button', { name: 'More about Items: Quantity' }).click();
  await page.getByRole('textbox', { name: 'Path to Items: Quantity' }).fill('@.count');
  await expect(page.getByText('2 of 2 requests can be taken')).toBeVisible();
  await publish(page, 3);
  await page.getByRole('radio', { name: 'Requests' }).click();
  await page.getByRole('row').filter({ hasText: 'wrong' }).getByRole('button', { name: 'Take again' }).click();
  await expect(page.getByText('1 request was taken.')).toBeVisible();
  await arrived(later, 'B-');
  expect(await axeFindings(page, 'requests')).toEqual([]);

  // Its editions, and taking it away.
  await page.getByRole('radio', { name: 'Settings' }).click();
  await expect(page.getByRole('region', { name: 'Editions' })).toContainText('Edition 3');
  await page.getByRole('button', { name: 'Remove ...' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('No webhook is connected yet.')).toBeVisible();
});

test('a source is mapped by keyboard alone, each event by the shop’s own word', async ({ page, context }) => {
  await signIn(page);
  const shop = await context.newPage();
  const mail = `eva-${Date.now()}@source-e2e.example`;
  await connected(page, shop, 'Key shop', mail);
  const keys = async (...pressed: string[]): Promise<void> => {
    for (const key of pressed) await page.keyboard.press(key);
  };
  /** Goes down to a value of the request and takes it. */
  const choose = async (value: RegExp): Promise<void> => {
    const focused = page.locator(':focus');
    await expect(focused).toHaveAccessibleName(/^what /);
    for (let i = 0; i < 60 && !value.test((await focused.textContent()) ?? ''); i += 1) await keys('ArrowDown');
    await keys('Enter');
  };
  await page.getByRole('radio', { name: 'Every request is' }).focus();
  await keys('ArrowRight');
  await page.getByRole('button', { name: 'Point at the value for Which event it is' }).focus();
  await keys('Enter');
  await choose(/^what/);
  await expect(page.getByRole('button', { name: 'Point at the value for Which event it is' })).toBeFocused();
  await page.getByRole('button', { name: 'Say what “basket.closed” means' }).focus();
  await keys('Enter');
  await expect(page.getByText('This request is: Order placed')).toBeVisible();
  for (const [place, value] of NEEDED) {
    await page.getByRole('button', { name: `Point at the value for ${place}` }).focus();
    await keys('Enter');
    await choose(new RegExp(value.source.replace(' ', '')));
    await expect(page.getByRole('button', { name: `Point at the value for ${place}` })).toBeFocused();
  }
  await expect(page.getByText('It can be taken.')).toBeVisible();
  await page.getByRole('button', { name: 'Publish ...' }).focus();
  await keys('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Publish', exact: true }).focus();
  await keys('Enter');
  await expect(page.getByText('Edition 1 reads requests from now on.')).toBeVisible();
  await expect(page.getByRole('switch', { name: 'Source is on' })).toBeEnabled();
  await page.getByRole('switch', { name: 'Source is on' }).focus();
  await keys('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Switch on' }).focus();
  await keys('Enter');
  await expect(page.getByText('Key shop is on.')).toBeVisible();
  // At once now; another word of the shop's is not listened to.
  await closeBasket(shop, `now-${mail}`);
  await expect(shop.getByRole('row').first()).toContainText('"state":"taken"');
  await arrived(`now-${mail}`, 'B-');
  await shop.getByRole('button', { name: 'Post it' }).first().click();
  await expect(shop.getByRole('row').first()).toContainText('"state":"unheard"');
});
