/**
 * Random lives of orders, each message of them made as it would be sent: for the judge, who then says whether any of them says something
 * that is not so. The same seed lives the same life.
 */
import { conditionHolds } from '@/core/conditions';
import { actOn } from '@/core/life';
import { DEFAULT_LOOK } from '@/core/look';
import type { ReceivedMessage, Truth } from '@/core/judge';
import { momentOf, startsOf, type MomentDetails, type MomentId } from '@/core/moments';
import {
  figuresOf,
  piecesToCancel,
  piecesToReturn,
  stillOnTheWay,
  stillToRefund,
  stillToSend,
  orderProblems,
  amountDue,
  type Order,
  type OrderAction,
} from '@/core/order';
import { messageCompiler, type CompiledMessage } from '@/core/render';
import { compileMjml } from '@/core/render/testing';
import { SHIPPED_NOTIFICATIONS, type ShippedNotification } from '@/core/shipped';
import { aboutMoment, orderFacts, snapshotOf } from '@/core/snapshot';
import { paymentMethodOf, type Terms } from '@/core/terms';
import { STORE } from '@/core/testing';
import type { Template } from '@/core/template';
import { Chance } from '../../demo/random';
import { TERMS as STORE_TERMS } from '../server/terms';

export const ZONE = 'Europe/Berlin';

export const LIFE_TERMS: Terms = {
  ...STORE_TERMS,
  names: [
    { kind: 'place', name: 'the Showroom', words: { de: 'im Laden' } },
    { kind: 'discount', name: 'Autumn leaf', words: { de: 'Herbstblatt' } },
    { kind: 'channel', name: 'Web shop', words: { de: 'Webladen' } },
  ],
};
const NAMES = [...LIFE_TERMS.names, ...LIFE_TERMS.payments, ...LIFE_TERMS.shipping].filter((n) => n.words.de);

/** A message of a life, and what it is about. */
export interface Told {
  notification: string;
  message: ReceivedMessage;
  truth: Truth;
}

/** Fills messages; each template is compiled once for a language and its locale. */
export class Press {
  private readonly made = new Map<string, Promise<CompiledMessage>>();
  private readonly compiler = messageCompiler({ mjml: compileMjml, cache: new Map() });

  private compiled(key: string, template: Template, language: string, locale: string): Promise<CompiledMessage> {
    const id = `${key} ${language} ${locale}`;
    let message = this.made.get(id);
    if (!message) {
      const words = { ...template.words, [language]: template.words[language] ?? template.words.en! };
      const parts = {
        template: { ...template, words },
        look: DEFAULT_LOOK,
        language,
        locale,
        sourceLanguage: 'en',
        timeZone: ZONE,
      };
      message = this.compiler.compile(parts, this.compiler.layOut(parts)).then((m) => m.message);
      this.made.set(id, message);
    }
    return message;
  }

  /** The messages that ship for a moment of an order, as their conditions and versions have them. */
  async messages(
    order: Order,
    moment: MomentId,
    details: MomentDetails,
    now: number,
    tongue: { language: string; locale: string },
  ): Promise<Told[]> {
    const about = aboutMoment(order, moment);
    const facts = orderFacts(order, about);
    const told: Told[] = [];
    for (const n of SHIPPED_NOTIFICATIONS) {
      if (n.moment !== moment || (n.when && !conditionHolds(n.when, facts, tongue.language))) continue;
      const { key, template } = versionOf(n, facts, tongue.language);
      const compiled = await this.compiled(key, template, tongue.language, tongue.locale);
      const message = compiled.fill(
        snapshotOf({
          order,
          store: { ...STORE, terms: LIFE_TERMS, ordersUrl: 'https://libellus.example/s/q/orders' },
          locale: tongue.locale,
          ownLanguage: 'en',
          timeZone: ZONE,
          channelName: 'Web shop',
          now,
          ...about,
          details,
          turn: 1,
        }),
      );
      told.push({
        notification: key,
        message: { ...message, ...tongue },
        truth: {
          order,
          moment,
          about: momentOf(moment).about,
          at: now,
          timeZone: ZONE,
          details: {
            ...(details.invoice?.dueOn && { dueOn: details.invoice.dueOn }),
            ...(details.delay?.until && { until: details.delay.until }),
            ...(details.returned?.receivedAt && { receivedAt: details.returned.receivedAt }),
          },
          waits: paymentMethodOf(LIFE_TERMS, order.payment?.method)?.waitsForMoney ?? false,
          names: NAMES,
        },
      });
    }
    return told;
  }
}

