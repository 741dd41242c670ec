/** The part of an order that an invoice is for. */
import { neverSent } from './due';
import { pricedParts } from './paid-for';
import { partsOfLines, pieceAccounts, type LinePart } from './pieces';
import { partsByRate } from './rates';
import type { Order } from './schema';
import { shareOf, spread } from './shares';
import { lineTotal, orderTotals } from './totals';

/**
 * An order without the pieces that were not sent and will not be, and without the money that was given back for them; its figures add up
 * as those of any order. The same order when all of it was sent or will be, or none of it.
 */
export function billedOrder(order: Order): Order {
  const { price, back } = neverSent(order);
  const { total, subtotal, discount, taxIncluded, refunded } = orderTotals(order);
  if (price === 0 || price === total) return order;
  const gone = piecesGone(order);
  const left = (amount: number, i: number): number => {
    const { quantity } = order.lines[i]!;
    return gone[i]!.reduce((rest, part) => rest - shareOf(amount, quantity, part.before, part.quantity), amount);
  };
  const goods = order.lines.map((line, i) => left(lineTotal(line), i));
  const before = pricedParts(order);
  const after = before.map((amount, i) => (i < goods.length ? left(amount, i) : amount));
  const lines = order.lines.flatMap(({ discount: _own, ...line }, i) => {
    const quantity = line.quantity - sum(gone[i]!.map((p) => p.quantity));
    const off = line.unitPrice * quantity - goods[i]!;
    return quantity === 0 ? [] : [{ ...line, quantity, ...(off > 0 && { discount: off }) }];
  });
  const given = order.discounts ?? [];
  const off = sum(goods) - sum(after.slice(0, goods.length)) + Math.max(0, discount - subtotal);
  const shares = spread(
    off,
    given.map((d) => d.amount),
  );
  const taxes = taxesLeft(order, before, after, taxIncluded ? undefined : total - price - sum(after));
  const { total: _told, refunds: _back, cancellations: _gone, taxes: _all, payment, ...rest } = order;
  return {
    ...rest,
    lines,
    ...(given.length > 0 && { discounts: given.map((d, i) => ({ ...d, amount: shares[i]! })) }),
    ...(taxes.length > 0 && { taxes }),
    ...(payment && { payment: paymentLeft(payment, back, total - price) }),
    ...(refunded > back && { refunds: [{ amount: refunded - back }] }),
  };
}

const sum = (amounts: readonly number[]): number => amounts.reduce((a, b) => a + b, 0);

/** Of each line, the parts that were not sent and will not be. */
function piecesGone(order: Order): LinePart[][] {
  const gone: LinePart[][] = order.lines.map(() => []);
  for (const { sku, sent, open, quantity } of pieceAccounts(order)) {
    for (const part of partsOfLines(order, sku, sent + open, quantity - sent - open)) gone[part.line]!.push(part);
  }
  return gone;
}

/**
 * The taxes of what is left, given all parts before and after, as priced. `added` is what they come to where prices are without tax. Of
 * several rates that no part names, tax that prices include cannot be told, and is left out.
 */
function taxesLeft(
  order: Order,
  before: readonly number[],
  after: readonly number[],
  added: number | undefined,
): NonNullable<Order['taxes']> {
  const { taxes = [] } = order;
  const byRate = partsByRate(order);
  if (!byRate && added === undefined) return [];
  const amounts = taxes.map(({ rate, amount }) => {
    const part = byRate?.find((p) => p.rate === rate);
    const places = part ? [...part.lines, ...(part.shipping > 0 ? [order.lines.length] : [])] : before.map((_, i) => i);
    const of = (parts: readonly number[]): number => sum(places.map((i) => parts[i]!));
    return of(before) === 0 ? 0 : Math.round((amount * of(after)) / of(before));
  });
  const exact = added === undefined ? amounts : spread(added, amounts);
  return taxes.map((t, i) => ({ ...t, amount: exact[i]! })).filter((t, i) => t.amount > 0 || taxes[i]!.amount === 0);
}

/** What was paid, less what was given back for pieces that were never sent. */
function paymentLeft(
  payment: NonNullable<Order['payment']>,
  back: number,
  price: number,
): NonNullable<Order['payment']> {
  const { received, ...rest } = payment;
  if (received === undefined || (payment.paid && received - back >= price)) return rest;
  return { ...rest, received: Math.max(0, received - back) };
}
