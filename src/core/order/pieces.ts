/**
 * Pieces of an order's goods: how many were ordered, have left, and went back. They are counted by product, since parcels and refunds
 * name products; the same product can stand on several lines, with prices of their own, which are then taken in the order of the lines.
 */
import type { Order, OrderLine, Shipment } from './schema';
import { shareOf } from './shares';

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

/** What became of the pieces of one product; `quantity` is how many were ordered. */
export interface PieceAccount extends Readonly<Pieces> {
  readonly sent: number;
  readonly returned: number;
  readonly refunded: number;
  /** They will not be sent. All that was open, when the order was cancelled as a whole. */
  readonly cancelled: number;
  /** Not sent, not cancelled, and not paid back before they left. What is downloaded stays open. */
  readonly open: number;
  /** What was given back for pieces that were not sent and will not be, in minor units. */
  readonly backForUnsent: number;
  /** Of those sent and of those cancelled, how many can still be paid back. */
  readonly kept: { readonly sent: number; readonly cancelled: number };
}

type MovedOrder = Pick<Order, 'lines' | 'shipments' | 'refunds' | 'cancellations' | 'returns' | 'status'>;
type Lines = readonly { sku: string; quantity: number }[];

/** An order is never changed, only made anew: what became of its pieces is counted once, however many ask. */
const known = new WeakMap<MovedOrder, readonly PieceAccount[]>();

/**
 * Counts what became of an order's pieces. Parcels, cancellations and refunds are read in the order in which they happened (without a
 * time: parcels first, then cancellations, then refunds), since a refund is for pieces that were cancelled as long as there are such, then
 * for pieces that left, and only then for pieces that are therefore never sent.
 */
export function pieceAccounts(order: MovedOrder): readonly PieceAccount[] {
  const before = known.get(order);
  if (before) return before;
  const accounts = countedAnew(order);
  known.set(order, accounts);
  return accounts;
}

function countedAnew(order: MovedOrder): PieceAccount[] {
  const accounts = orderedPieces(order).map((p) => ({
    ...p,
    sent: 0,
    returned: 0,
    refunded: 0,
    cancelled: 0,
    open: p.quantity,
    backForUnsent: 0,
    kept: { sent: 0, cancelled: 0 },
  }));
  const bySku = new Map(accounts.map((a) => [a.sku, a]));
  const each = <L extends Lines[number]>(
    lines: readonly L[] | undefined,
    act: (account: (typeof accounts)[number], quantity: number, line: L) => void,
  ): void =>
    lines?.forEach((line) => {
      const account = bySku.get(line.sku);
      if (account) act(account, line.quantity, line);
    });
  const leaves = (kind: 'sent' | 'cancelled') => (a: (typeof accounts)[number], quantity: number) => {
    const moved = Math.min(quantity, a.open);
    a[kind] += moved;
    a.open -= moved;
    a.kept[kind] += moved;
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
      act: () =>
        each(c.lines, (a, quantity) => {
          const before = a.kept.cancelled;
          leaves('cancelled')(a, quantity);
          if (c.paid === false) a.kept.cancelled = before;
        }),
    })),
    ...(order.refunds ?? []).map((r) => ({
      at: at(r.issuedAt, Infinity),
      act: () =>
        each(r.lines, (a, quantity, { amount }) => {
          a.refunded += quantity;
          const ofCancelled = Math.min(quantity, a.kept.cancelled);
          const ofSent = sentAmong(a, quantity);
          a.kept.cancelled -= ofCancelled;
          a.kept.sent -= ofSent;
          a.open = Math.max(0, a.open - (quantity - ofCancelled - ofSent));
          a.backForUnsent += amount - shareOf(amount, quantity, 0, ofSent);
        }),
    })),
  ];
  happened.toSorted((a, b) => (a.at === b.at ? 0 : a.at - b.at)).forEach(({ act }) => act());
  for (const back of order.returns ?? []) each(back.lines, (a, quantity) => (a.returned += quantity));
  if (order.status === 'OrderCancelled') for (const a of accounts) leaves('cancelled')(a, a.open);
  return accounts;
}

/** Of so many pieces that are to be paid back, how many were sent; the others will never be. Cancelled ones come first. */
export function sentAmong({ kept }: Pick<PieceAccount, 'kept'>, quantity: number): number {
  return Math.min(Math.max(0, quantity - kept.cancelled), kept.sent);
}

/** A part of a line: so many pieces, when `before` others of it went already. */
export interface LinePart {
  line: number;
  before: number;
  quantity: number;
}

/**
 * The parts of lines that newly cancelled pieces are. What was not sent and will not be is taken from the end of a product's lines, the last
 * first, so that what was sent is the beginning of them whenever it leaves.
 */
export function partsCancelled(order: MovedOrder, lines: Lines): LinePart[] {
  const accounts = new Map(pieceAccounts(order).map((a) => [a.sku, a]));
  return lines.flatMap(({ sku, quantity }) => {
    const a = accounts.get(sku);
    return a ? partsOfLines(order, sku, Math.min(a.sent + a.open, a.quantity - quantity), quantity) : [];
  });
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
