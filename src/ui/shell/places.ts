/** The screens of a store, in the order of the spine, each with the letter that goes there after `g`, and what else one can go to. */
import type { Action } from '@/contract/policy';

export interface Place {
  name: string;
  path: string;
  gathering: '' | 'Compose' | 'Send' | 'Keep';
  letter: string;
  /** Further paths that belong to it. */
  also?: string[];
}

export const PLACES: readonly Place[] = [
  { name: 'Today', path: '/today', gathering: '', letter: 't' },
  { name: 'Journey', path: '/journey', gathering: 'Compose', letter: 'j', also: ['/desk', '/passages'] },
  { name: 'Look', path: '/look', gathering: 'Compose', letter: 'l' },
  { name: 'Phrasebook', path: '/phrasebook', gathering: 'Compose', letter: 'p' },
  { name: 'Routing', path: '/routing', gathering: 'Send', letter: 'r' },
  { name: 'Sending', path: '/sending', gathering: 'Send', letter: 's' },
  { name: 'Orders', path: '/orders', gathering: 'Keep', letter: 'o' },
  { name: 'Deliveries', path: '/deliveries', gathering: 'Keep', letter: 'd' },
  { name: 'Store', path: '/store', gathering: 'Keep', letter: 'm' },
];

/** What one can go to besides the screens of the spine: parts of them and deeds, with other words that one may look for. */
export interface Goal {
  name: string;
  path: string;
  /** Other words for it. */
  also: string;
  /** The key that goes there. */
  key?: string;
  /** What one has to be allowed to do there. */
  needs?: Action;
}

export const GOALS: readonly Goal[] = [
  { name: 'Place an order', path: '/orders/new', also: 'new order telephone test', key: 'n', needs: 'order.place' },
  { name: 'Write a message', path: '/orders/write', also: 'mail letter customer many', needs: 'message.write' },
  {
    name: 'Import and export',
    path: '/orders/exchange',
    also: 'csv json products customers contacts lists backup',
    needs: 'data.export',
  },
  { name: 'Connect a shop', path: '/orders/connect', also: 'api keys events webhook integration', needs: 'api.read' },
  { name: 'Deliveries that failed', path: '/deliveries?state=failed,bounced', also: 'errors bounces problems' },
  { name: 'Deliveries on hold', path: '/deliveries?state=held', also: 'waiting stopped' },
  { name: 'Scheduled deliveries', path: '/deliveries?state=planned,deferred', also: 'waiting planned next reminders' },
  { name: 'Notifications as a list', path: '/journey?view=list', also: 'languages translations versions owner search' },
  { name: 'Sending services', path: '/sending/services', also: 'smtp settings limits server connect check test' },
  {
    name: 'Connect a sending service',
    path: '/sending/services/new',
    also: 'smtp settings account host password',
    needs: 'service.edit',
  },
  { name: 'Senders', path: '/sending/senders', also: 'from reply-to name address settings' },
  { name: 'Domains', path: '/sending/domains', also: 'dns spf dkim dmarc records settings' },
  { name: 'Channels', path: '/sending/channels', also: 'marketplace hidden addresses pictures settings' },
  { name: 'Do-not-send list', path: '/sending/withheld', also: 'blocked suppressed withheld unsubscribed bounced' },
  { name: 'Staff recipients', path: '/routing', also: 'colleagues team rules who gets messages' },
  { name: 'Payment methods', path: '/store/payment', also: 'settings bank iban due' },
  { name: 'Shipping methods', path: '/store/shipping', also: 'settings delivery tax' },
  { name: 'Carriers', path: '/store/carriers', also: 'settings tracking parcel' },
  { name: 'Names in other languages', path: '/store/names', also: 'settings languages translations categories' },
  { name: 'Invoices', path: '/store/invoices', also: 'settings seller tax vat number' },
];
