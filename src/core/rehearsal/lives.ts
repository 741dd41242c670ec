/**
 * Lives of orders that are rehearsed: each is a script of what happens to an order, and who places what in it. Pure: the same life comes
 * to the same events.
 */
import { actOn } from '../life/actions';
import type { MomentDetails } from '../moments/details';
import type { MomentId } from '../moments/registry';
import type { OrderAction } from '../order/action-schema';
import { customerOnly } from '../order/customer';
import { amountDue } from '../order/due';
import { piecesToCancel, piecesToReturn } from '../order/pieces';
import { figuresOf, type BasketLine } from '../order/placing';
import type { Address, Order } from '../order/schema';
import { refundFor, stillOnTheWay, stillToRefund, stillToSend } from '../order/still-allowed';
import { lineTotal } from '../order/totals';
import { shippingOf } from '../terms/shipping';
import { slugOf } from '../slug';
import type { Scene } from './scene';

/** What happens in a life. */
export const SCRIPTS = [
  'whole',
  'reminded',
  'parts',
  'collected',
  'cancelled',
  'given-back',
  'files',
  'account',
] as const;
export type Script = (typeof SCRIPTS)[number];

export interface Life {
  script: Script;
  language: string;
  /** Id of the channel that the order comes from. */
  channel: string;
  guest: boolean;
  /** Empty for a store that names none. */
  payment: string;
  /** Where its goods leave from; empty for a store that names none. */
  place: string;
  /** ISO 3166-1 alpha-2. */
  country: string;
  basket: readonly BasketLine[];
}