function versionOf(n: ShippedNotification, facts: Parameters<typeof conditionHolds>[1], language: string) {
  const own = n.variants?.find((v) => conditionHolds(v.when, facts, language));
  return own ? { key: `${n.slug}/${own.variant}`, template: own.template } : { key: n.slug, template: n.template };
}

const TONGUES = [
  { language: 'en', locale: 'en-GB' },
  { language: 'en', locale: 'en' },
  { language: 'de', locale: 'de-DE' },
  { language: 'de', locale: 'de-AT' },
  // Words of the store's own stand in for these: what is read are figures, days, rows and names.
  { language: 'fr', locale: 'fr-FR' },
  { language: 'pl', locale: 'pl-PL' },
  { language: 'ar', locale: 'ar' },
] as const;

const START = Date.parse('2026-11-02T09:14:00Z');
const HOUR = 3_600_000;
const iso = (time: number): string => new Date(time).toISOString();

/** Lives an order from its placing on, and hands over each message of it. */
export async function live(seed: number, press: Press, hear: (told: Told) => void | Promise<void>): Promise<void> {
  const chance = new Chance(seed);
  const tongue = chance.pick(TONGUES);
  let now = START + chance.int(0, 20) * 24 * HOUR;
  let order = randomOrder(chance, seed, now, tongue.language);
  const tell = async (moment: MomentId, details: MomentDetails = {}): Promise<void> => {
    for (const told of await press.messages(order, moment, details, now, tongue)) await hear(told);
  };
  await tell('order.placed');
  const steps = chance.int(2, 9);
  for (let i = 0; i < steps; i += 1) {
    now += chance.int(1, 60) * HOUR;
    const action = randomAction(chance, order, now);
    if (!action) continue;
    const done = actOn(order, action, { at: iso(now), payUrl: 'https://shop.example/pay', by: 'Marta' });
    if (!done.ok) continue;
    order = asAShopTells(chance, done.value.order, done.value.event);
    const problems = orderProblems(order);
    if (problems.length > 0) throw new Error(`Life ${seed}: ${JSON.stringify(problems)}`);
    const { invoice, ...rest } = done.value.details ?? {};
    const { dueOn, ...number } = invoice ?? { number: '' };
    // An invoice may come long after it was due, or without a day.
    const late = invoice && dueOn && chance.holds(0.3) ? iso(now - chance.int(2, 20) * 24 * HOUR) : dueOn;
    await tell(done.value.event, {
      ...rest,
      ...(invoice && { invoice: { ...number, ...(late && chance.holds(0.8) && { dueOn: late }) } }),
    });
    if (order.status === 'OrderCancelled') break;
    if (amountDue(order) > 0 && chance.holds(0.15)) await tell('order.payment-due');
    if (chance.holds(0.1)) await tell('by-hand');
  }
}

/** Every moment that a life can come to, for a test that none is forgotten. */
export const LIVED: readonly MomentId[] = [
  'order.placed',
  'order.payment-due',
  'order.payment-received',
  'order.part-paid',
  'order.payment-failed',
  'order.paused',
  'order.item-delayed',
  'order.note-added',
  'invoice.issued',
  'shipment.dispatched',
  'shipment.updated',
  'shipment.ready-for-pickup',
  'shipment.delivered',
  'download.ready',
  'refund.issued',
  'return.received',
  'order.items-cancelled',
  'order.cancelled',
  'by-hand',
].filter((id): id is MomentId => startsOf(id as MomentId).length > 0);

