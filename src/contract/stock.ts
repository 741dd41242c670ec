/** The stock of a store's products as its screen shows and sends it. */
import { Type, type Static } from '@sinclair/typebox';
import { StockCountSchema, type StockState } from '@/core/stock';

const strict = { additionalProperties: false } as const;
const sku = Type.String({ minLength: 1, maxLength: 64 });
const lowAt = Type.Union([Type.Integer({ minimum: 1, maximum: 1_000_000 }), Type.Null()]);

/** What a person says of a product's stock: from when on it is low, and what they counted. */
export const SaveStockSchema = Type.Object(
  {
    sku,
    /** Null for none. */
    lowAt,
    /** By place; the empty one where the store names none. */
    counts: Type.Array(
      Type.Object({ location: Type.String({ maxLength: 80 }), left: Type.Index(StockCountSchema, ['left']) }, strict),
      { maxItems: 50 },
    ),
  },
  strict,
);
export type SaveStock = Static<typeof SaveStockSchema>;

export const SaveThresholdSchema = Type.Object(
  { category: Type.String({ minLength: 1, maxLength: 80 }), lowAt },
  strict,
);
export type SaveThreshold = Static<typeof SaveThresholdSchema>;

/** What saving does: for each place that was counted, who is written to, or why nobody. */
export interface CountEffect {
  location: string;
  words: string;
  /** Somebody is written to. */
  tells: boolean;
}

export interface PlaceCount {
  location: string;
  left: number;
  state: StockState;
  /** RFC 3339. */
  countedAt: string;
}

export interface StockRow {
  sku: string;
  name: string;
  category: string;
  options: string;
  lowAt?: number;
  counts: PlaceCount[];
}

export const STOCK_SHOWN = ['all', 'low', 'out', 'uncounted'] as const;
export type StockShown = (typeof STOCK_SHOWN)[number];

export interface StockPage {
  rows: StockRow[];
  /** How many there are of each, whatever is searched for. */
  numbers: Record<StockShown, number>;
  find: string;
  show: StockShown;
  /** From 1. */
  page: number;
  pages: number;
  categories: { category: string; products: number }[];
  places: string[];
  /** Notifications about stock, to go to. */
  notifications: { slug: string; name: string; on: boolean; rules: number }[];
}
