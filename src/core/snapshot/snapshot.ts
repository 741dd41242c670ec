/** From an order's snapshot to the values a message is filled with. */
import { countryName } from '../names';
import { plainLine, type Money, type Values } from '../text/values';
import type { OrderFacts } from '../conditions/condition';
import { momentOf } from '../moments/registry';
import { customerOnly } from '../order/customer';
import { linesOf, orderFacts } from './facts';
import { lineTotal, orderTotals } from '../order/totals';
import type { MomentDetails } from '../moments/details';
import type { Address, Order, Refund, Shipment } from '../order/schema';

/** What the store adds to every message. */
export interface StoreFacts {
  name: string;
  email: string;
  url: string;
  phone?: string;
  /** One line. */
  address?: string;
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
  /** What else the event told. */
  details?: MomentDetails;
  /** Which message of a row, from 1. */
  turn?: number;
  /** Names shown for the order's channel and location. */
  channelName?: string;
  locationName?: string;
  /** Whose names of countries are written (BCP 47); English without it. */
  locale?: string;
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
}

/** One row below the items. `label` is a phrase of the phrasebook unless `name` is given by the order itself. */
export interface TotalRow {
  label: 'subtotal' | 'discount' | 'shipping' | 'tax' | 'taxIncluded' | 'total' | 'refunded' | 'due' | 'goods';
  name?: string;
  amount: Money;
  strong: boolean;
}

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
  /** What conditions ask about. */
  facts: OrderFacts;
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
 * The parcel or the refund that a message of this moment is about: the newest, as the order stands. Of a moment that knows no order,
 * such as one of an account, nothing is left of it but its customer.
 */
export function aboutMoment(
  order: Order,
  momentId: string,
): Pick<MessageSubject, 'shipment' | 'refund' | 'wholeOrder'> & { order?: Order } {
  const { about, knowsParcel } = momentOf(momentId) ?? {};
  if (about === 'account') return { order: customerOnly(order) };
  const shipment = about === 'parcel' || knowsParcel ? order.shipments?.at(-1) : undefined;
  const refund = about === 'refund' ? order.refunds?.at(-1) : undefined;
  return {
    ...(shipment && { shipment }),
    // Where the parcel is only known, the message can be about anything of the order: a line that has not left yet, too.
    ...(shipment && knowsParcel && { wholeOrder: true }),
    ...(refund && { refund }),
  };
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
  const { order, store, shipment, refund, details } = subject;
  const lines = linesOf(order, subject.wholeOrder ? undefined : shipment);
  const sums = orderTotals(order);
  const money = (minor: number): Money => ({ minor, currency: order.currency });
  const { customer } = order;
  const first = line(customer.firstName);
  const last = line(customer.lastName);
  const code = order.discounts?.find((d) => d.code)?.code;
  const values: Record<string, Values[string]> = {
    'order.number': line(order.number),
    'order.placedAt': instant(order.placedAt),
    'order.total': money(sums.total),
    'order.subtotal': money(sums.subtotal),
    'order.discountTotal': sums.discount > 0 ? money(sums.discount) : undefined,
    'order.shippingPrice': order.shipping ? money(sums.shipping) : undefined,
    'order.taxTotal': order.taxes?.length ? money(sums.tax) : undefined,
    'order.amountDue': money(sums.due),
    'order.itemCount': sums.itemCount,
    'order.lineCount': order.lines.length,
    'order.firstItem': line(order.lines[0]?.product.name),
    'order.discountCode': line(code),
    'order.paymentMethod': line(order.payment?.method),
    'order.shippingMethod': line(order.shipping?.method),
    'order.expectedDispatch': instant(order.expectedDispatch),
    'order.channel': line(subject.channelName ?? order.channel),
    'order.location': line(subject.locationName ?? order.location),
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
    'message.sentAt': subject.now,
    'message.year': String(new Date(subject.now).getUTCFullYear()),
    'shipment.carrier': line(shipment?.carrier),
    'shipment.trackingNumber': line(shipment?.trackingNumber),
    'shipment.trackingUrl': shipment?.trackingUrl,
    'shipment.dispatchedAt': instant(shipment?.dispatchedAt),
    'shipment.location': line(shipment?.location),
    'shipment.itemCount': shipment ? lines.reduce((sum, l) => sum + l.quantity, 0) : undefined,
    'refund.amount': refund && money(refund.amount),
    'refund.reason': line(refund?.reason),
    'refund.method': line(refund?.method ?? (refund && order.payment?.method)),
    'refund.issuedAt': instant(refund?.issuedAt),
    ...detailValues(details),
  };
  return {
    values,
    lines: lines.map((l) => ({
      name: plainLine(l.product.name),
      options: plainLine(l.options ?? ''),
      sku: plainLine(l.product.sku),
      quantity: l.quantity,
      unitPrice: money(l.unitPrice),
      total: money(lineTotal(l)),
      imageUrl: l.product.imageUrl ?? '',
      url: l.product.url ?? '',
    })),
    totals: totalRows(order, sums, money),
    billing: addressLines(order.billingAddress, subject.locale),
    shipping: addressLines(order.shippingAddress, subject.locale),
    refund: refund ? refundRows(order, refund, money) : [],
    notes: lines.flatMap(({ product }) =>
      product.note
        ? [{ product: plainLine(product.name), words: plainLine(product.note.words), url: product.note.url ?? '' }]
        : [],
    ),
    downloads: lines.flatMap(({ product }) =>
      (product.downloads ?? []).map((d) => ({ name: plainLine(d.name), url: d.url })),
    ),
    facts: orderFacts(order, {
      lines,
      ...(shipment && { shipment }),
      ...(refund && { refund }),
      ...(subject.turn !== undefined && { turn: subject.turn }),
    }),
  };
}