const CURRENCIES = [
  { code: 'EUR', least: 50, most: 9000 },
  { code: 'JPY', least: 80, most: 12_000 },
  { code: 'KWD', least: 500, most: 40_000 },
  { code: 'USD', least: 1, most: 250_000 },
] as const;

function randomOrder(chance: Chance, seed: number, now: number, language: string): Order {
  const currency = chance.pick(CURRENCIES);
  const address = {
    name: 'Iwona Sobczyk',
    lines: ['ul. Papiernicza 4'],
    postalCode: '20-112',
    city: chance.pick(['Lublin', 'Seelow', 'Łódź']),
    country: 'PL',
  };
  const taxed = chance.holds(0.85);
  const lines = Array.from({ length: chance.int(1, 4) }, (_, i) => {
    const kind = chance.next();
    const sku = chance.holds(0.15) ? 'P-0' : `P-${i}`;
    const n = sku === 'P-0' ? 0 : i;
    return {
      product: {
        sku,
        name: ['Kozo sheet', 'Awl', 'Bone folder, small', 'Linen thread'][n]!,
        ...(sku !== 'P-0' && kind < 0.1 && { downloads: [{ name: 'File', url: 'https://shop.example/f' }] }),
        ...(sku !== 'P-0' && kind > 0.9 && { shippable: false }),
      },
      ...(chance.holds(0.3) && { options: 'natural' }),
      quantity: chance.int(1, 5),
      unitPrice: chance.int(currency.least, currency.most),
      taxRate: taxed ? chance.pick([7, 19]) : 0,
    };
  });
  const parcel = lines.some((l) => !('downloads' in l.product) && !('shippable' in l.product));
  const figures = figuresOf({
    lines: lines.map((l) => ({ ...l, ...(chance.holds(0.2) && { discount: chance.int(0, l.unitPrice) }) })),
    ...(parcel &&
      chance.holds(0.8) && {
        shipping: { method: 'Parcel', price: chance.int(0, currency.least * 9), taxRate: taxed ? 19 : 0 },
      }),
    ...(chance.holds(0.4) && {
      code: {
        code: 'LEAF10',
        kind: 'percent' as const,
        value: chance.int(1, 60),
        ...(chance.holds(0.5) && { label: 'Autumn leaf' }),
      },
    }),
    taxIncluded: chance.holds(0.6),
    rounding: chance.pick(['line', 'order'] as const),
  });
  const method = chance.pick(['Bank transfer', 'Card', 'Something else']);
  const paid = chance.holds(0.5);
  return {
    number: `QW-${20_000 + (seed % 70_000)}`,
    placedAt: iso(now),
    currency: currency.code,
    language,
    channel: 'web-shop',
    ...(chance.holds(0.5) && { location: chance.pick(['the Showroom', 'the Mill']) }),
    customer: {
      email: 'iwona@sobczyk.example',
      ...(chance.holds(0.8) && { firstName: 'Iwona', lastName: 'Sobczyk' }),
      ...(chance.holds(0.3) && { phone: '+48 22 555 0141' }),
      guest: chance.holds(0.3),
    },
    ...(chance.holds(0.8) && { billingAddress: address }),
    ...(parcel && chance.holds(0.9) && { shippingAddress: address }),
    ...figures,
    status: paid ? 'OrderProcessing' : 'OrderPaymentDue',
    ...(chance.holds(0.92) && { payment: { method, paid } }),
    ...(parcel && chance.holds(0.7) && { expectedDispatch: iso(now + chance.int(0, 4) * 24 * HOUR) }),
    ...(chance.holds(0.3) && { note: 'Leave it with the neighbour' }),
    ...(chance.holds(0.8) && { statusUrl: 'https://shop.example/o/1' }),
  };
}