/** Something that happens in a life. */
export interface LifeEvent {
  moment: MomentId;
  /** Ms since the epoch. */
  at: number;
  /** As it is from then on. */
  order: Order;
  details?: MomentDetails;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** For so long after its last event what waits is waited for. */
export const REST_MS = 60 * DAY;

type Step = readonly [hours: number, action: (order: Order, scene: Scene, life: Life) => OrderAction | undefined];

const carrierOf = ({ terms }: Scene): string => terms.carriers[0]?.name ?? 'Carrier';

/** A parcel with the first so many lines of what has not left. */
const parcel =
  (lines: number): Step[1] =>
  (order, scene, { place }) => ({
    do: 'dispatch',
    lines: pieces(stillToSend(order).slice(0, lines)),
    carrier: carrierOf(scene),
    trackingNumber: `${1001 + (order.shipments?.length ?? 0)}`,
    trackingUrl: '',
    location: place,
  });

const pieces = (list: readonly { sku: string; quantity: number }[]): { sku: string; quantity: number }[] =>
  list.map(({ sku, quantity }) => ({ sku, quantity }));

const arrives: Step[1] = (order) => {
  const [shipment] = stillOnTheWay(order);
  return shipment === undefined ? undefined : { do: 'deliver', shipment };
};

/** What is paid for is given back: one piece, or all of it. */
const refund =
  (all: boolean): Step[1] =>
  (order) => {
    const open = stillToRefund(order);
    const worth = open.lines.filter((l) => refundFor(order, l.sku, l.quantity) > 0);
    if (worth.length === 0) return undefined;
    const lines = all ? pieces(worth) : [{ sku: worth[0]!.sku, quantity: 1 }];
    return { do: 'refund', lines, shipping: all ? open.shipping : 0, goodwill: 0, reason: 'rehearsed' };
  };

const invoice: Step = [1, (order) => ({ do: 'invoice', number: `R-${order.number}`, dueInDays: 14 })];
const downloads: Step = [1, () => ({ do: 'downloads' })];

/** What happens in each script after the order is placed. */
const STEPS: Readonly<Record<Exclude<Script, 'account'>, readonly Step[]>> = {
  whole: [invoice, [20, parcel(Infinity)], [48, arrives]],
  reminded: [
    [7 * 24, () => ({ do: 'fail-payment', reason: 'rehearsed' })],
    [
      24,
      (order) => {
        const due = amountDue(order);
        return due > 1 ? { do: 'pay', amount: Math.floor(due / 2) } : undefined;
      },
    ],
    [24, () => ({ do: 'pay' })],
    [2, () => ({ do: 'note', words: 'A note that was rehearsed.' })],
    [20, parcel(Infinity)],
    [48, arrives],
    [30, () => ({ do: 'answer' })],
  ],
  parts: [
    [
      4,
      (order) => ({
        do: 'delay',
        sku: order.lines[0]!.product.sku,
        until: new Date(Date.parse(order.placedAt) + 9 * DAY).toISOString(),
        reason: 'rehearsed',
      }),
    ],
    [4, () => ({ do: 'pause', reason: 'rehearsed' })],
    [20, parcel(1)],
    [
      4,
      (order, scene) => ({
        do: 'track',
        shipment: Math.max(0, (order.shipments?.length ?? 0) - 1),
        carrier: carrierOf(scene),
        trackingNumber: '2001',
        trackingUrl: '',
      }),
    ],
    [20, parcel(Infinity)],
    [30, arrives],
    [30, arrives],
    [
      72,
      (order) => {
        const [piece] = piecesToReturn(order);
        return piece && { do: 'return', lines: [{ sku: piece.sku, quantity: 1 }] };
      },
    ],
    [20, refund(false)],
  ],
  collected: [
    [20, (order, _scene, { place }) => ({ do: 'hand-over', lines: pieces(stillToSend(order)), location: place })],
    [30, arrives],
    [48, refund(true)],
  ],
  cancelled: [
    [
      5,
      (order) => {
        const open = piecesToCancel(order);
        const [piece] = open;
        return piece && (open.length > 1 || piece.quantity > 1)
          ? { do: 'cancel', lines: [{ sku: piece.sku, quantity: 1 }], reason: 'rehearsed' }
          : undefined;
      },
    ],
    [5, () => ({ do: 'cancel', reason: 'rehearsed' })],
  ],
  'given-back': [invoice, [20, () => ({ do: 'cancel', reason: '' })], [2, refund(true)]],
  files: [downloads, [30, () => ({ do: 'note', words: 'A note that was rehearsed.' })]],
};

/** Scripts whose order is not paid when it is placed. */
const UNPAID: readonly Script[] = ['reminded', 'cancelled'];

/** Who orders, by the language that they read: as long, and as far from English, as names there are. */
const PEOPLE: Readonly<Record<string, { first: string; last: string; city: string; country: string }>> = {
  en: { first: 'Orla', last: 'Fennimore', city: 'Cork', country: 'IE' },
  de: { first: 'Änne', last: 'Größler-Weiß', city: 'Görlitz', country: 'DE' },
  fr: { first: 'Maëlle', last: "d'Aubigny", city: 'Évreux', country: 'FR' },
  pl: { first: 'Żaneta', last: 'Wąsowska', city: 'Łódź', country: 'PL' },
  ar: { first: 'ليلى', last: 'الورّاق', city: 'عمّان', country: 'JO' },
};

const personOf = (language: string) => PEOPLE[language.split('-')[0] ?? ''] ?? PEOPLE['en']!;

/** The events of a life that begins at `start`, under an order number of its own. */
export function eventsOf(life: Life, scene: Scene, start: number, number: string): LifeEvent[] {
  const placed = orderOf(life, scene, start, number);
  if (life.script === 'account') return accountEvents(placed, scene, start);
  const payUrl = `${placed.statusUrl}/pay`;
  const paid = placed.payment?.paid === true;
  const events: LifeEvent[] = [
    { moment: 'order.placed', at: start, order: placed, ...(!paid && { details: { payUrl } }) },
  ];
  let [order, at] = [placed, start];
  for (const [hours, act] of STEPS[life.script]) {
    at += hours * HOUR;
    const action = act(order, scene, life);
    const done = action && actOn(order, action, { at: new Date(at).toISOString(), payUrl, by: 'Libellus' });
    // What an order of this kind does not allow does not happen to it.
    if (!done?.ok) continue;
    order = done.value.order;
    const { event: moment, details } = done.value;
    events.push({ moment, at, order, ...(details && Object.keys(details).length > 0 && { details }) });
  }
  return events;
}

function accountEvents(placed: Order, { url }: Scene, start: number): LifeEvent[] {
  const order = customerOnly({ ...placed, number: '', lines: [] });
  const expiresAt = new Date(start + 3 * HOUR).toISOString();
  return [
    { moment: 'account.created', at: start, order, details: { account: { url: `${url}/account` } } },
    {
      moment: 'account.reset-requested',
      at: start + HOUR,
      order,
      details: { reset: { url: `${url}/account/reset/rehearsed`, expiresAt } },
    },
  ];
}

function orderOf(life: Life, scene: Scene, start: number, number: string): Order {
  const { channel, guest, language, basket, script } = life;
  const person = personOf(language);
  const address: Address = {
    name: `${person.first} ${person.last}`,
    lines: ['12 Rehearsal Street'],
    postalCode: '12345',
    city: person.city,
    country: life.country || person.country,
  };
  const subtotal = basket.reduce((sum, line) => sum + lineTotal(line), 0);
  const travels = basket.some(({ product }) => product.shippable !== false && !product.downloads?.length);
  const [method] = travels && script !== 'collected' ? scene.terms.shipping : [];
  const figures = figuresOf({
    lines: basket,
    ...(method && { shipping: shippingOf(method, subtotal) }),
    taxIncluded: true,
    rounding: 'order',
  });
  const masked = scene.channels.find((c) => c.id === channel)?.maskedDomain;
  const mailbox = slugOf(number, { most: 40, fallback: 'order' });
  const at = (name: string): string => `${name}@${masked ?? CUSTOMERS}`;
  const unpaid = UNPAID.includes(script) && figures.total > 0;
  const { labels, roles, peopleDomain } = scene.asked;
  return {
    number,
    placedAt: new Date(start).toISOString(),
    status: unpaid ? 'OrderPaymentDue' : 'OrderProcessing',
    currency: scene.currency,
    language,
    channel,
    ...(life.place !== '' && { location: life.place }),
    customer: {
      email: at(mailbox),
      // A guest may leave no name.
      ...(!(guest && script === 'whole') && { firstName: person.first, lastName: person.last }),
      guest,
      firstOrder: guest,
      ...(labels.length > 0 &&
        !guest && {
          contacts: labels
            .slice(0, 20)
            .map((label, i) => ({ label, email: `${mailbox}-contact-${i + 1}@${CUSTOMERS}` })),
        }),
    },
    billingAddress: address,
    ...(travels && script !== 'collected' && { shippingAddress: address }),
    ...figures,
    payment: { method: life.payment || 'Card', paid: !unpaid },
    ...(travels && { expectedDispatch: new Date(start + 2 * DAY).toISOString() }),
    statusUrl: `${scene.url}/orders/${number}`,
    ...(roles.length > 0 &&
      peopleDomain !== undefined && {
        people: roles.slice(0, 20).map((role, i) => ({ role, email: `rehearsal-${i + 1}@${peopleDomain}` })),
      }),
  };
}

/** Nobody has an address there (RFC 2606). */
export const CUSTOMERS = 'rehearsal.example';
