/**
 * Lives of orders that are rehearsed: each is a script of what happens to an order, and who places what in it. Pure: the same life comes
 * to the same events.
 */
import { actOn } from '../life/actions';
import type { MomentDetails } from '../moments/details';
import { BY_HAND, type MomentId } from '../moments/registry';
import type { Letter } from '../plan/letter';
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
  'letters',
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
  /** The shop tells all that it can, or no more than it has to: no names, days, links and reasons. */
  told: 'all' | 'little';
}

/** Something that happens in a life. */
export interface LifeEvent {
  moment: MomentId;
  /** Ms since the epoch. */
  at: number;
  /** As it is from then on. */
  order: Order;
  details?: MomentDetails;
  /** Of what a colleague writes: which message, in its own words. */
  letter?: Letter;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** For so long after its last event what waits is waited for. */
export const REST_MS = 60 * DAY;

/** The shop tells all that it can, or no more than it has to. */
type Told = Life['told'];
type Act = (order: Order, scene: Scene, life: Life) => OrderAction | undefined;
type Step = readonly [hours: number, act: Act];

const carrierOf = ({ terms }: Scene): string => terms.carriers[0]?.name ?? 'Carrier';
const reasonOf = (told: Told): string => (told === 'all' ? 'rehearsed' : '');

const pieces = (list: readonly { sku: string; quantity: number }[]): { sku: string; quantity: number }[] =>
  list.map(({ sku, quantity }) => ({ sku, quantity }));

/** A parcel with the first so many lines of what has not left. */
const parcel =
  (lines: number, told: Told): Act =>
  (order, scene, { place }) => ({
    do: 'dispatch',
    lines: pieces(stillToSend(order).slice(0, lines)),
    ...(told === 'all'
      ? { carrier: carrierOf(scene), trackingNumber: `${1001 + (order.shipments?.length ?? 0)}`, location: place }
      : { carrier: '', trackingNumber: '', location: '' }),
    trackingUrl: '',
  });

const arrives: Act = (order) => {
  const [shipment] = stillOnTheWay(order);
  return shipment === undefined ? undefined : { do: 'deliver', shipment };
};

/** What is paid for is given back: a piece of it, with what it is for. */
const refundPiece: Act = (order) => {
  const piece = stillToRefund(order).lines.find((l) => refundFor(order, l.sku, l.quantity) > 0);
  return (
    piece && { do: 'refund', lines: [{ sku: piece.sku, quantity: 1 }], shipping: 0, goodwill: 0, reason: 'rehearsed' }
  );
};

/** All that is left is given back, with what it is for. */
const refundRest: Act = (order) => {
  const { lines, shipping } = stillToRefund(order);
  const worth = lines.filter((l) => refundFor(order, l.sku, l.quantity) > 0);
  return worth.length === 0
    ? undefined
    : { do: 'refund', lines: pieces(worth), shipping, goodwill: 0, reason: 'rehearsed' };
};

/** Some of it, or all that is left, is given back without a word. */
const refundSum =
  (part: 'half' | 'rest'): Act =>
  (order) => {
    const { all } = stillToRefund(order);
    const goodwill = part === 'rest' ? all : Math.ceil(all / 2);
    return all > 0 ? { do: 'refund', shipping: 0, goodwill, reason: '' } : undefined;
  };

const delayed =
  (told: Told): Act =>
  (order) => ({
    do: 'delay',
    sku: order.lines[0]!.product.sku,
    ...(told === 'all' && { until: new Date(Date.parse(order.placedAt) + 9 * DAY).toISOString() }),
    reason: reasonOf(told),
  });

const paused =
  (told: Told): Act =>
  () => ({ do: 'pause', reason: reasonOf(told) });

const failed =
  (told: Told): Act =>
  () => ({ do: 'fail-payment', reason: reasonOf(told) });

const noted: Act = () => ({ do: 'note', words: 'A note that was rehearsed.' });
const invoiced: Act = (order) => ({ do: 'invoice', number: `R-${order.number}`, dueInDays: 14 });

/** What happens in each script after the order is placed. What can be told in full and in short is told in both ways. */
const STEPS: Readonly<Record<Exclude<Script, 'account'>, readonly Step[]>> = {
  whole: [
    [1, invoiced],
    [20, parcel(Infinity, 'all')],
    [48, arrives],
  ],
  reminded: [
    [1, invoiced],
    [7 * 24, failed('all')],
    [1, failed('little')],
    [
      24,
      (order) => {
        const due = amountDue(order);
        return due > 1 ? { do: 'pay', amount: Math.floor(due / 2) } : undefined;
      },
    ],
    [24, () => ({ do: 'pay' })],
    [2, noted],
    [20, parcel(Infinity, 'little')],
    [48, arrives],
    [30, () => ({ do: 'answer' })],
  ],
  parts: [
    [4, delayed('all')],
    [1, delayed('little')],
    [4, paused('all')],
    [1, paused('little')],
    [20, parcel(1, 'all')],
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
    [20, parcel(Infinity, 'little')],
    [30, arrives],
    [30, arrives],
    [
      72,
      (order) => {
        const [piece] = piecesToReturn(order);
        return piece && { do: 'return', lines: [{ sku: piece.sku, quantity: 1 }] };
      },
    ],
    [20, refundPiece],
    [20, refundSum('half')],
  ],
  collected: [
    [20, (order, _scene, { place }) => ({ do: 'hand-over', lines: pieces(stillToSend(order)), location: place })],
    [30, arrives],
    [48, refundSum('half')],
    [2, refundSum('rest')],
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
    [5, () => ({ do: 'cancel', reason: '' })],
  ],
  'given-back': [
    [1, invoiced],
    [20, () => ({ do: 'cancel', reason: 'rehearsed' })],
    [2, refundRest],
  ],
  files: [
    [1, () => ({ do: 'downloads' })],
    [30, noted],
  ],
  letters: [[20, parcel(Infinity, 'all')]],
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
  const payUrl = life.told === 'all' ? `${scene.url}/orders/${number}/pay` : undefined;
  const paid = placed.payment?.paid === true;
  const events: LifeEvent[] = [
    { moment: 'order.placed', at: start, order: placed, ...(!paid && payUrl && { details: { payUrl } }) },
  ];
  let [order, at] = [placed, start];
  for (const [hours, act] of STEPS[life.script]) {
    at += hours * HOUR;
    const action = act(order, scene, life);
    const done =
      action && actOn(order, action, { at: new Date(at).toISOString(), ...(payUrl && { payUrl }), by: 'Libellus' });
    // What an order of this kind does not allow does not happen to it.
    if (!done?.ok) continue;
    order = done.value.order;
    const { event: moment, details } = done.value;
    events.push({ moment, at, order, ...(details && Object.keys(details).length > 0 && { details }) });
  }
  if (life.script === 'letters') events.push(...letterEvents(order, scene, at));
  return events;
}

/** What colleagues write about an order as it is by then, each message once; and one that comes back. */
function letterEvents(order: Order, { byHand, url }: Scene, from: number): LifeEvent[] {
  const letters = byHand.map(({ id }, i): LifeEvent => {
    const letter: Letter = { notificationId: id, by: 'Libellus', adapted: [] };
    return { moment: BY_HAND, at: from + (i + 1) * HOUR, order, letter };
  });
  const bounce = {
    recipient: order.customer.email,
    notification: byHand[0]?.name ?? order.number,
    words: 'there is no such mailbox',
    recordUrl: `${url}/rehearsed`,
  };
  const at = from + (letters.length + 1) * HOUR;
  return [...letters, { moment: 'delivery.bounced', at, order, details: { bounce } }];
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
    {
      moment: 'account.preferences-requested',
      at: start + 2 * HOUR,
      order,
      details: { preferences: { url: `${url}/preferences/rehearsed`, expiresAt } },
    },
  ];
}

function orderOf(life: Life, scene: Scene, start: number, number: string): Order {
  const { channel, guest, language, basket, script } = life;
  const all = life.told === 'all';
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
    ...(life.place !== '' && all && { location: life.place }),
    customer: {
      email: at(mailbox),
      ...(all && { firstName: person.first, lastName: person.last, phone: '+44 20 7946 0000' }),
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
    ...(travels && all && { expectedDispatch: new Date(start + 2 * DAY).toISOString() }),
    ...(all && { statusUrl: `${scene.url}/orders/${number}`, note: 'A note of the customer' }),
    ...(roles.length > 0 &&
      peopleDomain !== undefined && {
        people: roles.slice(0, 20).map((role, i) => ({ role, email: `rehearsal-${i + 1}@${peopleDomain}` })),
      }),
  };
}

/** Nobody has an address there (RFC 2606). */
export const CUSTOMERS = 'rehearsal.example';
