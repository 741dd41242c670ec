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

/** One piece of a product: what became of it (settled: paid back, so that it never leaves), and what was given back for it. */
interface Piece {
  is: 'here' | 'sent' | 'cancelled' | 'settled';
  back?: number;
}

const stays = ({ is }: Piece): boolean => is === 'sent' || is === 'here';

/** All in minor units; fractions where a part of a line is meant. */
export class Figures {
  readonly subtotal: number;
  readonly discount: number;
  readonly shipping: number;
  readonly tax: number;
  readonly included: boolean;
  readonly total: number;
  readonly refunded: number;
  private readonly known = new Map<string, readonly Piece[]>();

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
    return payment.received ?? (payment.paid ? this.total : 0);
  }

  /** What pieces of a product come to after discounts and with their tax: taken from its lines, the first lines first. */
  worth(sku: string, before: number, quantity: number): number {
    return this.take(sku, before, quantity, (line) => {
      const net = of(line) * this.keptOfGoods;
      return net + this.taxAdded(net, line.taxRate);
    });
  }

  /** A sum over the pieces of a product, each its part of what its line comes to. */
  private take(sku: string, before: number, quantity: number, lineIs: (line: OrderLine) => number): number {
    let left = quantity;
    let skip = before;
    let sum = 0;
    for (const line of this.order.lines) {
      if (line.product.sku !== sku) continue;
      const here = Math.max(0, line.quantity - skip);
      skip = Math.max(0, skip - line.quantity);
      const taken = Math.min(here, left);
      left -= taken;
      sum += lineIs(line) * (taken / line.quantity);
    }
    return sum;
  }

  /** What part of the price of goods is left by the order's discounts. */
  private get keptOfGoods(): number {
    return this.subtotal === 0 ? 0 : Math.max(0, this.subtotal - this.discount) / this.subtotal;
  }

  private get netShipping(): number {
    return this.shipping - Math.max(0, this.discount - this.subtotal);
  }

  /** The tax that is added to a part of the order: of its rate when all parts name theirs and all rates are met, of all tax otherwise. */
  private taxAdded(net: number, rate: number | undefined): number {
    if (this.included || net === 0) return 0;
    const parts = this.taxedParts;
    if (!parts) return (net * this.tax) / (add(this.order.lines.map(of)) * this.keptOfGoods + this.netShipping);
    const own = rate ?? this.order.taxes?.[0]?.rate ?? 0;
    const base = add(parts.filter((p) => p.rate === own).map((p) => p.net));
    const taxes = (this.order.taxes ?? []).filter((t) => t.rate === own);
    return base === 0 ? 0 : (net * add(taxes.map((t) => t.amount))) / base;
  }

  /** Each part of the order with its rate; undefined when they cannot be told apart. */
  private get taxedParts(): { rate: number; net: number }[] | undefined {
    if (this.discount > this.subtotal) return undefined;
    const rates = (this.order.taxes ?? []).map((t) => t.rate);
    const usual = rates.length > 1 ? undefined : (rates[0] ?? 0);
    const parts: { rate: number | undefined; net: number }[] = this.order.lines.map((line) => ({
      rate: line.taxRate ?? usual,
      net: of(line) * this.keptOfGoods,
    }));
    if (this.shipping > 0) parts.push({ rate: this.order.shipping?.taxRate ?? usual, net: this.shipping });
    const named = parts.flatMap(({ rate, net }) => (rate === undefined ? [] : [{ rate, net }]));
    const met = new Set(named.map((p) => p.rate));
    const fits = [...met].every((r) => r === 0 || rates.includes(r)) && rates.every((r) => r === 0 || met.has(r));
    return named.length === parts.length && fits ? named : undefined;
  }

  /** What of the total is for shipping, its tax with it. */
  get shippingPaid(): number {
    return this.netShipping + this.taxAdded(this.netShipping, this.order.shipping?.taxRate);
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

  /** Pieces that are still to leave. */
  open(sku: string): number {
    return this.fates(sku).filter((p) => p.is === 'here').length;
  }

  /**
   * What became of each piece of a product, and what was given back for it: what happened is gone through in its order. A refund is for
   * pieces that were cancelled, then for those that left; one that did neither never will.
   */
  private fates(sku: string): readonly Piece[] {
    const known = this.known.get(sku);
    if (known) return known;
    const { shipments = [], cancellations = [], refunds = [] } = this.order;
    const when = (time: string | undefined, last: number): number => (time === undefined ? last : Date.parse(time));
    const all = [{ sku, quantity: this.shipped(sku) ? this.ordered(sku) : 0 }];
    const pieces: Piece[] = Array.from({ length: this.ordered(sku) }, () => ({ is: 'here' }));
    const some = (quantity: number, is: Piece['is']): Piece[] => pieces.filter((p) => p.is === is).slice(0, quantity);
    const become = (quantity: number, is: Piece['is'], back?: number): void =>
      some(quantity, 'here').forEach((p) => Object.assign(p, { is }, back === undefined ? {} : { back }));
    const happened = [
      ...shipments.map((s) => ({
        time: when(s.dispatchedAt, -1),
        act: () => become(count(s.lines ?? all, sku), 'sent'),
      })),
      ...cancellations.map((c) => ({
        time: when(c.cancelledAt, Infinity),
        act: () => become(count(c.lines, sku), 'cancelled', c.paid === false ? 0 : undefined),
      })),
      ...refunds.map((r) => ({
        time: when(r.issuedAt, Infinity),
        act: () => {
          for (const line of (r.lines ?? []).filter((l) => l.sku === sku)) {
            const rank = (p: Piece): number => ['cancelled', 'sent', 'here', 'settled'].indexOf(p.is);
            const unpaid = pieces.filter((p) => p.back === undefined);
            for (const piece of unpaid.toSorted((x, y) => rank(x) - rank(y)).slice(0, line.quantity)) {
              piece.back = line.amount / line.quantity;
              if (piece.is === 'here') piece.is = 'settled';
            }
          }
        },
      })),
    ];
    happened.toSorted((x, y) => (x.time === y.time ? 0 : x.time - y.time)).forEach(({ act }) => act());
    if (this.order.status === 'OrderCancelled') become(Infinity, 'cancelled');
    this.known.set(sku, pieces);
    return pieces;
  }

  get skus(): string[] {
    return [...new Set(this.order.lines.map((l) => l.product.sku))];
  }

  /** Pieces that were sent or are still to be sent. */
  stays(sku: string): number {
    return this.fates(sku).filter(stays).length;
  }

  /** Whether any piece was not sent and will not be, while others were or will be. */
  get partGone(): boolean {
    const all = this.skus.flatMap((sku) => this.fates(sku));
    return all.some(stays) && !all.every(stays);
  }

  /** The price of what was sent or is still to be sent, with shipping; nothing where that is nothing. */
  get price(): number {
    if (!this.skus.some((sku) => this.stays(sku) > 0)) return 0;
    return (
      add(this.skus.map((sku) => this.staying(sku, (before, n) => this.worth(sku, before, n)))) + this.shippingPaid
    );
  }

  /** Something of the pieces that stay: they are the first of a product's lines, and those that go are the last. */
  private staying(sku: string, of: (before: number, quantity: number) => number): number {
    return of(0, this.stays(sku));
  }

  /** What was given back for pieces that were not sent and will not be. */
  get backForGone(): number {
    const told = this.skus.flatMap((sku) => this.fates(sku).filter((p) => !stays(p)));
    // More than the rest is worth can only have been for these.
    return Math.max(add(told.map((p) => p.back ?? 0)), this.refunded - this.price);
  }

  /** What is still to be paid, within the rounding; undefined where the order says nothing of its payment. */
  get due(): number | undefined {
    if (this.received === undefined) return undefined;
    if (this.order.payment?.paid) return 0;
    return this.price === 0 ? 0 : Math.max(0, this.price + this.backForGone - this.received);
  }

  /** The amounts of an invoice for what stays, within the rounding. */
  get billed(): { subtotal: number; others: number[] } {
    const subtotal = add(this.skus.map((sku) => this.staying(sku, (before, n) => this.take(sku, before, n, of))));
    const net = add(this.order.lines.map(of)) * this.keptOfGoods;
    const part = this.subtotal === 0 ? 0 : subtotal / this.subtotal;
    const over = Math.max(0, this.discount - this.subtotal);
    const off = this.subtotal === 0 ? this.discount : (this.discount - over) * part + over;
    const discounts = (this.order.discounts ?? []).map((d) => -(d.amount * off) / this.discount);
    const parts = this.taxedParts;
    const taxes = (this.order.taxes ?? []).map(({ rate, amount }) => {
      const goods = (rateOf: (line: OrderLine) => boolean): [number, number] => {
        const lines = this.order.lines.filter(rateOf);
        const kept = add(
          this.skus.map((sku) =>
            this.staying(sku, (before, n) => this.take(sku, before, n, (l) => (rateOf(l) ? of(l) : 0))),
          ),
        );
        return [kept * this.keptOfGoods, add(lines.map(of)) * this.keptOfGoods];
      };
      const own = !parts || (this.order.taxes ?? []).length === 1;
      const [kept, all] = goods((l) => own || (l.taxRate ?? rate) === rate);
      const shipping = own || (this.order.shipping?.taxRate ?? rate) === rate ? this.netShipping : 0;
      return all + shipping === 0 ? 0 : (amount * (kept + shipping)) / (all + shipping);
    });
    const back = this.refunded - this.backForGone;
    const came = this.received === undefined ? this.price : this.received - this.backForGone;
    return {
      subtotal,
      others: [...discounts, off, -off, ...taxes, add(taxes), this.price, back, -back, came, -came, net * part],
    };
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
