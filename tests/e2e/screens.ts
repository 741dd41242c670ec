/**
 * Every screen of the demo store. The tests that look at all screens read this list, each in its own way; a unit test holds it against the
 * pages there are, so that a new one is looked at from its first day.
 */
import type { Page } from '@playwright/test';

/** Where the demo store's screens begin. */
export const BASE = '/s/quillwick';
/** An order of the demo store of which much was told. */
export const ORDER = 'QW-10482';

/** A screen whose address holds an id that each store has its own of: the first link on another screen leads to it. */
export interface Behind {
  on: string;
  /** How its address begins, after the store's. */
  to: string;
  /** The page of the application that it is. */
  page: string;
}
export type Screen = string | Behind;

/** By what one does there, each about as much to look at as the others. Paths are below the store's. */
export const SCREENS: Readonly<Record<string, readonly Screen[]>> = {
  'today, the journey and orders': [
    'today',
    'journey',
    'journey?order=LBL-1001',
    'journey?view=list',
    'journey/order-received',
    'journey/payment-due',
    'journey/summary-of-orders',
    'orders',
    `orders/${ORDER}`,
    'orders/LBL-1001',
    `orders/${ORDER}/walk`,
    'orders/new',
    'orders/connect',
    'orders/exchange',
    `orders/write?orders=${ORDER}`,
  ],
  'what composes messages': [
    'desk/order-received',
    'desk/new-order?part=text',
    'desk/on-its-way?order=SAMPLE-PART&light=dark',
    'desk/on-its-way?part=source',
    'desk/summary-of-orders',
    'passages/how-we-pack',
    'phrasebook',
    'replace',
    'languages',
    'languages/glossary',
    'languages/pl?of=order-received',
    'languages/de?of=order-received&show=all',
    'languages/pl/files',
  ],
  'the look': [
    'look',
    ...['logo', 'colours', 'type', 'shape', 'masthead', 'tables', 'footer', 'css'].map((part) => `look?part=${part}`),
  ],
  'routing, sending and rehearsal': [
    'routing',
    'sending/services',
    { on: 'sending/services', to: 'sending/services/0', page: 'sending/services/[id]' },
    'sending/services/new',
    'sending/senders',
    'sending/domains',
    'sending/domains/quillwick.example',
    'sending/channels',
    'sending/withheld',
    'sending/proof',
    'rehearsal',
    'rehearsal/orders',
    'rehearsal/orders?order=new',
    'notices',
    'notices/new',
  ],
  'customers, deliveries and what the store is set up with': [
    'customers',
    'customers?address=gone@kessler.example',
    'deliveries',
    'deliveries?state=failed,bounced',
    'deliveries/notifications',
    { on: `orders/${ORDER}`, to: 'deliveries/0', page: 'deliveries/[id]' },
    'store/payment',
    'store/shipping',
    'store/carriers',
    'store/places',
    'store/names',
    'store/invoices',
    'store/notes',
    'store/codes',
    'store/stock',
    'store/files',
    'store/sets',
  ],
  'who may do what, and what was done': [
    'store/colleagues',
    'store/keys',
    'store/settings',
    'store/stores',
    'store/new',
    'store/webhooks',
    'store/sources',
    'store/history',
    'store/removed',
    'store/installation',
    'you',
  ],
};

export const ALL_SCREENS = Object.values(SCREENS).flat();

/** What a screen is called in what a test finds on it. */
export const named = (screen: Screen): string =>
  typeof screen === 'string' ? screen : `${screen.page} of ${screen.on}`;

/**
 * Opens a screen.
 * @returns false when no link leads there: what a role has no use for it is not shown
 */
export async function open(page: Page, screen: Screen): Promise<boolean> {
  if (typeof screen === 'string') {
    await page.goto(`${BASE}/${screen}`);
    return true;
  }
  await page.goto(`${BASE}/${screen.on}`);
  const link = page.locator(`main a[href*="${BASE}/${screen.to}"]`).first();
  const address = (await link.count()) > 0 ? await link.getAttribute('href') : null;
  if (address) await page.goto(address);
  return address !== null;
}
