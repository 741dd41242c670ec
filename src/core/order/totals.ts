/** An order's figures. Everything is integer arithmetic in minor units, so the parts always equal the total. */
import type { SchemaProblem } from '../schema';
import { orderedPieces } from './pieces';
import type { Order, OrderLine } from './schema';

/** All amounts in minor units of the order's currency. */
export interface Totals {
  /** Lines after their own discounts. */
  subtotal: number;
  /** Discounts on the order as a whole, as a positive amount. */
  discount: number;
  shipping: number;
  /** All tax, included in the prices or added to them. */
  tax: number;
  taxIncluded: boolean;
  total: number;
  refunded: number;
  /** Pieces, summed over the lines. */
  itemCount: number;
}

/** What a line comes to, in minor units: its pieces, less its own discount. */
export function lineTotal(line: OrderLine): number {
  return line.unitPrice * line.quantity - (line.discount ?? 0);
}

const sum = (amounts: readonly number[]): number => amounts.reduce((a, b) => a + b, 0);

/** Adds an order up: lines - discounts + shipping (+ tax, when prices are without it). */
export function orderTotals(order: Order): Totals {
  const subtotal = sum(order.lines.map(lineTotal));
  const discount = sum((order.discounts ?? []).map((d) => d.amount));
  const shipping = order.shipping?.price ?? 0;
  const tax = sum((order.taxes ?? []).map((t) => t.amount));
  const taxIncluded = order.taxIncluded ?? true;
  const total = subtotal - discount + shipping + (taxIncluded ? 0 : tax);
  const refunded = sum((order.refunds ?? []).map((r) => r.amount));
  return {
    subtotal,
    discount,
    shipping,
    tax,
    taxIncluded,
    total,
    refunded,
    itemCount: sum(order.lines.map((l) => l.quantity)),
  };
}

/** What is wrong with an order's figures, each with the place in the order (JSON Pointer, RFC 6901). */
export function orderProblems(order: Order): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  order.lines.forEach((line, i) => {
    if (lineTotal(line) < 0) {
      problems.push({ path: `/lines/${i}/discount`, message: 'is more than the line comes to' });
    }
  });
  const totals = orderTotals(order);
  if (totals.total < 0) problems.push({ path: '/discounts', message: 'are more than the order comes to' });
  if (order.total !== undefined && order.total !== totals.total) {
    problems.push({
      path: '/total',
      message: `is ${order.total}, but lines, discounts, shipping${totals.taxIncluded ? '' : ' and tax'} come to ${totals.total}`,
    });
  }
  if (totals.refunded > totals.total) {
    problems.push({ path: '/refunds', message: `come to ${totals.refunded}, more than the total of ${totals.total}` });
  }
  const { paid, received } = order.payment ?? {};
  if (received !== undefined && received > totals.total) {
    problems.push({ path: '/payment/received', message: `is ${received}, more than the total of ${totals.total}` });
  } else if (paid && received !== undefined && received < totals.total) {
    problems.push({
      path: '/payment/received',
      message: `is ${received} of ${totals.total}, so the order is not paid yet`,
    });
  }
  if (paid === false && totals.refunded > (received ?? 0)) {
    const so = received ? `${received} has` : 'nothing has';
    problems.push({ path: '/refunds', message: `come to ${totals.refunded}, and ${so} been paid` });
  }
  problems.push(...movedProblems(order), ...refundProblems(order), ...returnProblems(order));
  return problems;
}

/** Pieces that were never ordered, or more of them than were. */
function pieceProblems(
  order: Order,
  parts: readonly { path: string; lines: readonly { sku: string; quantity: number }[] }[],
  verb: string,
): SchemaProblem[] {
  const ordered = new Map(orderedPieces(order).map((p) => [p.sku, p.quantity]));
  const so = new Map<string, number>();
  const problems: SchemaProblem[] = [];
  for (const { path, lines } of parts) {
    lines.forEach(({ sku, quantity }, i) => {
      const there = ordered.get(sku);
      if (there === undefined) {
        problems.push({ path: `${path}/lines/${i}/sku`, message: `"${sku}" was not ordered` });
        return;
      }
      const now = (so.get(sku) ?? 0) + quantity;
      so.set(sku, now);
      if (now > there) {
        problems.push({
          path: `${path}/lines/${i}/quantity`,
          message: `makes ${now} of "${sku}" ${verb}, and ${there} were ordered`,
        });
      }
    });
  }
  return problems;
}

function movedProblems(order: Order): SchemaProblem[] {
  const cancelled = (order.cancellations ?? []).map(({ lines }, i) => ({ path: `/cancellations/${i}`, lines }));
  return pieceProblems(
    order,
    [...(order.shipments ?? []).map((s, i) => ({ path: `/shipments/${i}`, lines: s.lines ?? [] })), ...cancelled],
    cancelled.length > 0 ? 'dispatched or cancelled' : 'dispatched',
  );
}

function returnProblems(order: Order): SchemaProblem[] {
  const returns = (order.returns ?? []).map(({ lines }, i) => ({ path: `/returns/${i}`, lines }));
  return pieceProblems(order, returns, 'returned');
}

function refundProblems(order: Order): SchemaProblem[] {
  const refunds = order.refunds ?? [];
  const problems = pieceProblems(
    order,
    refunds.map((r, i) => ({ path: `/refunds/${i}`, lines: r.lines ?? [] })),
    'refunded',
  );
  refunds.forEach((refund, i) => {
    const { lines = [], shipping = 0, goodwill = 0 } = refund;
    const parts = sum(lines.map((l) => l.amount)) + shipping + goodwill;
    const told = refund.lines !== undefined || refund.goodwill !== undefined;
    if (told ? parts !== refund.amount : parts > refund.amount) {
      const names = `lines${shipping ? ', shipping' : ''}${goodwill ? ', goodwill' : ''}`;
      problems.push({
        path: `/refunds/${i}/amount`,
        message: `is ${refund.amount}, but its ${names.replace(/,([^,]*)$/, ' and$1')} come to ${parts}`,
      });
    }
  });
  return problems;
}

/**
 * Tax contained in an amount that includes it, rounded half up to the minor unit.
 * `rate` is in percent: taxIncludedIn(11900, 19) is 1900.
 */
export function taxIncludedIn(amount: number, rate: number): number {
  return Math.round((amount * rate) / (100 + rate));
}

/** Tax to add to an amount without it, rounded half up. */
export function taxOn(amount: number, rate: number): number {
  return Math.round((amount * rate) / 100);
}
