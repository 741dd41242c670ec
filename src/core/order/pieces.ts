/**
 * Pieces of an order's goods: how many were ordered, have left, and went back. They are counted by product, since parcels and refunds
 * name products; the same product can stand on several lines, with prices of their own, which are then taken in the order of the lines.
 */
import type { Order, Shipment } from './schema';

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

/** What was ordered and comes in parcels: all but what is downloaded. */
export function piecesForParcels(order: Pick<Order, 'lines'>): Pieces[] {
  return orderedPieces({ lines: order.lines.filter(({ product }) => !product.downloads?.length) });
}

/** How many pieces of a product some parcels hold. One that names no lines is not counted. */
export function piecesIn(shipments: readonly Shipment[], sku: string): number {
  return sum(shipments, sku);
}

/** What has left: all that comes in parcels, when one of them names no lines. */
export function piecesSent(order: Pick<Order, 'lines' | 'shipments'>): Pieces[] {
  const { shipments = [] } = order;
  const all = piecesForParcels(order);
  if (shipments.some((s) => !s.lines)) return all;
  return orderedPieces(order)
    .map((p) => ({ ...p, quantity: piecesIn(shipments, p.sku) }))
    .filter((p) => p.quantity > 0);
}

/** How many pieces of a product were paid back. */
export function refundedPieces(order: Pick<Order, 'refunds'>, sku: string): number {
  return sum(order.refunds ?? [], sku);
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