function some(chance: Chance, pieces: readonly { sku: string; quantity: number }[]) {
  const chosen = pieces
    .filter(() => chance.holds(0.6))
    .map((p) => ({ sku: p.sku, quantity: chance.int(1, p.quantity) }));
  return chosen.length > 0 ? chosen : undefined;
}

function randomAction(chance: Chance, order: Order, now: number): OrderAction | undefined {
  const reason = chance.holds(0.6) ? 'out of stock' : '';
  switch (chance.int(0, 13)) {
    case 0:
      return { do: 'pay' };
    case 1: {
      const due = amountDue(order);
      return due > 1 ? { do: 'pay', amount: chance.int(1, due) } : undefined;
    }
    case 2:
    case 3: {
      const lines = some(chance, stillToSend(order));
      return (
        lines && {
          do: 'dispatch',
          lines,
          carrier: chance.holds(0.7) ? 'Fieldpost' : '',
          trackingNumber: chance.holds(0.6) ? 'FP 1' : '',
          trackingUrl: '',
          location: chance.holds(0.5) ? 'the Showroom' : '',
        }
      );
    }
    case 4: {
      const place = stillOnTheWay(order)[0];
      return place === undefined ? undefined : { do: 'deliver', shipment: place };
    }
    case 5: {
      const open = stillToRefund(order);
      const lines = some(chance, open.lines);
      const shipping = chance.holds(0.3) ? chance.int(0, open.shipping) : 0;
      const goodwill = chance.holds(0.4) ? chance.int(0, Math.min(open.all, 500)) : 0;
      return { do: 'refund', ...(lines && { lines }), shipping, goodwill, reason };
    }
    case 6: {
      const lines = some(chance, piecesToReturn(order));
      return lines && { do: 'return', lines };
    }
    case 7: {
      const lines = some(chance, piecesToCancel(order));
      return lines && { do: 'cancel', lines, reason };
    }
    case 8:
      return chance.holds(0.3) ? { do: 'cancel', reason } : undefined;
    case 9:
      return { do: 'invoice', number: 'R-1', dueInDays: chance.int(0, 30) };
    case 10:
      return { do: 'fail-payment', reason };
    case 11:
      return {
        do: 'delay',
        sku: order.lines[0]!.product.sku,
        reason,
        ...(chance.holds(0.6) && { until: iso(now + chance.int(1, 9) * 24 * HOUR) }),
      };
    case 12: {
      const lines = some(chance, stillToSend(order));
      return chance.holds(0.3) && lines ? { do: 'hand-over', lines, location: 'the Showroom' } : { do: 'downloads' };
    }
    default:
      return chance.pick<OrderAction>([
        { do: 'note', words: 'Your boards are cut.' },
        { do: 'pause', reason },
        { do: 'track', shipment: 0, carrier: 'Fieldpost', trackingNumber: 'FP 9', trackingUrl: '' },
      ]);
  }
}

/** What a shop leaves out: the pieces of a whole cancellation or of the only parcel, or what a refund is for. */
function asAShopTells(chance: Chance, order: Order, event: MomentId): Order {
  if (!chance.holds(0.25)) return order;
  if (event === 'order.cancelled' && order.cancellations?.length === 1) {
    const { cancellations: _told, ...rest } = order;
    return rest;
  }
  if (
    event === 'shipment.dispatched' &&
    order.shipments?.length === 1 &&
    stillToSend(order).length === 0 &&
    !order.cancellations
  ) {
    const { lines: _lines, ...shipment } = order.shipments[0]!;
    return { ...order, shipments: [shipment] };
  }
  if (event === 'refund.issued' && order.refunds?.length === 1 && !order.payment?.received) {
    const { lines: _lines, shipping: _shipping, goodwill: _goodwill, ...refund } = order.refunds[0]!;
    return { ...order, refunds: [refund] };
  }
  return order;
}
