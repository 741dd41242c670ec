/** Every placeholder there is: its name, how people call it, what kind of value it is, and which moments have it. */
import { SAMPLE_DETAILS, type DetailName } from '../moments/details';
import type { Value, ValueType, Values } from '../text/values';
import { say } from '../../words/placeholders';
import { say as explain } from '../../words/values';
import { inEachLanguage } from '../../words/speak';

export type PlaceholderGroup =
  | 'Order'
  | 'Payment'
  | 'Customer'
  | 'Delivery'
  | 'Shipment'
  | 'Refund'
  | 'Cancellation'
  | 'Discount code'
  | 'What happened'
  | 'Stock'
  | 'Summary'
  | 'Store'
  | 'Message';

export const PLACEHOLDER_GROUP_LABELS: Record<PlaceholderGroup, string> = inEachLanguage(() => ({
  Order: say.groupOrder,
  Payment: say.groupPayment,
  Customer: say.groupCustomer,
  Delivery: say.groupDelivery,
  Shipment: say.groupShipment,
  Refund: say.groupRefund,
  Cancellation: say.groupCancellation,
  'Discount code': say.groupDiscountCode,
  'What happened': say.groupWhatHappened,
  Stock: say.groupStock,
  Summary: say.groupSummary,
  Store: say.groupStore,
  Message: say.groupMessage,
}));

export interface Placeholder {
  name: string;
  label: string;
  /** What it means, in a sentence; words that people search by stand in it. */
  meaning: string;
  group: PlaceholderGroup;
  type: ValueType;
  /** An order may have no such value; words for that case are worth giving. */
  canBeMissing: boolean;
  /** Only its recipient may see it: it is masked in the record and dropped once it is sent. */
  secret: boolean;
  sample: Value;
  /** What a moment must carry for the value to exist. */
  from: 'order' | 'customer' | 'shipment' | 'refund' | 'cancellation' | 'store' | 'code' | DetailName;
}

const eur = (minor: number): Value => ({ minor, currency: 'EUR' });
const at = (time: string): number => Date.parse(time);

const OFTEN = 'can be missing' as const;
const SECRET = 'secret' as const;

