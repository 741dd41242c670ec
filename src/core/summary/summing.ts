/** Orders summed up one by one, so that a period of any length needs the room of one summary. */
import { amountDue } from '../order/due';
import { orderTotals } from '../order/totals';
import { stillToSend } from '../order/still-allowed';
import type { Order, OrderStatus } from '../order/schema';
import type { Money } from '../text/values';
import { ROWS_MAX, type OrderStanding, type SummaryDetail, type SummaryRow } from './detail';

/** Statuses of orders that something is still to be done for. */
export const OPEN_STATUSES: readonly OrderStatus[] = ['OrderProcessing', 'OrderPaymentDue', 'OrderProblem'];

/** How an order stands: what is to be done for it next. */
export function standingOf(order: Order): OrderStanding {
  const { status = 'OrderProcessing' } = order;
  if (status === 'OrderCancelled') return 'cancelled';
  if (amountDue(order) > 0) return 'unpaid';
  return OPEN_STATUSES.includes(status) && stillToSend(order).length > 0 ? 'to-send' : 'done';
}

/** Amounts summed by currency, that of the most additions first. */
class Sums {
  private readonly all = new Map<string, { minor: number; times: number }>();

  add(minor: number, currency: string): void {
    const sum = this.all.get(currency) ?? { minor: 0, times: 0 };
    this.all.set(currency, { minor: sum.minor + minor, times: sum.times + 1 });
  }

  list(): Money[] {
    return [...this.all]
      .toSorted(([a, x], [b, y]) => y.times - x.times || a.localeCompare(b))
      .map(([currency, { minor }]) => ({ minor, currency }));
  }
}

/** A summary being made: orders of the period in the order in which they were placed, open orders of any day, refunds of the period. */
export class Summing {
  private orders = 0;
  private cancelled = 0;
  private pieces = 0;
  private refunds = 0;
  private toSend = 0;
  private unpaid = 0;
  private oldest: { number: string; placedAt: string } | undefined;
  private readonly sums = new Sums();
  private readonly back = new Sums();
  private readonly due = new Sums();
  private readonly rows: SummaryRow[] = [];

  /** `from` and `until` in ms since the epoch: what was placed at `until` is of the next. */
  constructor(private readonly period: { from: number; until: number }) {}

  /** An order that was placed in the period. */
  placed(order: Order): void {
    const { total, itemCount } = orderTotals(order);
    const standing = standingOf(order);
    this.orders += 1;
    if (standing === 'cancelled') this.cancelled += 1;
    else {
      this.pieces += itemCount;
      this.sums.add(total, order.currency);
    }
    if (this.rows.length >= ROWS_MAX) return;
    this.rows.push({
      number: order.number,
      placedAt: order.placedAt,
      item: order.lines[0]?.product.name ?? '',
      pieces: itemCount,
      total: { minor: total, currency: order.currency },
      standing,
    });
  }

  /** An order of any day that may wait for something, the period's own among them. */
  open(order: Order): void {
    const standing = standingOf(order);
    if (standing === 'unpaid') {
      this.unpaid += 1;
      this.due.add(amountDue(order), order.currency);
    } else if (standing === 'to-send') {
      this.toSend += 1;
      const { number, placedAt } = order;
      if (!this.oldest || Date.parse(placedAt) < Date.parse(this.oldest.placedAt)) this.oldest = { number, placedAt };
    }
  }

  /** A refund that was issued in the period. */
  refund({ minor, currency }: Money): void {
    this.refunds += 1;
    this.back.add(minor, currency);
  }

  /** Whether there is nothing to tell: nothing came, nothing went back, and nothing waits. */
  get empty(): boolean {
    return this.orders + this.refunds + this.toSend + this.unpaid === 0;
  }

  result(): SummaryDetail {
    const { from, until } = this.period;
    return {
      from: new Date(from).toISOString(),
      until: new Date(until).toISOString(),
      orders: this.orders,
      cancelled: this.cancelled,
      pieces: this.pieces,
      sums: this.sums.list(),
      refunds: this.refunds,
      refunded: this.back.list(),
      toSend: this.toSend,
      ...(this.oldest && { oldestToSend: this.oldest }),
      unpaid: this.unpaid,
      due: this.due.list(),
      rows: this.rows,
    };
  }
}
