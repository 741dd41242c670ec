/**
 * How much of a product is left at a place, and when colleagues hear of it. The shop tells each count; whether it is low is decided
 * here, by the threshold of the product, so that nobody is told twice of the same want.
 */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const sku = Type.String({ minLength: 1, maxLength: 64 });
/** Below nothing where a shop sells on although all is sold. */
const left = Type.Integer({ minimum: -1_000_000, maximum: 1_000_000_000 });
const location = Type.String({ minLength: 1, maxLength: 80 });

/** A count as the shop tells it. */
export const StockCountSchema = Type.Object({ sku, left, location: Type.Optional(location) }, strict);
export type StockCount = Static<typeof StockCountSchema>;

/** What a message about stock knows. */
export const StockDetailSchema = Type.Object(
  {
    sku,
    left,
    location: Type.Optional(location),
    name: Type.String({ minLength: 1, maxLength: 300 }),
    category: Type.Optional(Type.String({ maxLength: 80 })),
    /** It counts as low with so many or fewer. */
    lowAt: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000 })),
    /** Where it is looked at in the shop. */
    url: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
    /** Where its stock is looked at in Libellus. */
    recordUrl: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
  },
  strict,
);
export type StockDetail = Static<typeof StockDetailSchema>;

/** From enough to none; the order matters. */
export const STOCK_STATES = ['enough', 'low', 'out'] as const;
export type StockState = (typeof STOCK_STATES)[number];

/** How a count stands. Without a threshold a product is never low, only out. */
export function stockState(left: number, lowAt: number | undefined): StockState {
  if (left <= 0) return 'out';
  return lowAt !== undefined && left <= lowAt ? 'low' : 'enough';
}

/** What is known of a product at a place before a count. */
export interface KnownStock {
  /** When it was counted, in ms since the epoch. */
  at: number;
  /** How it stood when it was last told of, or had recovered. */
  told: StockState;
}

export type CountOutcome =
  | { kind: 'taken'; told: StockState; moment?: 'product.stock-low' | 'product.stock-out' }
  /** A newer count is known already. */
  | { kind: 'older' };

/**
 * What a count changes. Colleagues hear of it when it got worse than they know: low, then out. A first count of a product at a place
 * begins it and is told to nobody, so that a shop can be connected without a mail for everything that is low that day. A threshold that
 * was raised since counts from the next count on.
 */
export function takeCount(
  before: KnownStock | undefined,
  count: { left: number; at: number },
  lowAt: number | undefined,
): CountOutcome {
  if (before && count.at <= before.at) return { kind: 'older' };
  const told = stockState(count.left, lowAt);
  if (!before || STOCK_STATES.indexOf(told) <= STOCK_STATES.indexOf(before.told)) return { kind: 'taken', told };
  return { kind: 'taken', told, moment: told === 'out' ? 'product.stock-out' : 'product.stock-low' };
}
