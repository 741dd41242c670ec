/**
 * Lives of orders that are rehearsed: each is a script of what happens to an order, and who places what in it. Pure: the same life comes
 * to the same events.
 */
import { actOn } from '../life/actions';
import { BY_HAND } from '../moments/registry';
import type { Letter } from '../plan/letter';
import { customerOnly } from '../order/customer';
import { figuresOf, type BasketLine } from '../order/placing';
import type { Address, Order } from '../order/schema';
import { lineTotal } from '../order/totals';
import { shippingOf } from '../terms/shipping';
import { say } from '../../words/rehearsed';
import type { LifeEvent } from './event';
import { contactAddress, customerAddress, peopleOf, personOf } from './people';
import { madeUpEvents } from './recorded';
import { noticeEvents, stockEvents, summaryEvents } from './reckoned';
import type { Scene } from './scene';
import { ACTS, type Step, type StepKind, type Told } from './steps';

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
  'stock',
  'summary',
  'notice',
] as const;
export type Script = (typeof SCRIPTS)[number];

/** Of no order. */
export const RECKONED = ['stock', 'summary', 'notice'] as const;
type Reckoned = (typeof RECKONED)[number];

/** One that the store's people keep: in steps of their own, or as it happened to an order of the record. */
export type Story = Script | 'own' | 'recorded' | 'reckoned';