function group(
  name: PlaceholderGroup,
  from: Placeholder['from'],
  rows: [
    name: string,
    label: keyof typeof say & keyof typeof explain,
    type: ValueType,
    sample: Value,
    mark?: typeof OFTEN | typeof SECRET,
  ][],
): Placeholder[] {
  return rows.map(([id, label, type, sample, mark]) => ({
    name: id,
    get label() {
      return say[label];
    },
    get meaning() {
      return explain[label];
    },
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
    ['order.number', 'orderNumber', 'text', 'QW-10482'],
    ['order.placedAt', 'orderDate', 'date', at('2026-11-24T09:14:00Z')],
    ['order.total', 'total', 'money', eur(8450)],
    ['order.subtotal', 'subtotal', 'money', eur(8000)],
    ['order.discountTotal', 'discountTotal', 'money', eur(500), OFTEN],
    ['order.shippingPrice', 'shippingPrice', 'money', eur(490), OFTEN],
    ['order.taxTotal', 'taxTotal', 'money', eur(1349), OFTEN],
    ['order.itemCount', 'numberOfItems', 'number', 3],
    ['order.lineCount', 'numberOfDifferentProducts', 'number', 2],
    ['order.firstItem', 'firstProduct', 'text', 'Kozo sheet, 38 x 51 cm'],
    ['order.itemNames', 'productsOfTheMessage', 'text', 'Kozo sheet, 38 x 51 cm and Bone folder', OFTEN],
    ['order.discountCode', 'discountCodeUsed', 'text', 'LEAF10', OFTEN],
    ['order.paymentMethod', 'paymentMethod', 'text', 'Bank transfer', OFTEN],
    ['order.shippingMethod', 'shippingMethod', 'text', 'Parcel', OFTEN],
    ['order.expectedDispatch', 'dispatchDay', 'date', at('2026-11-26T11:00:00Z'), OFTEN],
    ['order.channel', 'channel', 'text', 'Web shop'],
    ['order.location', 'dispatchPlace', 'text', 'the Mill', OFTEN],
    ['order.note', 'customersNote', 'text', 'Leave it with the neighbour', OFTEN],
    ['order.statusUrl', 'orderPageAddress', 'url', 'https://quillwick.example/orders/QW-10482', OFTEN],
    [
      'order.recordUrl',
      'orderInLibellusForColleagues',
      'url',
      'https://libellus.quillwick.example/s/quillwick/orders/QW-10482',
      OFTEN,
    ],
  ]),
  ...group('Payment', 'order', [
    ['order.amountDue', 'amountStillDue', 'money', eur(8450), OFTEN],
    ['order.amountPaid', 'amountPaidSoFar', 'money', eur(2000), OFTEN],
    ['payment.dueOn', 'paymentDueOn', 'date', at('2026-12-01T09:14:00Z'), OFTEN],
    ['payment.accountHolder', 'accountHolder', 'text', 'Quillwick GmbH', OFTEN],
    ['payment.iban', 'iBAN', 'text', 'DE02 1203 0000 0000 2020 51', OFTEN],
    ['payment.bic', 'bIC', 'text', 'QUILDE11', OFTEN],
    ['payment.reference', 'paymentReference', 'text', 'QW-10482', OFTEN],
  ]),
  ...group('Customer', 'customer', [
    ['customer.firstName', 'firstName', 'text', 'Iwona', OFTEN],
    ['customer.lastName', 'lastName', 'text', 'Sobczyk', OFTEN],
    ['customer.fullName', 'fullName', 'text', 'Iwona Sobczyk', OFTEN],
    ['customer.company', 'company', 'text', 'Sobczyk Bindery', OFTEN],
    ['customer.email', 'emailAddress', 'text', 'iwona@sobczyk.example'],
    ['customer.phone', 'phone', 'text', '+48 22 555 0141', OFTEN],
  ]),
  ...group('Customer', 'order', [
    ['billing.name', 'nameOnTheBill', 'text', 'Iwona Sobczyk', OFTEN],
    ['billing.city', 'billingTown', 'text', 'Lublin', OFTEN],
  ]),
  ...group('Delivery', 'order', [
    ['delivery.name', 'nameAtTheDoor', 'text', 'Iwona Sobczyk', OFTEN],
    ['delivery.city', 'deliveryTown', 'text', 'Lublin', OFTEN],
    ['delivery.country', 'deliveryCountry', 'text', 'PL', OFTEN],
  ]),
  ...group('Shipment', 'shipment', [
    ['shipment.carrier', 'carrier', 'text', 'Fieldpost', OFTEN],
    ['shipment.trackingNumber', 'trackingNumber', 'text', 'FP 4471 0932', OFTEN],
    ['shipment.trackingUrl', 'trackingAddress', 'url', 'https://fieldpost.example/t/44710932', OFTEN],
    ['shipment.dispatchedAt', 'dispatchedOn', 'date', at('2026-11-26T15:40:00Z'), OFTEN],
    ['shipment.location', 'dispatchedFrom', 'text', 'the Mill', OFTEN],
    ['shipment.locationAddress', 'addressOfPlace', 'text', 'Tannery Row 4, 10115 Berlin', OFTEN],
    ['shipment.locationHours', 'hoursOfPlace', 'text', 'Mon \u2013 Fri 09:00\u201317:30', OFTEN],
    ['shipment.itemCount', 'itemsInTheParcel', 'number', 2],
  ]),
  ...group('Refund', 'refund', [
    ['refund.amount', 'amountRefunded', 'money', eur(1450)],
    ['refund.items', 'whatTheRefundIsFor', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['refund.goodwill', 'goodwillInTheRefund', 'money', eur(500), OFTEN],
    ['refund.reason', 'reasonOfTheRefund', 'text', 'a sheet arrived creased', OFTEN],
    ['refund.method', 'wayTheMoneyGoesBack', 'text', 'Card', OFTEN],
    ['refund.issuedAt', 'refundedOn', 'date', at('2026-12-02T10:05:00Z'), OFTEN],
  ]),
  ...group('Cancellation', 'cancellation', [
    ['cancellation.items', 'whatIsCancelled', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['cancellation.toStock', 'whatGoesBackToStock', 'text', '1 \u00d7 Awl with pearwood handle', OFTEN],
    ['cancellation.sentItems', 'whatWasSentBefore', 'text', '2 \u00d7 Kozo sheet, 38 x 51 cm', OFTEN],
    ['cancellation.refund', 'moneyThatComesBack', 'money', eur(1690), OFTEN],
  ]),
  ...group('What happened', 'reason', [['reason.words', 'reason', 'text', SAMPLE_DETAILS.reason, OFTEN]]),
  ...group('What happened', 'payUrl', [['payment.url', 'addressToPayAt', 'url', SAMPLE_DETAILS.payUrl, OFTEN]]),
  ...group('What happened', 'delay', [
    ['delay.item', 'whatIsLate', 'text', SAMPLE_DETAILS.delay.item],
    ['delay.until', 'whenItIsExpected', 'date', at(SAMPLE_DETAILS.delay.until!), OFTEN],
    ['delay.reason', 'whyItIsLate', 'text', SAMPLE_DETAILS.delay.reason!, OFTEN],
  ]),
  ...group('What happened', 'note', [
    ['note.words', 'wordsOfTheNote', 'text', SAMPLE_DETAILS.note.words],
    ['note.by', 'whoWroteTheNote', 'text', SAMPLE_DETAILS.note.by!, OFTEN],
  ]),
  ...group('What happened', 'invoice', [
    ['invoice.number', 'invoiceNumber', 'text', SAMPLE_DETAILS.invoice.number],
    ['invoice.url', 'invoiceAddress', 'url', SAMPLE_DETAILS.invoice.url!, OFTEN],
    ['invoice.dueOn', 'invoiceDueOn', 'date', at(SAMPLE_DETAILS.invoice.dueOn!), OFTEN],
    ['invoice.overdueSince', 'invoiceOverdueSince', 'date', at(SAMPLE_DETAILS.invoice.dueOn!), OFTEN],
  ]),
  ...group('What happened', 'returned', [
    ['return.items', 'whatCameBack', 'text', SAMPLE_DETAILS.returned.items],
    ['return.receivedAt', 'cameBackOn', 'date', at(SAMPLE_DETAILS.returned.receivedAt!), OFTEN],
  ]),
  ...group('What happened', 'account', [
    ['account.url', 'addressOfTheAccount', 'url', SAMPLE_DETAILS.account.url!, OFTEN],
  ]),
  ...group('What happened', 'reset', [
    ['reset.url', 'addressToChooseAPassword', 'url', SAMPLE_DETAILS.reset.url, SECRET],
    ['reset.expiresAt', 'itHoldsUntil', 'date', at(SAMPLE_DETAILS.reset.expiresAt!), OFTEN],
  ]),
  ...group('What happened', 'preferences', [
    ['preferences.url', 'addressOfPreferences', 'url', SAMPLE_DETAILS.preferences.url, SECRET],
    ['preferences.expiresAt', 'preferencesHoldUntil', 'date', at(SAMPLE_DETAILS.preferences.expiresAt!), OFTEN],
  ]),
  ...group('What happened', 'bounce', [
    ['bounce.recipient', 'addressThatFailed', 'text', SAMPLE_DETAILS.bounce.recipient],
    ['bounce.notification', 'messageThatCameBack', 'text', SAMPLE_DETAILS.bounce.notification],
    ['bounce.subject', 'itsSubject', 'text', SAMPLE_DETAILS.bounce.subject!, OFTEN],
    ['bounce.words', 'whyItCameBack', 'text', SAMPLE_DETAILS.bounce.words],
    ['bounce.recordUrl', 'itsRecord', 'url', SAMPLE_DETAILS.bounce.recordUrl!, OFTEN],
  ]),
  ...group('Stock', 'stock', [
    ['stock.product', 'productOfStock', 'text', SAMPLE_DETAILS.stock.name],
    ['stock.sku', 'stockNumber', 'text', SAMPLE_DETAILS.stock.sku],
    ['stock.category', 'categoryOfStock', 'text', SAMPLE_DETAILS.stock.category!, OFTEN],
    ['stock.left', 'piecesLeft', 'number', SAMPLE_DETAILS.stock.left],
    ['stock.lowAt', 'lowWithSoMany', 'number', SAMPLE_DETAILS.stock.lowAt!, OFTEN],
    ['stock.location', 'placeOfStock', 'text', SAMPLE_DETAILS.stock.location!, OFTEN],
    ['stock.url', 'addressOfTheProduct', 'url', SAMPLE_DETAILS.stock.url!, OFTEN],
    ['stock.recordUrl', 'stockInLibellus', 'url', SAMPLE_DETAILS.stock.recordUrl!, OFTEN],
  ]),
  ...group('Summary', 'summary', [
    ['summary.from', 'summaryFrom', 'date', at(SAMPLE_DETAILS.summary.from)],
    ['summary.until', 'summaryUntil', 'date', at(SAMPLE_DETAILS.summary.until)],
    ['summary.orders', 'ordersPlaced', 'number', SAMPLE_DETAILS.summary.orders],
    ['summary.cancelled', 'ordersCancelledSince', 'number', SAMPLE_DETAILS.summary.cancelled],
    ['summary.pieces', 'piecesOrdered', 'number', SAMPLE_DETAILS.summary.pieces],
    ['summary.total', 'sumOfOrders', 'text', '182.40\u00a0\u20ac, 41.50\u00a0\u00a3', OFTEN],
    ['summary.refunds', 'refundsIssued', 'number', SAMPLE_DETAILS.summary.refunds],
    ['summary.refunded', 'sumOfRefunds', 'text', '14.50\u00a0\u20ac', OFTEN],
    ['summary.toSend', 'ordersToSend', 'number', SAMPLE_DETAILS.summary.toSend],
    ['summary.oldestNumber', 'oldestOrderToSend', 'text', SAMPLE_DETAILS.summary.oldestToSend!.number, OFTEN],
    ['summary.oldestPlacedAt', 'oldestWasPlacedOn', 'date', at(SAMPLE_DETAILS.summary.oldestToSend!.placedAt), OFTEN],
    ['summary.unpaid', 'ordersNotPaid', 'number', SAMPLE_DETAILS.summary.unpaid],
    ['summary.due', 'sumStillDue', 'text', '94.80\u00a0\u20ac', OFTEN],
    ['summary.firstNumber', 'firstOrder', 'text', SAMPLE_DETAILS.summary.rows[0]!.number, OFTEN],
    ['summary.firstPlacedAt', 'firstOrderPlacedOn', 'date', at(SAMPLE_DETAILS.summary.rows[0]!.placedAt), OFTEN],
    ['summary.firstTotal', 'totalOfTheFirstOrder', 'money', SAMPLE_DETAILS.summary.rows[0]!.total, OFTEN],
    ['summary.unlisted', 'ordersNotListed', 'number', 12, OFTEN],
    ['summary.recordUrl', 'ordersInLibellus', 'url', SAMPLE_DETAILS.summary.recordUrl!, OFTEN],
  ]),
  ...group('Discount code', 'code', [
    ['offer.code', 'offeredCode', 'text', 'LEAF-4F7K-9M2P', OFTEN],
    ['offer.value', 'offeredValue', 'text', '10%', OFTEN],
    ['offer.endsOn', 'offerEndsOn', 'date', at('2026-12-24T22:59:00Z'), OFTEN],
    ['offer.minimum', 'offerMinimum', 'money', eur(5000), OFTEN],
    ['offer.goods', 'offerGoods', 'text', 'tools', OFTEN],
    ['offer.usesEach', 'offerUsesEach', 'number', 1, OFTEN],
  ]),
  ...group('Store', 'store', [
    ['store.name', 'storeName', 'text', 'Quillwick'],
    ['store.email', 'storeEmailAddress', 'text', 'hello@quillwick.example'],
    ['store.url', 'storeAddressOnTheWeb', 'url', 'https://quillwick.example'],
    ['store.phone', 'storePhone', 'text', '+49 30 555 0137', OFTEN],
    ['store.address', 'storePostalAddress', 'text', 'Mill Lane 4, 15306 Seelow', OFTEN],
  ]),
  ...group('Message', 'store', [
    ['message.sentAt', 'dayItIsSent', 'date', at('2026-11-24T09:14:00Z')],
    ['message.year', 'yearItIsSent', 'text', '2026'],
    [
      'message.unsubscribeUrl',
      'addressToUnsubscribe',
      'url',
      'https://libellus.quillwick.example/unsubscribe/01M8',
      OFTEN,
    ],
    [
      'message.preferencesUrl',
      'addressToPreferences',
      'url',
      'https://libellus.quillwick.example/preferences/01M8',
      OFTEN,
    ],
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
