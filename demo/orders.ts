/** Orders over sixty days, up to the moment the demo is made. */
import { taxIncludedIn, lineTotal, type Order, type OrderStatus } from '../src/core/order';
import { CHANNELS, LOCATIONS, type DemoStore } from './quillwick';
import { PRODUCTS, type DemoProduct } from './catalogue';
import type { DemoCustomer } from './people';
import type { Chance } from './random';

const DAY = 86_400_000;
const HOUR = 3_600_000;

export interface PictureUrl {
  (product: DemoProduct): string;
}

const NOTES = [
  'Leave it with the neighbour',
  'A gift: no bill in the parcel',
  'Needed by the end of the month',
  'Ring twice',
];

export function makeOrders(
  chance: Chance,
  store: DemoStore,
  customers: readonly DemoCustomer[],
  count: number,
  firstNumber: number,
  now: number,
  pictureUrl: PictureUrl,
): Order[] {
  const times = Array.from({ length: count }, () => now - chance.next() ** 1.2 * 60 * DAY - HOUR).sort((a, b) => a - b);
  return times.map((time, i) =>
    makeOrder(chance, store, chance.pick(customers), `${store.numberPrefix}${firstNumber + i}`, time, now, pictureUrl),
  );
}

/** When workshops are: the weekday (0 is Sunday), the hour in UTC, and how long. */
const SESSIONS: Record<string, { weekday: number; hour: number; hours: number; place: string; timeZone: string }> = {
  'WS-MARBLE': { weekday: 6, hour: 9, hours: 6, place: 'The Mill, Mühlgraben 4, Seelow', timeZone: 'Europe/Berlin' },
  'WS-STITCH': { weekday: 4, hour: 17, hours: 2, place: 'Online', timeZone: 'Europe/Berlin' },
  'WS-LEATHER': {
    weekday: 2,
    hour: 10,
    hours: 4,
    place: 'Bindery store, 18 Cross Lane, York',
    timeZone: 'Europe/London',
  },
};

/** The first session that is at least two weeks away. */
function sessionFrom(now: number, { weekday, hour, hours, place, timeZone }: (typeof SESSIONS)[string]) {
  const day = new Date(now + 14 * DAY);
  day.setUTCHours(hour, 0, 0, 0);
  const startsAt = day.getTime() + ((weekday - day.getUTCDay() + 7) % 7) * DAY;
  return {
    startsAt: new Date(startsAt).toISOString(),
    endsAt: new Date(startsAt + hours * HOUR).toISOString(),
    place,
    timeZone,
  };
}

/** What comes with a product besides itself: a file, a link to join, a care note. */
function extrasOf({ sku, category, name }: DemoProduct, url: string, now: number) {
  if (category === 'patterns') {
    return {
      downloads: [{ name: `${name.replace('Pattern: ', '')}, A4`, url: `${url}/downloads/${sku.toLowerCase()}.pdf` }],
      note: { words: 'Print it at 100 per cent, without scaling to the page.' },
    };
  }
  if (category === 'workshops') {
    return {
      note: { words: 'Come ten minutes early, and bring an apron.', url: `${url}/workshops/${sku.toLowerCase()}` },
      ...(SESSIONS[sku] && { session: sessionFrom(now, SESSIONS[sku]) }),
    };
  }
  if (sku === 'AD-HIDE') {
    return { note: { words: 'Soak overnight in cold water, and never let it boil.', url: `${url}/notes/hide-glue` } };
  }
  return {};
}

