/** From an order's snapshot to the values a message is filled with. */
import { countryName } from '../names';
import { listFormatter } from '../text/formatters';
import { plainLine, type Money, type Values } from '../text/values';
import type { OrderFacts } from '../conditions/condition';
import { momentOf } from '../moments/registry';
import { customerOnly, nothingOf, productOnly } from '../order/customer';
import { billedOrder } from '../order/billed';
import { amountDue } from '../order/due';
import { isShippable, piecesCancelled } from '../order/pieces';
import { stockValues, summaryOrders, summaryValues, type SummaryOrder } from './reckoned';
import { dayKey } from '../time/clock';
import { cancelledLines, linesOf, orderFacts, returnedLines } from './facts';
import { namesFor } from './own-names';
import { awaitsMoney, cancellationValues, paymentValues, refundRows, totalRows, type TotalRow } from './money';
import { lineTotal, orderTotals } from '../order/totals';
import {
  hoursIn,
  NO_TERMS,
  notesAbout,
  placeOf,
  trackingUrlFor,
  type NameKind,
  type Place,
  type Terms,
} from '../terms';
import type { MomentDetails } from '../moments/details';
import type { Address, Cancellation, Order, OrderLine, Refund, Return, Shipment } from '../order/schema';

/** The products of a message as a sentence lists them, each once. */
function namesOfLines(lines: readonly OrderLine[], locale = 'en'): string | undefined {
  const names = [...new Set(lines.map((l) => plainLine(l.product.name)).filter((name) => name !== ''))];
  return names.length > 0 ? listFormatter(locale)(names) : undefined;
}

/** Where goods are collected, and when, as a message in a language says it. */
function placeValues(place: Place | undefined, locale: string): Values {
  if (!place) return {};
  return {
    'shipment.locationAddress': plainLine(place.address) || undefined,
    'shipment.locationHours': hoursIn(place.hours, locale),
  };
}

/** What the store adds to every message. */
export interface StoreFacts {
  name: string;
  email: string;
  url: string;
  phone?: string;
  /** One line. */
  address?: string;
  /** Payment, shipping, carriers, and what its own names are in each language. */
  terms?: Terms;
  /** Its customers have a page of their own, which messages lead to. */
  preferences?: boolean;
  /** Where its orders are looked at in Libellus: a number follows. */
  ordersUrl?: string;
}

export interface MessageSubject {
  order: Order;
  store: StoreFacts;
  /** The parcel a message is about: only what is in it is in the message. */
  shipment?: Shipment;
  /** It speaks of the parcel, and its lines are those of the whole order. */
  wholeOrder?: boolean;
  /** The refund a message is about. */
  refund?: Refund;
  /** The cancellation a message is about: its lines are the cancelled ones. */
  cancellation?: Cancellation;
  /** The return a message is about. */
  returned?: Return;
  /** What else the event told. */
  details?: MomentDetails;
  /** Which message of a row, from 1. */
  turn?: number;
  /** Names shown for the order's channel and location. */
  channelName?: string;
  locationName?: string;
  /** Whose names of countries, places and methods are written (BCP 47); English without it. */
  locale?: string;
  /** The language that the store names things in; names in other languages are looked up in its terms. */
  ownLanguage?: string;
  /** IANA zone that days are counted in: UTC without it. */
  timeZone?: string;
  /** Where its reader unsubscribes from messages of its kind; only for those that nobody has to get. */
  unsubscribeUrl?: string;
  /** Where a customer asks for the link to their preferences; only where the store has that page. */
  preferencesUrl?: string;
  /** When the message is made, in milliseconds since the epoch. */
  now: number;
}

/** One row of the items table. */
export interface LineValues {
  name: string;
  options: string;
  sku: string;
  quantity: number;
  unitPrice: Money;
  total: Money;
  imageUrl: string;
  url: string;
  /** It travels in a parcel. */
  shippable: boolean;
  /** What stands under it: each note once in the whole message, under the first line that has it. */
  notes: readonly ProductNote[];
}

export type { TotalRow } from './money';

export interface Snapshot {
  values: Values;
  lines: LineValues[];
  totals: TotalRow[];
  billing: string[];
  shipping: string[];
  /** The goods a refund is for with their amounts, its shipping, and its sum. Empty when the message is about none. */
  refund: TotalRow[];
  notes: ProductNote[];
  downloads: Download[];
  /** What the picture of a bank transfer says (EPC069-12); left out when there is nothing to transfer, or not in euros. */
  transferCode?: string;
  /** Orders of the summary that the message is about. */
  orders: readonly SummaryOrder[];
  /** Products that the message suggests, by the block that does. */
  suggestions: Readonly<Record<string, readonly SuggestedProduct[]>>;
  /** The codes that the message gives, by what promises them: null for one that does not hold. */
  codes: Readonly<Record<string, string | null>>;
  /** Names of the store's own that have no words in this language, and stand as the store has them. */
  unnamed: { kind: NameKind; name: string }[];
  /** What conditions ask about. */
  facts: OrderFacts;
}