function detailValues(details: MomentDetails = {}): Values {
  const { reason, payUrl, delay, note, invoice, returned, bounce, account, reset } = details;
  return {
    'reason.words': line(reason),
    'payment.url': payUrl,
    'delay.item': line(delay?.item),
    'delay.until': instant(delay?.until),
    'delay.reason': line(delay?.reason),
    'note.words': line(note?.words),
    'note.by': line(note?.by),
    'invoice.number': line(invoice?.number),
    'invoice.url': invoice?.url,
    'invoice.dueOn': instant(invoice?.dueOn),
    'return.items': line(returned?.items),
    'return.receivedAt': instant(returned?.receivedAt),
    'account.url': account?.url,
    'reset.url': reset?.url,
    'reset.expiresAt': instant(reset?.expiresAt),
    'bounce.recipient': line(bounce?.recipient),
    'bounce.notification': line(bounce?.notification),
    'bounce.subject': line(bounce?.subject),
    'bounce.words': line(bounce?.words),
    'bounce.recordUrl': bounce?.recordUrl,
  };
}

function refundRows(order: Order, refund: Refund, money: (minor: number) => Money): TotalRow[] {
  const rows: TotalRow[] = (refund.lines ?? []).map((l) => {
    const name = plainLine(order.lines.find((o) => o.product.sku === l.sku)?.product.name ?? l.sku);
    return { label: 'goods', name: `${l.quantity} \u00d7 ${name}`, amount: money(l.amount), strong: false };
  });
  if (refund.shipping) rows.push({ label: 'shipping', amount: money(refund.shipping), strong: false });
  rows.push({ label: 'refunded', amount: money(refund.amount), strong: true });
  return rows;
}

function totalRows(order: Order, sums: ReturnType<typeof orderTotals>, money: (minor: number) => Money): TotalRow[] {
  const rows: TotalRow[] = [];
  const add = (label: TotalRow['label'], minor: number, name?: string, strong = false): void => {
    rows.push({ label, amount: money(minor), strong, ...(name !== undefined && { name: plainLine(name) }) });
  };
  const plain = !order.discounts?.length && !order.shipping && (sums.taxIncluded || sums.tax === 0);
  if (!plain) add('subtotal', sums.subtotal);
  for (const d of order.discounts ?? []) add('discount', -d.amount, d.code ? `${d.label} (${d.code})` : d.label);
  if (order.shipping) add('shipping', order.shipping.price, order.shipping.method);
  if (!sums.taxIncluded) for (const t of order.taxes ?? []) add('tax', t.amount, t.label);
  add('total', sums.total, undefined, true);
  if (sums.taxIncluded) for (const t of order.taxes ?? []) add('taxIncluded', t.amount, t.label);
  if (sums.refunded > 0) add('refunded', -sums.refunded);
  return rows;
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
