/** Every screen as every role sees it: what it offers is what the role may do, by the policy, and it has room on a phone and beside others. */
import type { Page } from '@playwright/test';
import { may, type Action, type Role } from '@/contract/policy';
import { withoutRoomAt } from './room';
import { ALL_SCREENS, BASE, named, open, ORDER } from './screens';
import { expect, signIn, test } from './support';

const AN_ORDER = `orders/${ORDER}`;

const PEOPLE: Record<Role, string> = {
  owner: 'marta@quillwick.example',
  designer: 'jonas@quillwick.example',
  translator: 'claire@quillwick.example',
  support: 'amira@quillwick.example',
  viewer: 'tom@quillwick.example',
};

interface Offered {
  at: string;
  what: (page: Page) => ReturnType<Page['locator']>;
  action: Action;
}

const button = (name: string | RegExp) => (page: Page) => page.getByRole('main').getByRole('button', { name }).first();
const link = (name: string | RegExp) => (page: Page) => page.getByRole('main').getByRole('link', { name }).first();

const OFFERED: readonly Offered[] = [
  { at: 'journey', what: (page) => page.getByRole('switch').first(), action: 'notification.switch' },
  { at: 'journey', what: button('New notification'), action: 'notification.switch' },
  { at: 'desk/order-received', what: button('Undo'), action: 'template.edit' },
  { at: 'desk/order-received', what: button(/^Publish edition/), action: 'template.publish' },
  { at: 'desk/order-received', what: button('Send test to me'), action: 'test.send' },
  { at: 'look', what: button(/^Publish look/), action: 'look.publish' },
  { at: 'routing', what: button(/^Choose who gets it/), action: 'routing.edit' },
  { at: 'routing', what: button('Send a test'), action: 'test.send' },
  { at: 'rehearsal', what: button('Rehearse all messages'), action: 'rehearsal.run' },
  {
    at: 'rehearsal/orders',
    what: (page) => page.getByRole('link', { name: 'New order', exact: true }),
    action: 'rehearsal.run',
  },
  { at: 'sending/services', what: link('Connect another service'), action: 'service.edit' },
  { at: 'sending/senders', what: button('Save the senders'), action: 'sender.edit' },
  { at: 'sending/proof', what: button('Open the mailbox'), action: 'service.edit' },
  { at: 'sending/withheld', what: button('Add to list'), action: 'withholding.edit' },
  { at: 'orders', what: link('Place an order'), action: 'order.place' },
  { at: 'orders', what: link('Import and export'), action: 'order.place' },
  { at: AN_ORDER, what: link('Write a message'), action: 'message.write' },
  { at: AN_ORDER, what: link('Step through order'), action: 'order.place' },
  { at: AN_ORDER, what: button('What happens next'), action: 'order.place' },
  { at: 'store/payment', what: button(/^Save/), action: 'terms.edit' },
  { at: 'store/webhooks', what: button('New webhook ...'), action: 'key.edit' },
  { at: 'store/stores', what: button('Close ... Quillwick'), action: 'store.close' },
  { at: 'store/sources', what: button('New source ...'), action: 'source.edit' },
  { at: 'store/settings', what: button('Save settings'), action: 'settings.edit' },
  { at: 'store/keys', what: button('New key ...'), action: 'key.edit' },
  { at: 'store/colleagues', what: button('Invite ...'), action: 'colleague.edit' },
];

/** Screens for some roles only, with what stands there when one may. */
const RESERVED: readonly { at: string; there: (page: Page) => ReturnType<Page['locator']>; action: Action }[] = [
  { at: 'orders/new', there: button('Place the order'), action: 'order.place' },
  { at: `${AN_ORDER}/walk`, there: button('one day'), action: 'order.place' },
  { at: `orders/write?orders=${ORDER}`, there: button(/^Send to/), action: 'message.write' },
  {
    at: 'store/history',
    there: (page) => page.getByRole('search', { name: 'History' }),
    action: 'history.read',
  },
  {
    at: 'store/installation',
    there: (page) => page.getByRole('region', { name: 'Processes' }),
    action: 'installation.read',
  },
  { at: 'orders/exchange', there: link('As CSV'), action: 'data.export' },
  { at: 'sending/services/new', there: button(/^Find/), action: 'service.edit' },
];

/** What is on the screen that is open, and should not be for this role, or the other way round. */
async function notAsAllowed(page: Page, role: Role, path: string): Promise<string[]> {
  const wrong: string[] = [];
  for (const { at, what, action } of OFFERED)
    if (at === path && (await what(page).count()) > 0 !== may(role, action)) wrong.push(`${path}: ${action}`);
  for (const { at, there, action } of RESERVED) {
    if (at !== path) continue;
    if (may(role, action)) await expect(there(page)).toBeVisible();
    else {
      await expect(page.getByText(/^Your role may not /)).toBeVisible();
      await expect(page.getByText(/^Owners.* may\.$/)).toBeVisible();
      await expect(there(page)).toHaveCount(0);
    }
  }
  return wrong;
}

test('what is offered or kept for some is on screens that are looked at', () => {
  const paths = ALL_SCREENS.map(named);
  expect([...OFFERED, ...RESERVED].map(({ at }) => at).filter((at) => !paths.includes(at))).toEqual([]);
});

for (const [role, email] of Object.entries(PEOPLE) as [Role, string][]) {
  test(`a ${role} is offered what the role may do, and nothing else, on every screen, with room for it`, async ({
    page,
  }) => {
    test.setTimeout(480_000);
    await signIn(page, email);
    const wrong: string[] = [];
    for (const screen of ALL_SCREENS) {
      const path = named(screen);
      const asked = [...OFFERED, ...RESERVED].some(({ at }) => at === path);
      // An owner's screens are looked at from every side elsewhere.
      if (role === 'owner' && !asked) continue;
      await page.setViewportSize({ width: 1280, height: 800 });
      if (!(await open(page, screen))) continue;
      const shown = page.getByRole('heading', { level: 1 });
      if (asked) await expect(shown).toBeVisible();
      wrong.push(...(await notAsAllowed(page, role, path)));
      // What a role has no use for it is not shown.
      if (role !== 'owner' && (await shown.count()) > 0) wrong.push(...(await withoutRoomAt(page, path, [390, 1024])));
    }
    expect(wrong).toEqual([]);
  });
}

test('all customers are taken out by owners only', async ({ page }) => {
  await signIn(page, PEOPLE.support);
  await page.goto(`${BASE}/orders/exchange`);
  await expect(page.getByRole('link', { name: 'As CSV' })).toBeVisible();
  await page.getByRole('main').getByText('Customers', { exact: true }).click();
  await expect(page.getByText('Owners may export all customers.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'As CSV' })).toHaveCount(0);
  expect((await page.request.get(`${BASE}/orders/exchange/file?list=customers&as=csv`)).status()).toBe(403);
  expect((await page.request.get(`${BASE}/orders/exchange/file?list=products&as=csv`)).status()).toBe(200);
});