export type { SummaryOrder } from './reckoned';

/** A product as a message suggests it. */
export interface SuggestedProduct {
  name: string;
  price?: Money;
  /** Where it is looked at; empty when it is not known. */
  url: string;
  imageUrl: string;
}

/** What whoever bought a product should know. */
export interface ProductNote {
  product: string;
  words: string;
  url: string;
}

export interface Download {
  name: string;
  url: string;
}

/**
 * What a message of this moment is about: the newest parcel, refund, cancellation or return, as the order stands. Of a moment that knows
 * no order nothing is left of it but what it is about: an account's customer, a product, or nothing. An invoice is for what was sent or is
 * still to be sent.
 */
export function aboutMoment(
  order: Order,
  momentId: string,
): Pick<MessageSubject, 'shipment' | 'refund' | 'cancellation' | 'returned' | 'wholeOrder'> & { order?: Order } {
  const { about, knowsParcel } = momentOf(momentId) ?? {};
  if (about === 'account') return { order: customerOnly(order) };
  if (about === 'product') return { order: productOnly(order) };
  if (about === 'summary') return { order: nothingOf(order) };
  if (momentId === 'invoice.issued') return { order: billedOrder(order) };
  const shipment = about === 'parcel' || knowsParcel ? order.shipments?.at(-1) : undefined;
  const refund = about === 'refund' ? order.refunds?.at(-1) : undefined;
  const cancellation = about === 'cancellation' ? (order.cancellations?.at(-1) ?? allCancelled(order)) : undefined;
  const returned = about === 'return' ? order.returns?.at(-1) : undefined;
  return {
    ...(shipment && { shipment }),
    // Where the parcel is only known, the message can be about anything of the order: a line that has not left yet, too.
    ...(shipment && knowsParcel && { wholeOrder: true }),
    ...(refund && { refund }),
    ...(cancellation && { cancellation }),
    ...(returned && { returned }),
  };
}

/** The cancellation of an order that says no more than that it was cancelled: all that had not left. */
function allCancelled(order: Order): Cancellation | undefined {
  const lines = piecesCancelled({ ...order, status: 'OrderCancelled' }).map(({ sku, quantity }) => ({ sku, quantity }));
  return lines.length > 0 ? { lines } : undefined;
}

/** The lines a message is about. */
function subjectLines({ order, shipment, cancellation, returned, wholeOrder }: MessageSubject): OrderLine[] {
  if (cancellation) return cancelledLines(order, cancellation);
  if (returned) return returnedLines(order, returned);
  return linesOf(order, wholeOrder ? undefined : shipment);
}

const instant = (time: string | undefined): number | undefined => (time === undefined ? undefined : Date.parse(time));
const line = (text: string | undefined): string | undefined => {
  const plain = text === undefined ? '' : plainLine(text);
  return plain === '' ? undefined : plain;
};

/**
 * Reads everything a message may say out of an order. All text is one line without control characters from here on;
 * values that the order does not have are left out.
 */