function makeOrder(
  chance: Chance,
  store: DemoStore,
  customer: DemoCustomer,
  number: string,
  time: number,
  now: number,
  pictureUrl: PictureUrl,
): Order {
  const trade = store.numberPrefix === 'QT-';
  const products = new Set<DemoProduct>();
  const wanted = chance.pick([1, 1, 2, 2, 3, 3, 4, trade ? 8 : 5]);
  while (products.size < wanted) products.add(chance.pick(PRODUCTS));
  const lines = [...products].map((product) => ({
    product: {
      sku: product.sku,
      name: product.name,
      category: product.category,
      imageUrl: pictureUrl(product),
      ...extrasOf(product, store.facts.url, now),
    },
    ...(product.options && { options: product.options }),
    quantity: trade ? chance.int(2, 20) : product.price > 5000 ? 1 : chance.int(1, 4),
    unitPrice: trade ? Math.round(product.price * 0.7) : product.price,
  }));
  const subtotal = lines.reduce((sum, line) => sum + lineTotal(line), 0);
  const discounts =
    !trade && chance.holds(0.15)
      ? [{ label: 'Autumn leaf', code: 'LEAF10', amount: Math.round(subtotal / 10) }]
      : undefined;
  const digital = lines.every((l) => ['patterns', 'workshops'].includes(l.product.category));
  const shipping = digital ? undefined : { method: 'Parcel, insured', price: subtotal > 8000 ? 0 : 490 };
  const total = subtotal - (discounts?.[0]?.amount ?? 0) + (shipping?.price ?? 0);
  const age = (now - time) / DAY;
  const paid = age > 1 || chance.holds(0.8);
  const status: OrderStatus = !paid
    ? 'OrderPaymentDue'
    : age < 2
      ? 'OrderProcessing'
      : age < 5
        ? 'OrderInTransit'
        : chance.holds(0.04)
          ? 'OrderCancelled'
          : chance.holds(0.04)
            ? 'OrderReturned'
            : 'OrderDelivered';
  const channel = trade ? 'trade-desk' : chance.holds(0.14) ? CHANNELS[1]!.id : 'web-shop';
  const masked = channel === 'bazaarlane';
  const sent = status === 'OrderInTransit' || status === 'OrderDelivered' || status === 'OrderReturned';
  const dispatched = new Date(Math.min(now - HOUR, time + 1.6 * DAY)).toISOString();
  const location = chance.pick(LOCATIONS);
  const trackingNumber = `FP ${chance.int(1000, 9999)} ${chance.int(1000, 9999)}`;
  const part = sent && !digital && lines.length > 2 && chance.holds(0.3);
  const shipment = {
    id: `${number}-1`,
    carrier: 'Fieldpost',
    trackingNumber,
    trackingUrl: `https://fieldpost.example/t/${trackingNumber.replace(/\D/g, '')}`,
    dispatchedAt: dispatched,
    location,
    ...(part && { lines: lines.slice(0, 2).map((l) => ({ sku: l.product.sku, quantity: l.quantity })) }),
  };
  const returned = status === 'OrderReturned' || (status === 'OrderDelivered' && chance.holds(0.05));
  const refund = {
    amount: lineTotal(lines[0]!),
    reason: chance.pick(['a sheet arrived creased', 'sent back within the fortnight', 'not what was expected']),
    issuedAt: new Date(Math.min(now - HOUR, time + 9 * DAY)).toISOString(),
    lines: [{ sku: lines[0]!.product.sku, quantity: lines[0]!.quantity, amount: lineTotal(lines[0]!) }],
  };
  return {
    number,
    placedAt: new Date(time).toISOString(),
    status,
    currency: store.currency,
    language: customer.language,
    channel,
    location,
    customer: {
      email: masked ? `buyer-${number.toLowerCase()}@bazaarlane.example` : customer.email,
      firstName: customer.firstName,
      lastName: customer.lastName,
      ...(customer.company && { company: customer.company }),
      guest: customer.guest,
    },
    // Who trades has somebody in the store who looks after them.
    ...(store.id === 'quillwick-trade' && {
      people: [{ role: 'account manager', email: 'lene@quillwick.example', name: 'Lene Vestergaard' }],
    }),
    billingAddress: customer.address,
    ...(shipping && { shippingAddress: customer.address, shipping }),
    lines,
    ...(discounts && { discounts }),
    taxIncluded: true,
    taxes: [{ label: '19% VAT', rate: 19, amount: taxIncludedIn(total, 19) }],
    payment: { method: chance.pick(['Card', 'Bank transfer', 'On account']), paid },
    total,
    ...(!digital && { expectedDispatch: new Date(time + 2 * DAY).toISOString() }),
    ...(chance.holds(0.1) && { note: chance.pick(NOTES) }),
    statusUrl: `${store.facts.url}/orders/${number}`,
    ...(sent && !digital && { shipments: [shipment] }),
    ...(returned && !discounts && { refunds: [refund] }),
  };
}
