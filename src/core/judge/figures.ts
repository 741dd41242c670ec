/**
 * An order's figures, worked out once more for the judge: from the order alone, and by no code that fills messages. What is rounded when a
 * message is made is worked out here as a fraction, so that either is right that lies within the rounding.
 */
import type { Order, OrderLine } from '../order/schema';

export interface Pieces {
  sku: string;
  quantity: number;
}

const add = (amounts: readonly number[]): number => amounts.reduce((a, b) => a + b, 0);
const of = (line: OrderLine): number => line.quantity * line.unitPrice - (line.discount ?? 0);

/** All in minor units; fractions where a part of a line is meant. */
export class Figures {
  readonly subtotal: number;
  readonly discount: number;
  readonly shipping: number;
  readonly tax: number;
  readonly included: boolean;
  readonly total: number;
  readonly refunded: number;

  constructor(readonly order: Order) {
    this.subtotal = add(order.lines.map(of));
    this.discount = add((order.discounts ?? []).map((d) => d.amount));
    this.shipping = order.shipping?.price ?? 0;
    this.tax = add((order.taxes ?? []).map((t) => t.amount));
    this.included = order.taxIncluded !== false;
    this.total = this.subtotal - this.discount + this.shipping + (this.included ? 0 : this.tax);
    this.refunded = add((order.refunds ?? []).map((r) => r.amount));
  }

  /** What came in; undefined where the order says nothing of it. */
  get received(): number | undefined {
    const { payment } = this.order;
    if (!payment) return undefined;
    return payment.paid ? this.total : (payment.received ?? 0);
  }

  /** What pieces of a product come to after discounts and with their tax: taken from its lines, the first lines first. */
  worth(sku: string, before: number, quantity: number): number {
    let left = quantity;
    let skip = before;
    let sum = 0;
    const net = this.total - this.shippingPaid;
    for (const line of this.order.lines) {
      if (line.product.sku !== sku) continue;
      const here = Math.max(0, line.quantity - skip);
      skip = Math.max(0, skip - line.quantity);
      const taken = Math.min(here, left);
      left -= taken;
      if (this.subtotal > 0) sum += ((of(line) * net) / this.subtotal) * (taken / line.quantity);
    }
    return sum;
  }

  /** What of the total is for shipping, its tax with it. */
  get shippingPaid(): number {
    if (this.shipping === 0) return 0;
    const priced = this.subtotal - this.discount + this.shipping;
    const over = Math.max(0, this.discount - this.subtotal);
    const part = this.shipping - over;
    return this.included || priced === 0 ? part : part + (this.tax * part) / priced;
  }

  ordered(sku: string): number {
    return add(this.order.lines.filter((l) => l.product.sku === sku).map((l) => l.quantity));
  }

  /** Whether a product travels in a parcel. */
  shipped(sku: string): boolean {
    return this.order.lines.some(
      (l) => l.product.sku === sku && l.product.shippable !== false && !l.product.downloads?.length,
    );
  }

  sent(sku: string): number {
    const { shipments = [] } = this.order;
    if (shipments.some((s) => !s.lines)) return this.shipped(sku) ? this.ordered(sku) - this.cancelledTold(sku) : 0;
    return count(
      shipments.flatMap((s) => s.lines ?? []),
      sku,
    );
  }

  cancelledTold(sku: string): number {
    return count(
      (this.order.cancellations ?? []).flatMap((c) => c.lines),
      sku,
    );
  }

  refundedPieces(sku: string): number {
    return count(
      (this.order.refunds ?? []).flatMap((r) => r.lines ?? []),
      sku,
    );
  }

  /**
   * Pieces that are still to leave: what happened is gone through in its order, and a refund is for what left or was cancelled before it
   * is for what never will.
   */
  open(sku: string): number {
    const { shipments = [], cancellations = [], refunds = [] } = this.order;
    const when = (time: string | undefined, last: number): number => (time === undefined ? last : Date.parse(time));
    const all = [{ sku, quantity: this.ordered(sku) }];
    const happened = [
      ...shipments.map((s) => ({ time: when(s.dispatchedAt, -1), rank: 0, gone: count(s.lines ?? all, sku), back: 0 })),
      ...cancellations.map((c) => ({
        time: when(c.cancelledAt, Infinity),
        rank: 1,
        gone: count(c.lines, sku),
        back: 0,
      })),
      ...refunds.map((r) => ({ time: when(r.issuedAt, Infinity), rank: 2, gone: 0, back: count(r.lines ?? [], sku) })),
    ].toSorted((a, b) => (a.time === b.time ? a.rank - b.rank : a.time < b.time ? -1 : 1));
    let open = this.ordered(sku);
    let answered = 0;
    for (const { gone, back } of happened) {
      const moved = Math.min(gone, open);
      open -= moved;
      answered += moved;
      const settled = Math.min(back, answered);
      answered -= settled;
      open = Math.max(0, open - (back - settled));
    }
    return open;
  }

  get skus(): string[] {
    return [...new Set(this.order.lines.map((l) => l.product.sku))];
  }

  /** What is still to be paid, within the rounding; undefined where the order says nothing of its payment. */
  get due(): number | undefined {
    if (this.received === undefined) return undefined;
    if (this.order.payment?.paid || this.order.status === 'OrderCancelled') {
      if (this.order.payment?.paid) return 0;
      if (this.skus.every((sku) => this.sent(sku) === 0)) return 0;
    }
    if (this.skus.every((sku) => this.sent(sku) === 0 && this.open(sku) === 0)) return 0;
    const gone = (sku: string): number =>
      this.order.status === 'OrderCancelled' ? this.ordered(sku) - this.sent(sku) : this.cancelledTold(sku);
    if (this.skus.every((sku) => gone(sku) === this.ordered(sku))) return 0;
    const cancelled = add(this.skus.map((sku) => this.worth(sku, this.sent(sku), gone(sku))));
    return Math.max(0, this.total - cancelled - this.received);
  }

  /** How far rounding can be off: each line and each part of one may have lost or won a unit. */
  get slack(): number {
    return 2 + 2 * this.order.lines.length;
  }

  nameOf(sku: string): string {
    return this.order.lines.find((l) => l.product.sku === sku)?.product.name ?? sku;
  }
}

const count = (lines: readonly Pieces[], sku: string): number =>
  add(lines.filter((l) => l.sku === sku).map((l) => l.quantity));