export function snapshotOf(subject: MessageSubject): Snapshot {
  const { order, store, shipment, refund, details, cancellation, now } = subject;
  const { terms = NO_TERMS } = store;
  const { customer } = order;
  const lines = subjectLines(subject);
  const sums = orderTotals(order);
  const money = (minor: number): Money => ({ minor, currency: order.currency });
  const names = namesFor(terms, subject.locale ?? 'en', subject.ownLanguage);
  const first = line(customer.firstName);
  const last = line(customer.lastName);
  const code = order.discounts?.find((d) => d.code)?.code;
  const due = amountDue(order);
  const method = order.payment?.method;
  const paidBy = method && names.of('payment', method);
  const notes = notesOf(lines, terms, subject);
  const { transferCode, ...payment } = paymentValues(order, terms, due);
  const values: Record<string, Values[string]> = {
    'order.number': line(order.number),
    'order.placedAt': instant(order.placedAt),
    'order.total': money(sums.total),
    'order.subtotal': money(sums.subtotal),
    'order.discountTotal': sums.discount > 0 ? money(sums.discount) : undefined,
    'order.shippingPrice': order.shipping ? money(sums.shipping) : undefined,
    'order.taxTotal': order.taxes?.length ? money(sums.tax) : undefined,
    'order.amountDue': due > 0 ? money(due) : undefined,
    'order.itemCount': sums.itemCount,
    'order.lineCount': order.lines.length,
    'order.firstItem': line(order.lines[0]?.product.name),
    'order.itemNames': namesOfLines(lines, subject.locale),
    'order.discountCode': line(code),
    'order.paymentMethod': line(paidBy),
    'order.shippingMethod': line(order.shipping && names.of('shipping', order.shipping.method)),
    'order.expectedDispatch': promised(subject, awaitsMoney(order, terms, due) ? undefined : order.expectedDispatch),
    'order.channel': order.channel === '' ? undefined : line(names.of('channel', subject.channelName ?? order.channel)),
    'order.location': line(order.location && names.of('place', order.location)),
    'order.recordUrl': store.ordersUrl && order.number && `${store.ordersUrl}/${encodeURIComponent(order.number)}`,
    'order.note': line(order.note),
    'order.statusUrl': order.statusUrl,
    'customer.firstName': first,
    'customer.lastName': last,
    'customer.fullName': line([first, last].filter(Boolean).join(' ')),
    'customer.company': line(customer.company),
    'customer.email': line(customer.email),
    'customer.phone': line(customer.phone),
    'delivery.name': line(order.shippingAddress?.name),
    'delivery.city': line(order.shippingAddress?.city),
    'delivery.country': order.shippingAddress && countryName(order.shippingAddress.country, subject.locale),
    'billing.name': line(order.billingAddress?.name),
    'billing.city': line(order.billingAddress?.city),
    'store.name': line(store.name),
    'store.email': line(store.email),
    'store.url': store.url,
    'store.phone': line(store.phone),
    'store.address': line(store.address),
    'message.sentAt': now,
    'message.unsubscribeUrl': subject.unsubscribeUrl,
    'message.preferencesUrl': store.preferences ? subject.preferencesUrl : undefined,
    'message.year': String(new Date(now).getUTCFullYear()),
    'shipment.carrier': line(shipment?.carrier),
    'shipment.trackingNumber': line(shipment?.trackingNumber),
    'shipment.trackingUrl': shipment && trackingUrl(subject, shipment, terms),
    'shipment.dispatchedAt': instant(shipment?.dispatchedAt),
    'shipment.location': line(shipment?.location && names.of('place', shipment.location)),
    ...placeValues(placeOf(terms, shipment?.location), subject.locale ?? 'en'),
    'shipment.itemCount': shipment ? lines.reduce((sum, l) => sum + l.quantity, 0) : undefined,
    'refund.amount': refund && money(refund.amount),
    'refund.goodwill': refund?.goodwill ? money(refund.goodwill) : undefined,
    'refund.items': line(refund?.lines && itemsWords(order, refund.lines)),
    'refund.reason': line(refund?.reason),
    'refund.method': line(refund && (refund.method ? names.of('payment', refund.method) : paidBy)),
    'refund.issuedAt': instant(refund?.issuedAt),
    ...payment,
    // An invoice has a day of its own, and a day that has passed is not asked for any more.
    'payment.dueOn': promisedDay(subject, details?.invoice?.dueOn, payment['payment.dueOn']),
    ...detailValues(details, subject, due),
    ...stockValues(details?.stock, names),
    ...summaryValues(details?.summary, subject.locale ?? 'en'),
    ...(cancellation && cancellationValues(order, cancellation, itemsWords)),
  };
  if (cancellation?.reason !== undefined) values['reason.words'] ??= line(cancellation.reason);
  if (subject.returned) {
    values['return.items'] ??= line(itemsWords(order, subject.returned.lines));
    values['return.receivedAt'] ??= instant(subject.returned.receivedAt);
  }
  return {
    values,
    lines: lines.map((l, i) => ({
      name: plainLine(l.product.name),
      options: plainLine(l.options ?? ''),
      sku: plainLine(l.product.sku),
      quantity: l.quantity,
      unitPrice: money(l.unitPrice),
      total: money(lineTotal(l)),
      imageUrl: l.product.imageUrl ?? '',
      url: l.product.url ?? '',
      shippable: isShippable(l.product),
      notes: notes[i]!,
    })),
    totals: totalRows(order, sums, names),
    billing: addressLines(order.billingAddress, subject.locale),
    shipping: addressLines(order.shippingAddress, subject.locale),
    refund: refund ? refundRows(order, refund) : [],
    notes: notes.flat(),
    downloads: lines.flatMap(({ product }) =>
      (product.downloads ?? []).map((d) => ({ name: plainLine(d.name), url: d.url })),
    ),
    ...(transferCode && { transferCode }),
    orders: summaryOrders(details?.summary, store.ordersUrl),
    codes: {},
    suggestions: {},
    unnamed: names.missing,
    facts: orderFacts(order, {
      lines,
      ...(shipment && { shipment }),
      ...(refund && { refund }),
      ...(subject.turn !== undefined && { turn: subject.turn }),
    }),
  };
}

