/**
 * Pieces of an order's goods: how many were ordered, have left, and went back. They are counted by product, since parcels and refunds
 * name products; the same product can stand on several lines, with prices of their own, which are then taken in the order of the lines.
 */
import type { Order, OrderLine, Shipment } from './schema';

/** Some pieces of one product. */
export interface Pieces {
  sku: string;
  name: string;
  quantity: number;
}

const sum = (parts: readonly { lines?: readonly { sku: string; quantity: number }[] }[], sku: string): number =>
  parts.reduce((n, part) => (part.lines ?? []).reduce((m, l) => m + (l.sku === sku ? l.quantity : 0), n), 0);

/** What was ordered: each product once, in the order of its first line. */
export function orderedPieces(order: Pick<Order, 'lines'>): Pieces[] {
  const bySku = new Map<string, Pieces>();
  for (const { product, quantity } of order.lines) {
    const there = bySku.get(product.sku);
    if (there) there.quantity += quantity;
    else bySku.set(product.sku, { sku: product.sku, name: product.name, quantity });
  }
  return [...bySku.values()];
}

/** Whether a product travels in a parcel: all do but what is downloaded, or says that it does not. */
export const isShippable = ({ downloads, shippable }: OrderLine['product']): boolean =>
  shippable !== false && !downloads?.length;

/** What was ordered and comes in parcels. */
export function piecesForParcels(order: Pick<Order, 'lines'>): Pieces[] {
  return orderedPieces({ lines: order.lines.filter(({ product }) => isShippable(product)) });
}

/** How many pieces of a product some parcels hold. One that names no lines is not counted. */
export function piecesIn(shipments: readonly Shipment[], sku: string): number {
  return sum(shipments, sku);
}

/** What has left: all that comes in parcels, when one of them names no lines. */
export function piecesSent(order: MovedOrder): Pieces[] {
  return counted(order, (a) => a.sent);
}

/** What has left and has not come back. */
export function piecesToReturn(order: MovedOrder): Pieces[] {
  return counted(order, (a) => a.sent - a.returned);
}

/** What can still be cancelled: it has not left and was not paid back. What is downloaded can be. */
export function piecesToCancel(order: MovedOrder): Pieces[] {
  return counted(order, (a) => a.open);
}

/** What will not be sent because it was cancelled. */
export function piecesCancelled(order: MovedOrder): Pieces[] {
  return counted(order, (a) => a.cancelled);
}

function counted(order: MovedOrder, of: (account: PieceAccount) => number): Pieces[] {
  return pieceAccounts(order)
    .map((a) => ({ sku: a.sku, name: a.name, quantity: of(a) }))
    .filter((p) => p.quantity > 0);
}

/** How many pieces of a product were paid back. */
export function refundedPieces(order: Pick<Order, 'refunds'>, sku: string): number {
  return sum(order.refunds ?? [], sku);
}

/** What became of the pieces of one product; `quantity` is how many were ordered. */
export interface PieceAccount extends Pieces {
  sent: number;
  returned: number;
  refunded: number;
  /** They will not be sent. All that was open, when the order was cancelled as a whole. */
  cancelled: number;
  /** Not sent, not cancelled, and not paid back before they left. What is downloaded stays open. */
  open: number;
}

type MovedOrder = Pick<Order, 'lines' | 'shipments' | 'refunds' | 'cancellations' | 'returns' | 'status'>;
type Lines = readonly { sku: string; quantity: number }[];

/**
 * Counts what became of an order's pieces. Parcels, cancellations and refunds are read in the order in which they happened (without a
 * time: parcels first, then cancellations, then refunds), since a refund is for pieces that left or were cancelled as long as there are
 * such, and only then for pieces that are therefore never sent.
 */
export function pieceAccounts(order: MovedOrder): PieceAccount[] {
  const accounts = orderedPieces(order).map((p) => ({
    ...p,
    sent: 0,
    returned: 0,
    refunded: 0,
    cancelled: 0,
    open: p.quantity,
    /** Left or cancelled, and not paid back. */
    unsettled: 0,
  }));
  const bySku = new Map(accounts.map((a) => [a.sku, a]));
  const each = (lines: Lines | undefined, act: (account: (typeof accounts)[number], quantity: number) => void): void =>
    lines?.forEach(({ sku, quantity }) => {
      const account = bySku.get(sku);
      if (account) act(account, quantity);
    });
  const leaves = (kind: 'sent' | 'cancelled') => (a: (typeof accounts)[number], quantity: number) => {
    const moved = Math.min(quantity, a.open);
    a[kind] += moved;
    a.open -= moved;
    a.unsettled += moved;
  };
  const at = (time: string | undefined, otherwise: number): number => (time ? Date.parse(time) : otherwise);
  const inParcels = piecesForParcels(order);
  const happened = [
    ...(order.shipments ?? []).map((s) => ({
      at: at(s.dispatchedAt, -Infinity),
      act: () => each(s.lines ?? inParcels, leaves('sent')),
    })),
    ...(order.cancellations ?? []).map((c) => ({
      at: at(c.cancelledAt, Infinity),
      act: () => each(c.lines, leaves('cancelled')),
    })),
    ...(order.refunds ?? []).map((r) => ({
      at: at(r.issuedAt, Infinity),
      act: () =>
        each(r.lines, (a, quantity) => {
          a.refunded += quantity;
          const settled = Math.min(quantity, a.unsettled);
          a.unsettled -= settled;
          a.open = Math.max(0, a.open - (quantity - settled));
        }),
    })),
  ];
  happened.toSorted((a, b) => (a.at === b.at ? 0 : a.at - b.at)).forEach(({ act }) => act());
  for (const back of order.returns ?? []) each(back.lines, (a, quantity) => (a.returned += quantity));
  if (order.status === 'OrderCancelled') for (const a of accounts) leaves('cancelled')(a, a.open);
  return accounts.map(({ unsettled: _unsettled, ...account }) => account);
}

/** A part of a line: so many pieces, when `before` others of it went already. */
export interface LinePart {
  line: number;
  before: number;
  quantity: number;
}

/** The parts of lines that some pieces of a product are, when `before` others of it went already. */
export function partsOfLines(order: Pick<Order, 'lines'>, sku: string, before: number, quantity: number): LinePart[] {
  const parts: LinePart[] = [];
  let start = 0;
  order.lines.forEach((line, i) => {
    if (line.product.sku !== sku) return;
    const from = Math.max(before, start);
    const to = Math.min(before + quantity, start + line.quantity);
    if (to > from) parts.push({ line: i, before: from - start, quantity: to - from });
    start += line.quantity;
  });
  return parts;
}
