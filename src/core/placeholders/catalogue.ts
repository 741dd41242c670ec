/** Every placeholder there is: its name, how people call it, what kind of value it is, and which moments have it. */
import { SAMPLE_DETAILS, type DetailName } from '../moments/details';
import type { Value, ValueType, Values } from '../text/values';

export type PlaceholderGroup =
  | 'Order'
  | 'Payment'
  | 'Customer'
  | 'Delivery'
  | 'Shipment'
  | 'Refund'
  | 'Cancellation'
  | 'What happened'
  | 'Store'
  | 'Message';

export interface Placeholder {
  name: string;
  label: string;
  group: PlaceholderGroup;
  type: ValueType;
  /** An order may have no such value; words for that case are worth giving. */
  canBeMissing: boolean;
  /** Only its recipient may see it: it is masked in the record and dropped once it is sent. */
  secret: boolean;
  sample: Value;
  /** What a moment must carry for the value to exist. */
  from: 'order' | 'customer' | 'shipment' | 'refund' | 'cancellation' | 'store' | DetailName;
}

const eur = (minor: number): Value => ({ minor, currency: 'EUR' });
const at = (time: string): number => Date.parse(time);

const OFTEN = 'can be missing' as const;
const SECRET = 'secret' as const;

function group(
  name: PlaceholderGroup,
  from: Placeholder['from'],
  rows: [name: string, label: string, type: ValueType, sample: Value, mark?: typeof OFTEN | typeof SECRET][],
): Placeholder[] {
  return rows.map(([id, label, type, sample, mark]) => ({
    name: id,
    label,
    group: name,
    type,
    sample,
    from,
    canBeMissing: mark === OFTEN,
    secret: mark === SECRET,
  }));
}