const NO_NOTES: readonly ProductNote[] = [];

/** By line: what the order's goods bring with them, then what the store says of each and of its category; each note once. */
function notesOf(
  lines: readonly OrderLine[],
  terms: Terms,
  { locale = 'en', ownLanguage }: MessageSubject,
): (readonly ProductNote[])[] {
  const said = new Set<string>();
  const first = (note: ProductNote): boolean => {
    const key = JSON.stringify(note);
    return !said.has(key) && said.add(key).has(key);
  };
  return lines.map(({ product }) => {
    const own = product.note
      ? [{ product: plainLine(product.name), words: plainLine(product.note.words), url: product.note.url ?? '' }]
      : NO_NOTES;
    const ofStore = notesAbout(terms, product, locale, ownLanguage);
    if (own.length + ofStore.length === 0) return NO_NOTES;
    return [
      ...own,
      ...ofStore.map(({ category, words, url }) => ({
        product: plainLine(category || product.name),
        words: plainLine(words),
        url,
      })),
    ].filter(first);
  });
}

/** "2 \u00d7 Kozo sheet, 1 \u00d7 Awl". */
function itemsWords(order: Order, lines: readonly { sku: string; quantity: number }[]): string {
  const nameOf = (sku: string): string => order.lines.find((l) => l.product.sku === sku)?.product.name ?? sku;
  return lines.map(({ sku, quantity }) => `${quantity} \u00d7 ${nameOf(sku)}`).join(', ');
}

/** A day that is promised, or undefined when it has passed: nobody is told of a day to come that is over. */
function promised({ now, timeZone = 'UTC' }: MessageSubject, time: string | undefined): number | undefined {
  const at = instant(time);
  return at === undefined || at >= now || dayKey(at, timeZone) >= dayKey(now, timeZone) ? at : undefined;
}

/** By when an order is to be paid: the day of its invoice, or that of its method; undefined when it has passed. */
function promisedDay(subject: MessageSubject, invoice: string | undefined, method: Values[string]): number | undefined {
  if (typeof method !== 'number') return undefined;
  return promised(subject, invoice ?? new Date(method).toISOString());
}

function trackingUrl({ order, locale }: MessageSubject, shipment: Shipment, terms: Terms): string | undefined {
  const { carrier, trackingNumber } = shipment;
  return (
    shipment.trackingUrl ??
    trackingUrlFor(terms.carriers, carrier, {
      ...(trackingNumber && { number: trackingNumber }),
      ...(order.shippingAddress?.postalCode && { postalCode: order.shippingAddress.postalCode }),
      ...(order.shippingAddress && { country: order.shippingAddress.country }),
      language: locale?.split('-')[0] ?? 'en',
    })
  );
}

function detailValues(details: MomentDetails = {}, subject: MessageSubject, due: number): Values {
  const { reason, payUrl, delay, note, invoice, returned, bounce, account, reset, preferences } = details;
  const dueOn = due > 0 ? instant(invoice?.dueOn) : undefined;
  const comes = promised(subject, invoice?.dueOn) !== undefined;
  return {
    'reason.words': line(reason),
    'payment.url': due > 0 ? payUrl : undefined,
    'delay.item': line(delay?.item),
    'delay.until': promised(subject, delay?.until),
    'delay.reason': line(delay?.reason),
    'note.words': line(note?.words),
    'note.by': line(note?.by),
    'invoice.number': line(invoice?.number),
    'invoice.url': invoice?.url,
    'invoice.dueOn': comes ? dueOn : undefined,
    'invoice.overdueSince': comes ? undefined : dueOn,
    'return.items': line(returned?.items),
    'return.receivedAt': instant(returned?.receivedAt),
    'account.url': account?.url,
    'reset.url': reset?.url,
    'reset.expiresAt': instant(reset?.expiresAt),
    'preferences.url': preferences?.url,
    'preferences.expiresAt': instant(preferences?.expiresAt),
    'bounce.recipient': line(bounce?.recipient),
    'bounce.notification': line(bounce?.notification),
    'bounce.subject': line(bounce?.subject),
    'bounce.words': line(bounce?.words),
    'bounce.recordUrl': bounce?.recordUrl,
  };
}

/** The lines of a postal address in the order in which they are written, empty ones left out. */
export function addressLines(address: Address | undefined, locale?: string): string[] {
  if (!address) return [];
  const town = [address.postalCode, address.city].filter(Boolean).join(' ');
  return [
    address.name,
    address.company ?? '',
    ...address.lines,
    town,
    address.region ?? '',
    countryName(address.country, locale),
  ]
    .map(plainLine)
    .filter((l) => l !== '');
}
