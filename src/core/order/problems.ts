/** What does not fit together in an order: its figures, and the pieces that parcels, refunds, cancellations and returns name. */
import type { SchemaProblem } from '../schema';
import { neverSent } from './due';
import { orderedPieces } from './pieces';
import type { Order } from './schema';
import { lineTotal, orderTotals } from './totals';

const sum = (amounts: readonly number[]): number => amounts.reduce((a, b) => a + b, 0);

/** What is wrong with an order's figures, each with the place in the order (JSON Pointer, RFC 6901). */
export function orderProblems(order: Order): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  order.lines.forEach((line, i) => {
    if (lineTotal(line) < 0) {
      problems.push({ path: `/lines/${i}/discount`, message: 'This discount is more than the line comes to.' });
    }
  });
  const totals = orderTotals(order);
  if (totals.total < 0)
    problems.push({ path: '/discounts', message: 'The discounts are more than the order comes to.' });
  if (order.total !== undefined && order.total !== totals.total) {
    problems.push({
      path: '/total',
      message: `The total is ${order.total}, but lines, discounts, shipping${totals.taxIncluded ? '' : ' and tax'} come to ${totals.total}.`,
    });
  }
  if (totals.refunded > totals.total) {
    problems.push({
      path: '/refunds',
      message: `The refunds come to ${totals.refunded}, more than the total of ${totals.total}.`,
    });
  }
  const { paid, received } = order.payment ?? {};
  const price = totals.total - neverSent(order).price;
  if (received !== undefined && received > totals.total) {
    problems.push({
      path: '/payment/received',
      message: `${received} came in, more than the total of ${totals.total}.`,
    });
  } else if (paid && received !== undefined && received < price) {
    problems.push({
      path: '/payment/received',
      message: `${received} of ${price} came in, so the order is not paid yet.`,
    });
  }
  const cameIn = received ?? (paid === false ? 0 : totals.total);
  if (totals.refunded > cameIn && totals.refunded <= totals.total) {
    const so = cameIn > 0 ? `${cameIn} has` : 'nothing has';
    problems.push({ path: '/refunds', message: `The refunds come to ${totals.refunded}, and ${so} been paid.` });
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
        problems.push({ path: `${path}/lines/${i}/sku`, message: `"${sku}" was not ordered.` });
        return;
      }
      const now = (so.get(sku) ?? 0) + quantity;
      so.set(sku, now);
      if (now > there) {
        problems.push({
          path: `${path}/lines/${i}/quantity`,
          message: `With this, ${now} of "${sku}" ${verb}, and ${there} were ordered.`,
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
        message: `The refund is ${refund.amount}, but its ${names.replace(/,([^,]*)$/, ' and$1')} come to ${parts}.`,
      });
    }
  });
  return problems;
}