export interface Life {
  script: Story;
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
  told: Told;
  /** The order that the store's people keep, by its id and what they call it. */
  own?: { id: string; name: string };
  /** Of `own`: what happens in it, and whether it is paid when it is placed. */
  steps?: readonly Step[];
  paid?: boolean;
  /** Of `reckoned`: lives of no order, lived one after the other as one. */
  parts?: readonly Life[];
  /** Of `recorded`: what happened, with made-up people in place of real ones. */
  events?: readonly LifeEvent[];
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** For so long after its last event what waits is waited for. */
export const REST_MS = 60 * DAY;

/** What happens in each script after the order is placed. What can be told in full and in short is told in both ways. */
const STEPS: Readonly<Record<Exclude<Script, 'account' | Reckoned>, readonly Step[]>> = {
  whole: [step(1, 'invoice'), step(20, 'sends'), step(48, 'arrives')],
  reminded: [
    step(1, 'invoice'),
    step(7 * 24, 'payment-fails'),
    step(1, 'payment-fails', 'little'),
    step(24, 'pays-half'),
    step(24, 'pays'),
    step(2, 'note'),
    step(20, 'sends', 'little'),
    step(48, 'arrives'),
    step(30, 'answers'),
  ],
  parts: [
    step(4, 'delay'),
    step(1, 'delay', 'little'),
    step(4, 'pause'),
    step(1, 'pause', 'little'),
    step(20, 'sends-part'),
    step(4, 'follows'),
    step(20, 'sends', 'little'),
    step(30, 'arrives'),
    step(30, 'arrives'),
    step(72, 'returns'),
    step(20, 'refunds-piece'),
    step(20, 'refunds-half'),
  ],
  collected: [step(20, 'ready'), step(30, 'arrives'), step(48, 'refunds-half'), step(2, 'refunds-rest')],
  cancelled: [step(5, 'cancels-piece'), step(5, 'cancels', 'little')],
  'given-back': [step(1, 'invoice'), step(20, 'cancels'), step(2, 'refunds-goods')],
  files: [step(1, 'files'), step(30, 'note')],
  letters: [step(20, 'sends')],
};

function step(after: number, kind: StepKind, told: Told = 'all'): Step {
  return { do: kind, after, told };
}

/** Scripts whose order is not paid when it is placed. */
const UNPAID: readonly Script[] = ['reminded', 'cancelled'];

/**
 * The events of a life under an order number of its own. It begins at `start`; what is of the record happens again when it happened.
 */
export function eventsOf(life: Life, scene: Scene, start: number, number: string): LifeEvent[] {
  if (life.script === 'recorded') return madeUpEvents(life.events ?? [], { scene, number });
  return stepsTaken(life, scene, start, number).events;
}

/** A step that an order does not allow. */
export interface Refused {
  /** Its place among the steps, from 0. */
  step: number;
  /** Why not, in words. */
  why: string;
}

/** What happens in a life of steps, and the steps that do not, for what the order is by then. */
export function stepsTaken(
  life: Life,
  scene: Scene,
  start: number,
  number: string,
): { events: LifeEvent[]; refused: Refused[] } {
  const { script, place } = life;
  const placed = orderOf(life, scene, start, number);
  const ofNoOrder = OF_NO_ORDER[script];
  if (ofNoOrder) return { events: ofNoOrder(life, placed, scene, start), refused: [] };
  const payUrl = life.told === 'all' ? `${scene.url}/orders/${number}/pay` : undefined;
  const paid = placed.payment?.paid === true;
  const events: LifeEvent[] = [
    { moment: 'order.placed', at: start, order: placed, ...(!paid && payUrl && { details: { payUrl } }) },
  ];
  const refused: Refused[] = [];
  let [order, at] = [placed, start];
  for (const [i, { do: kind, after, told }] of stepsOf(life).entries()) {
    at += after * HOUR;
    const action = ACTS[kind](order, { scene, told, place });
    const done =
      action && actOn(order, action, { at: new Date(at).toISOString(), ...(payUrl && { payUrl }), by: 'Libellus' });
    if (!done?.ok) {
      refused.push({ step: i, why: done?.message ?? say.nothingToDoItWith });
      continue;
    }
    order = done.value.order;
    const { event: moment, details } = done.value;
    events.push({ moment, at, order, ...(details && Object.keys(details).length > 0 && { details }) });
  }
  if (script === 'letters') events.push(...letterEvents(order, scene, at));
  return { events, refused };
}

/** What happens in lives that are of no order. */
const OF_NO_ORDER: Partial<Record<Story, (life: Life, placed: Order, scene: Scene, start: number) => LifeEvent[]>> = {
  account: (_life, placed, scene, start) => accountEvents(placed, scene, start),
  stock: (life, _placed, scene, start) => stockEvents(life, scene, start),
  summary: (_life, placed, scene, start) => summaryEvents(placed, scene, start),
  notice: (_life, placed, scene, start) => noticeEvents(placed, scene, start),
  reckoned: (life, placed, scene, start) => partsEvents(life, placed, scene, start),
};

/** Between the parts of a life, so that each is over when the next begins. */
const APART_MS = 4 * 24 * HOUR;

const partsEvents = ({ parts = [] }: Life, { number }: Order, scene: Scene, start: number): LifeEvent[] =>
  parts.flatMap((part, i) => stepsTaken(part, scene, start + i * APART_MS, `${number}-${i + 1}`).events);

/** Lives of no order as one: each is short, and one after the other they stand in nobody's way. */
export function together(lives: readonly Life[]): Life[] {
  const isReckoned = ({ script, own }: Life): boolean => RECKONED.some((r) => r === script) && !own;
  const parts = lives.filter(isReckoned);
  const [first] = parts;
  if (!first || parts.length === 1) return [...lives];
  return [...lives.filter((life) => !isReckoned(life)), { ...first, script: 'reckoned', parts }];
}

/** Whether a life is of an order: not of an account, a product or many people. */
export const isOfOrder = (script: Story): boolean => OF_NO_ORDER[script] === undefined;

const stepsOf = ({ script, steps = [] }: Life): readonly Step[] =>
  script === 'own' ? steps : script in STEPS ? STEPS[script as keyof typeof STEPS] : [];

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
  const collected = script === 'collected' || stepsOf(life).some((s) => s.do === 'ready');
  const [method] = travels && !collected ? scene.terms.shipping : [];
  const figures = figuresOf({
    lines: basket,
    ...(method && { shipping: shippingOf(method, subtotal) }),
    taxIncluded: true,
    rounding: 'order',
  });
  const unpaid = !(life.paid ?? !UNPAID.some((s) => s === script)) && figures.total > 0;
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
      email: customerAddress(number, scene, channel),
      ...(all && { firstName: person.first, lastName: person.last, phone: '+44 20 7946 0000' }),
      guest,
      firstOrder: guest,
      ...(labels.length > 0 &&
        !guest && {
          contacts: labels.slice(0, 20).map((label, i) => ({ label, email: contactAddress(number, i) })),
        }),
    },
    billingAddress: address,
    ...(travels && !collected && { shippingAddress: address }),
    ...figures,
    payment: { method: life.payment || 'Card', paid: !unpaid },
    ...(travels && all && { expectedDispatch: new Date(start + 2 * DAY).toISOString() }),
    ...(all && { statusUrl: `${scene.url}/orders/${number}`, note: 'A note of the customer' }),
    ...peopleOf(roles, peopleDomain),
  };
}
