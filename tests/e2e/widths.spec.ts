/** Every screen at any width: nothing is cut off, lies over something else, or is too small to hit. And what one does on a phone. */
import type { Page } from '@playwright/test';
import { arrived, expect, placeByEvent, saved, sheet, signIn, test, words } from './support';
import { withoutRoom } from './room';

const BASE = '/s/quillwick';
const ORDER = 'QW-10482';

const SCREENS: Record<string, string> = {
  Today: '/today',
  Journey: '/journey',
  'Journey, as a list': '/journey?view=list',
  'A notification': '/journey/order-received',
  Desk: '/desk/order-received',
  Look: '/look',
  Phrasebook: '/phrasebook',
  Languages: '/languages',
  Glossary: '/languages/glossary',
  'Translating desk': '/languages/pl?of=order-received',
  'Files for translators': '/languages/pl/files',
  Routing: '/routing',
  Services: '/sending/services',
  'A new service': '/sending/services/new',
  Senders: '/sending/senders',
  Domains: '/sending/domains',
  Channels: '/sending/channels',
  'Not to write to': '/sending/withheld',
  'Living proof': '/sending/proof',
  Orders: '/orders',
  'An order': `/orders/${ORDER}`,
  'A walk': `/orders/${ORDER}/walk`,
  'A new order': '/orders/new',
  Write: `/orders/write?orders=${ORDER}`,
  Lists: '/orders/exchange',
  Connect: '/orders/connect',
  Customers: '/customers',
  'A customer': '/customers?address=gone@kessler.example',
  Deliveries: '/deliveries',
  'Deliveries by notification': '/deliveries/notifications',
  Payment: '/store/payment',
  Shipping: '/store/shipping',
  Carriers: '/store/carriers',
  Places: '/store/places',
  Names: '/store/names',
  Invoices: '/store/invoices',
  Codes: '/store/codes',
  Sets: '/store/sets',
  Colleagues: '/store/colleagues',
  Own: '/you',
  Keys: '/store/keys',
  Settings: '/store/settings',
  Stores: '/store/stores',
  Webhooks: '/store/webhooks',
  History: '/store/history',
  Installation: '/store/installation',
  Sources: '/store/sources',
  Stock: '/store/stock',
  'A summary': '/journey/summary-of-orders',
  Files: '/store/files',
  Notes: '/store/notes',
  Notices: '/notices',
  'Own orders': '/rehearsal/orders?order=new',
  'A new notice': '/notices/new',
};

const WIDTHS = [320, 390, 768, 1024, 1280, 1920];

/** Looks at a screen that is open. */
async function look(page: Page, name: string, widths: readonly number[]): Promise<string[]> {
  const found: string[] = [];
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  for (const width of widths) {
    await page.setViewportSize({ width, height: 800 });
    // Panels are measured and drawn with the next frames.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    for (const words of await withoutRoom(page)) found.push(`${name} at ${width} px: ${words}`);
  }
  return found;
}

test('every screen has room at every width', async ({ page }) => {
  test.setTimeout(240_000);
  await signIn(page);
  const found: string[] = [];
  for (const [name, path] of Object.entries(SCREENS)) {
    await page.goto(BASE + path);
    found.push(...(await look(page, name, WIDTHS)));
  }
  expect(found).toEqual([]);
});

for (const [role, email] of [
  ['designer', 'jonas@quillwick.example'],
  ['translator', 'claire@quillwick.example'],
  ['support', 'amira@quillwick.example'],
  ['viewer', 'tom@quillwick.example'],
] as const) {
  test(`every screen has room on a phone and beside others for a ${role}`, async ({ page }) => {
    await signIn(page, email);
    const found: string[] = [];
    for (const [name, path] of Object.entries(SCREENS)) {
      await page.goto(BASE + path);
      // What a role has no use for it is not shown.
      if ((await page.getByRole('heading', { level: 1 }).count()) === 0) continue;
      found.push(...(await look(page, name, [390, 1024])));
    }
    expect(found).toEqual([]);
  });
}

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('one finds an order, tells of its parcel, and reads what the customer got', async ({ page }) => {
    await signIn(page);
    const [number, address] = ['QW-3900', 'phone@e2e-widths.example'];
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
    const address = 'phone-words@e2e-widths.example';
    await placeByEvent(page.request, 'QW-3901', address);
    const { message } = await arrived(address, 'We have your order');
    expect(message.text).toContain('Written on a phone.');
  });
});
