/** What a screen offers is what the role may do: held against the policy, for every role. */
import type { Page } from '@playwright/test';
import { may, type Action, type Role } from '@/contract/policy';
import { expect, signIn, test } from './support';

const BASE = '/s/quillwick';
const ORDER = '/orders/QW-10482';

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
  { at: '/journey', what: (page) => page.getByRole('switch').first(), action: 'notification.switch' },
  { at: '/journey', what: button('New notification'), action: 'notification.switch' },
  { at: '/desk/order-received', what: button('Undo'), action: 'template.edit' },
  { at: '/desk/order-received', what: button(/^Publish edition/), action: 'template.publish' },
  { at: '/desk/order-received', what: button('Send test to me'), action: 'test.send' },
  { at: '/look', what: button(/^Publish look/), action: 'look.publish' },
  { at: '/routing', what: button(/^Choose who gets it/), action: 'routing.edit' },
  { at: '/routing', what: button('Send a test'), action: 'test.send' },
  { at: '/rehearsal', what: button('Rehearse all messages'), action: 'rehearsal.run' },
  {
    at: '/rehearsal/orders',
    what: (page) => page.getByRole('link', { name: 'New order', exact: true }),
    action: 'rehearsal.run',
  },
  { at: '/sending/services', what: link('Connect another service'), action: 'service.edit' },
  { at: '/sending/senders', what: button('Save the senders'), action: 'sender.edit' },
  { at: '/sending/proof', what: button('Open the mailbox'), action: 'service.edit' },
  { at: '/sending/withheld', what: button('Add to list'), action: 'withholding.edit' },
  { at: '/orders', what: link('Place an order'), action: 'order.place' },
  { at: '/orders', what: link('Import and export'), action: 'order.place' },
  { at: ORDER, what: link('Write a message'), action: 'message.write' },
  { at: ORDER, what: link('Step through order'), action: 'order.place' },
  { at: ORDER, what: button('What happens next'), action: 'order.place' },
  { at: '/store/payment', what: button(/^Save/), action: 'terms.edit' },
  { at: '/store/webhooks', what: button('New webhook ...'), action: 'key.edit' },
  { at: '/store/stores', what: button('Close ... Quillwick'), action: 'store.close' },
  { at: '/store/sources', what: button('New source ...'), action: 'source.edit' },
  { at: '/store/settings', what: button('Save settings'), action: 'settings.edit' },
  { at: '/store/keys', what: button('New key ...'), action: 'key.edit' },
  { at: '/store/colleagues', what: button('Invite ...'), action: 'colleague.edit' },
];

/** Screens for some roles only, with what stands there when one may. */
const SCREENS: readonly { at: string; there: (page: Page) => ReturnType<Page['locator']>; action: Action }[] = [
  { at: '/orders/new', there: button('Place the order'), action: 'order.place' },
  { at: `${ORDER}/walk`, there: button('one day'), action: 'order.place' },
  { at: '/orders/write?orders=QW-10482', there: button(/^Send to/), action: 'message.write' },
  {
    at: '/store/history',
    there: (page) => page.getByRole('search', { name: 'History' }),
    action: 'history.read',
  },
  {
    at: '/store/installation',
    there: (page) => page.getByRole('region', { name: 'Processes' }),
    action: 'installation.read',
  },
  { at: '/orders/exchange', there: link('As CSV'), action: 'data.export' },
  { at: '/sending/services/new', there: button(/^Find/), action: 'service.edit' },
];

for (const [role, email] of Object.entries(PEOPLE) as [Role, string][]) {
  test(`a ${role} is offered what the role may do, and nothing else`, async ({ page }) => {
    await signIn(page, email);
    const wrong: string[] = [];
    let at = '';
    for (const { at: path, what, action } of OFFERED) {
      if (at !== path) {
        await page.goto(BASE + path);
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
        at = path;
      }
      if ((await what(page).count()) > 0 !== may(role, action)) wrong.push(`${path}: ${action}`);
    }
    for (const { at: path, there, action } of SCREENS) {
      await page.goto(BASE + path);
      if (may(role, action)) await expect(there(page)).toBeVisible();
      else {
        await expect(page.getByText(/^Your role may not /)).toBeVisible();
        await expect(page.getByText(/^Owners.* may\.$/)).toBeVisible();
        await expect(there(page)).toHaveCount(0);
      }
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