export const PLACEHOLDERS: readonly Placeholder[] = [
  ...group('Order', 'order', [
    ['order.number', 'Order number', 'text', 'QW-10482'],
    ['order.placedAt', 'Order date', 'date', at('2026-11-24T09:14:00Z')],
    ['order.total', 'Total', 'money', eur(8450)],
    ['order.subtotal', 'Subtotal', 'money', eur(8000)],
    ['order.discountTotal', 'Discount total', 'money', eur(500), OFTEN],
    ['order.shippingPrice', 'Shipping price', 'money', eur(490), OFTEN],
    ['order.taxTotal', 'Tax total', 'money', eur(1349), OFTEN],
    ['order.itemCount', 'Number of items', 'number', 3],
    ['order.lineCount', 'Number of different products', 'number', 2],
    ['order.firstItem', 'First product', 'text', 'Kozo sheet, 38 x 51 cm'],
    ['order.discountCode', 'Discount code used', 'text', 'LEAF10', OFTEN],
    ['order.paymentMethod', 'Payment method', 'text', 'Bank transfer', OFTEN],
    ['order.shippingMethod', 'Shipping method', 'text', 'Parcel', OFTEN],
    ['order.expectedDispatch', 'Dispatch day', 'date', at('2026-11-26T11:00:00Z'), OFTEN],
    ['order.channel', 'Channel', 'text', 'Web shop'],
    ['order.location', 'Dispatch place', 'text', 'the Mill', OFTEN],
    ['order.note', "Customer's note", 'text', 'Leave it with the neighbour', OFTEN],
    ['order.statusUrl', 'Order page address', 'url', 'https://quillwick.example/orders/QW-10482', OFTEN],
    [
      'order.recordUrl',
      'Order in Libellus, for colleagues',
      'url',
      'https://libellus.quillwick.example/s/quillwick/orders/QW-10482',
      OFTEN,
    ],
  ]),
  ...group('Payment', 'order', [
    ['order.amountDue', 'Amount still due', 'money', eur(8450), OFTEN],
    ['order.amountPaid', 'Amount paid so far', 'money', eur(2000), OFTEN],
    ['payment.dueOn', 'Payment due on', 'date', at('2026-12-01T09:14:00Z'), OFTEN],
    ['payment.accountHolder', 'Account holder', 'text', 'Quillwick GmbH', OFTEN],
    ['payment.iban', 'IBAN', 'text', 'DE02 1203 0000 0000 2020 51', OFTEN],
    ['payment.bic', 'BIC', 'text', 'QUILDE11', OFTEN],
    ['payment.reference', 'Payment reference', 'text', 'QW-10482', OFTEN],
  ]),
  ...group('Customer', 'customer', [
    ['customer.firstName', 'First name', 'text', 'Iwona', OFTEN],
    ['customer.lastName', 'Last name', 'text', 'Sobczyk', OFTEN],
    ['customer.fullName', 'Full name', 'text', 'Iwona Sobczyk', OFTEN],
    ['customer.company', 'Company', 'text', 'Sobczyk Bindery', OFTEN],
    ['customer.email', 'Email address', 'text', 'iwona@sobczyk.example'],
    ['customer.phone', 'Phone', 'text', '+48 22 555 0141', OFTEN],
  ]),
  ...group('Customer', 'order', [
    ['billing.name', 'Name on the bill', 'text', 'Iwona Sobczyk', OFTEN],
    ['billing.city', 'Billing town', 'text', 'Lublin', OFTEN],
  ]),
  ...group('Delivery', 'order', [
    ['delivery.name', 'Name at the door', 'text', 'Iwona Sobczyk', OFTEN],
    ['delivery.city', 'Delivery town', 'text', 'Lublin', OFTEN],
    ['delivery.country', 'Delivery country', 'text', 'PL', OFTEN],
  ]),
  ...group('Shipment', 'shipment', [
    ['shipment.carrier', 'Carrier', 'text', 'Fieldpost', OFTEN],
    ['shipment.trackingNumber', 'Tracking number', 'text', 'FP 4471 0932', OFTEN],
    ['shipment.trackingUrl', 'Tracking address', 'url', 'https://fieldpost.example/t/44710932', OFTEN],
    ['shipment.dispatchedAt', 'Dispatched on', 'date', at('2026-11-26T15:40:00Z'), OFTEN],
    ['shipment.location', 'Dispatched from', 'text', 'the Mill', OFTEN],
    ['shipment.itemCount', 'Items in the parcel', 'number', 2],
  ]),
  ...group('Refund', 'refund', [
    ['refund.amount', 'Amount refunded', 'money', eur(1450)],
    ['refund.items', 'What the refund is for', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['refund.goodwill', 'Goodwill in the refund', 'money', eur(500), OFTEN],
    ['refund.reason', 'Reason of the refund', 'text', 'a sheet arrived creased', OFTEN],
    ['refund.method', 'Way the money goes back', 'text', 'Card', OFTEN],
    ['refund.issuedAt', 'Refunded on', 'date', at('2026-12-02T10:05:00Z'), OFTEN],
  ]),
  ...group('Cancellation', 'cancellation', [
    ['cancellation.items', 'What is cancelled', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['cancellation.toStock', 'What goes back to stock', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['cancellation.sentItems', 'What was sent before', 'text', '2 \u00d7 Kozo sheet, 38 x 51 cm', OFTEN],
    ['cancellation.refund', 'Money that comes back', 'money', eur(1690), OFTEN],
  ]),
  ...group('What happened', 'reason', [['reason.words', 'Reason', 'text', SAMPLE_DETAILS.reason, OFTEN]]),
  ...group('What happened', 'payUrl', [['payment.url', 'Address to pay at', 'url', SAMPLE_DETAILS.payUrl, OFTEN]]),
  ...group('What happened', 'delay', [
    ['delay.item', 'What is late', 'text', SAMPLE_DETAILS.delay.item],
    ['delay.until', 'When it is expected', 'date', at(SAMPLE_DETAILS.delay.until!), OFTEN],
    ['delay.reason', 'Why it is late', 'text', SAMPLE_DETAILS.delay.reason!, OFTEN],
  ]),
  ...group('What happened', 'note', [
    ['note.words', 'Words of the note', 'text', SAMPLE_DETAILS.note.words],
    ['note.by', 'Who wrote the note', 'text', SAMPLE_DETAILS.note.by!, OFTEN],
  ]),
  ...group('What happened', 'invoice', [
    ['invoice.number', 'Invoice number', 'text', SAMPLE_DETAILS.invoice.number],
    ['invoice.url', 'Invoice address', 'url', SAMPLE_DETAILS.invoice.url!, OFTEN],
    ['invoice.dueOn', 'Invoice due on', 'date', at(SAMPLE_DETAILS.invoice.dueOn!), OFTEN],
    ['invoice.overdueSince', 'Invoice overdue since', 'date', at(SAMPLE_DETAILS.invoice.dueOn!), OFTEN],
  ]),
  ...group('What happened', 'returned', [
    ['return.items', 'What came back', 'text', SAMPLE_DETAILS.returned.items],
    ['return.receivedAt', 'Came back on', 'date', at(SAMPLE_DETAILS.returned.receivedAt!), OFTEN],
  ]),
  ...group('What happened', 'account', [
    ['account.url', 'Address of the account', 'url', SAMPLE_DETAILS.account.url!, OFTEN],
  ]),
  ...group('What happened', 'reset', [
    ['reset.url', 'Address to choose a password', 'url', SAMPLE_DETAILS.reset.url, SECRET],
    ['reset.expiresAt', 'It holds until', 'date', at(SAMPLE_DETAILS.reset.expiresAt!), OFTEN],
  ]),
  ...group('What happened', 'bounce', [
    ['bounce.recipient', 'Address that failed', 'text', SAMPLE_DETAILS.bounce.recipient],
    ['bounce.notification', 'Message that came back', 'text', SAMPLE_DETAILS.bounce.notification],
    ['bounce.subject', 'Its subject', 'text', SAMPLE_DETAILS.bounce.subject!, OFTEN],
    ['bounce.words', 'Why it came back', 'text', SAMPLE_DETAILS.bounce.words],
    ['bounce.recordUrl', 'Its record', 'url', SAMPLE_DETAILS.bounce.recordUrl!, OFTEN],
  ]),
  ...group('Store', 'store', [
    ['store.name', 'Store name', 'text', 'Quillwick'],
    ['store.email', 'Store email address', 'text', 'hello@quillwick.example'],
    ['store.url', 'Store address on the web', 'url', 'https://quillwick.example'],
    ['store.phone', 'Store phone', 'text', '+49 30 555 0137', OFTEN],
    ['store.address', 'Store postal address', 'text', 'Mill Lane 4, 15306 Seelow', OFTEN],
  ]),
  ...group('Message', 'store', [
    ['message.sentAt', 'Day it is sent', 'date', at('2026-11-24T09:14:00Z')],
    ['message.year', 'Year it is sent', 'text', '2026'],
  ]),
];

const BY_NAME = new Map(PLACEHOLDERS.map((p) => [p.name, p]));

/** A placeholder by its name, or undefined when there is none. */
export function placeholder(name: string): Placeholder | undefined {
  return BY_NAME.get(name);
}

/** What kind of value a placeholder has, or undefined when there is none of this name. */
export function placeholderType(name: string): ValueType | undefined {
  return BY_NAME.get(name)?.type;
}

/** Sample values for every placeholder, for when no order is at hand. */
export const SAMPLE_VALUES: Values = Object.fromEntries(PLACEHOLDERS.map((p) => [p.name, p.sample]));

/** The known name most like an unknown one, or undefined when none is near (at most a third of it differs). */
export function nearestPlaceholder(name: string): string | undefined {
  let best: string | undefined;
  let bestDistance = Math.max(2, Math.floor(name.length / 3)) + 1;
  for (const { name: known } of PLACEHOLDERS) {
    const full = editDistance(name.toLowerCase(), known.toLowerCase());
    const short = editDistance(name.toLowerCase(), known.slice(known.indexOf('.') + 1).toLowerCase());
    const distance = Math.min(full, short);
    if (distance < bestDistance) {
      best = known;
      bestDistance = distance;
    }
  }
  return best;
}

function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const change = a[i - 1] === b[j - 1] ? 0 : 1;
      next.push(Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + change));
    }
    row = next;
  }
  return row[b.length]!;
}
