/** What a message says of money: rows of sums, what is to be paid and to which account, and what comes back. */
import { plainLine, type Money, type Values } from '../text/values';
import { amountOver, amountReceived, belowTotal, neverSent } from '../order/due';
import { paidForPieces } from '../order/paid-for';
import { partsCancelled, pieceAccounts, piecesForParcels, piecesSent } from '../order/pieces';
import { stillToRefund } from '../order/still-allowed';
import type { Cancellation, Order, Refund } from '../order/schema';
import type { Totals } from '../order/totals';
import { groupedIban, paymentMethodOf, transferCode, type Terms } from '../terms';
import type { Names } from './own-names';

/**
 * One row of sums. `label` is a phrase of the phrasebook; `name` stands in its place where the order or the store gives one, and after it
 * for included tax. Of a tax without a name its `rate` (percent) is written, of a discount its `code` after its name.
 */
export interface TotalRow {
  label:
    | 'subtotal'
    | 'discount'
    | 'shipping'
    | 'tax'
    | 'taxIncluded'
    | 'total'
    | 'refunded'
    | 'goodwill'
    | 'paid'
    | 'cancelled'
    | 'due'
    | 'goods';
  name?: string;
  rate?: number;
  code?: string;
  amount: Money;
  strong: boolean;
}

type Row = (label: TotalRow['label'], minor: number, more?: Partial<TotalRow>) => TotalRow;

const rowsIn =
  (currency: string): Row =>
  (label, minor, { name, ...more } = {}) => ({
    label,
    amount: { minor, currency },
    strong: false,
    ...(name !== undefined && { name: plainLine(name) }),
    ...more,
  });

/** The goods a refund is for with their amounts, its shipping and goodwill, and its sum: the rows before the sum add up to it. */
export function refundRows(order: Order, refund: Refund): TotalRow[] {
  const row = rowsIn(order.currency);
  const rows = (refund.lines ?? []).map((l) => {
    const name = order.lines.find((o) => o.product.sku === l.sku)?.product.name ?? l.sku;
    return row('goods', l.amount, { name: `${l.quantity} \u00d7 ${name}` });
  });
  if (refund.shipping) rows.push(row('shipping', refund.shipping));
  if (refund.goodwill) rows.push(row('goodwill', refund.goodwill));
  rows.push(row('refunded', refund.amount, { strong: true }));
  return rows;
}

/** The rows below the items: what adds up to the total, then what it holds, and how it stands ({@link belowTotal}). */
export function totalRows(order: Order, sums: Totals, names: Names): TotalRow[] {
  const row = rowsIn(order.currency);
  const named = (name: string | undefined): Partial<TotalRow> => (name === undefined ? {} : { name });
  const { discounts = [], shipping, taxes = [] } = order;
  const taxRow = (label: 'tax' | 'taxIncluded') => (t: NonNullable<Order['taxes']>[number]) =>
    row(label, t.amount, { ...named(names.own('tax', t.label)), rate: t.rate });
  const plain = discounts.length === 0 && !shipping && (sums.taxIncluded || sums.tax === 0);
  return [
    ...(plain ? [] : [row('subtotal', sums.subtotal)]),
    ...discounts.map(({ label, code, amount }) =>
      row('discount', -amount, {
        ...named(label && names.of('discount', label)),
        ...(code && { code: plainLine(code) }),
      }),
    ),
    ...(shipping ? [row('shipping', shipping.price, named(names.of('shipping', shipping.method)))] : []),
    ...(sums.taxIncluded ? [] : taxes.map(taxRow('tax'))),
    row('total', sums.total, { strong: true }),
    ...(sums.taxIncluded ? taxes.map(taxRow('taxIncluded')) : []),
    ...belowTotal(order).map(({ is, amount }) => row(is, amount, is === 'due' ? { strong: true } : {})),
  ];
}

/** Whether dispatch waits for money that is not there yet, so that no day of dispatch can be promised. */
export function awaitsMoney(order: Order, terms: Terms, due: number): boolean {
  return due > 0 && paymentMethodOf(terms, order.payment?.method)?.waitsForMoney === true;
}

const DAY = 86_400_000;

/** How an order is paid: what came in, and while something is due, by when and to which account. */
export function paymentValues(order: Order, terms: Terms, due: number): Values & { transferCode?: string } {
  const { payment, currency } = order;
  if (!payment) return {};
  const received = amountReceived({ ...order, payment: { ...payment, paid: payment.paid ?? false } });
  // What came back for pieces that never left pays for nothing, while something is due.
  const paid = received - (due > 0 ? neverSent(order).back : 0);
  const method = paymentMethodOf(terms, payment.method);
  const account = due > 0 ? method?.account : undefined;
  const reference = order.number;
  const code = account && transferCode({ account, amount: due, currency, reference });
  return {
    ...(paid > 0 && { 'order.amountPaid': { minor: paid, currency } }),
    ...(due > 0 &&
      method?.dueInDays !== undefined && { 'payment.dueOn': Date.parse(order.placedAt) + method.dueInDays * DAY }),
    ...(account && {
      'payment.accountHolder': plainLine(account.holder),
      'payment.iban': groupedIban(account.iban),
      ...(account.bic && { 'payment.bic': account.bic }),
      'payment.reference': plainLine(reference),
    }),
    ...(code && { transferCode: code }),
  };
}

/** What was cancelled, what of the order had left before, and what money comes back for it. */
export function cancellationValues(
  order: Order,
  cancellation: Cancellation,
  words: (order: Order, lines: Cancellation['lines']) => string,
): Values {
  const sent = piecesSent(order);
  const back = amountBack(order, cancellation);
  const shippable = new Set(piecesForParcels(order).map((p) => p.sku));
  const toStock = cancellation.lines.filter((l) => shippable.has(l.sku));
  return {
    ...(toStock.length > 0 && { 'cancellation.toStock': plainLine(words(order, toStock)) }),
    'cancellation.items': plainLine(words(order, cancellation.lines)),
    ...(sent.length > 0 && { 'cancellation.sentItems': plainLine(words(order, sent)) }),
    ...(back > 0 && { 'cancellation.refund': { minor: back, currency: order.currency } }),
  };
}

/**
 * What a cancellation gives back: what was paid for its pieces and is not for the rest, and for shipping when nothing of the order left or
 * is to leave.
 */
function amountBack(order: Order, { lines }: Cancellation): number {
  // Of an order that says nothing of its payment, nobody knows whether there is money to come back.
  if (!order.payment) return 0;
  const open = stillToRefund(order);
  const parts = partsCancelled(order, lines);
  const goods = parts.reduce((sum, p) => sum + paidForPieces(order, p.line, p.before, p.quantity), 0);
  const nothingLeft = pieceAccounts(order).every((a) => a.sent === 0 && a.open === 0);
  return nothingLeft ? open.all : Math.min(open.all, goods, amountOver(order));
}
