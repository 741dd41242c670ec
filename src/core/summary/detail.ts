/** What a summary of orders holds: figures of a period, what waits at its end, and its first orders. No names of people. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const count = Type.Integer({ minimum: 0 });
const instant = Type.String({ format: 'date-time' });

const MoneySchema = Type.Object(
  { minor: Type.Integer({ minimum: 0 }), currency: Type.String({ format: 'currency' }) },
  strict,
);

/** How an order of the period stands at its end. */
export const ORDER_STANDINGS = ['unpaid', 'to-send', 'done', 'cancelled'] as const;
export type OrderStanding = (typeof ORDER_STANDINGS)[number];

const RowSchema = Type.Object(
  {
    number: Type.String({ maxLength: 64 }),
    placedAt: instant,
    /** Its first product. */
    item: Type.String({ maxLength: 300 }),
    /** Pieces of all products. */
    pieces: count,
    total: MoneySchema,
    standing: Type.Union(ORDER_STANDINGS.map((s) => Type.Literal(s))),
  },
  strict,
);
export type SummaryRow = Static<typeof RowSchema>;

/** So many orders of a period are named one by one. */
export const ROWS_MAX = 50;

export const SummarySchema = Type.Object(
  {
    from: instant,
    until: instant,
    /** Orders placed in the period, those cancelled since with them. */
    orders: count,
    cancelled: count,
    /** Pieces and sums of the orders that were not cancelled; a sum for each currency, the largest number of orders first. */
    pieces: count,
    sums: Type.Array(MoneySchema, { maxItems: 200 }),
    refunds: count,
    refunded: Type.Array(MoneySchema, { maxItems: 200 }),
    /** Orders of any day that are paid for and not sent, and the oldest of them. */
    toSend: count,
    oldestToSend: Type.Optional(Type.Object({ number: Type.String({ maxLength: 64 }), placedAt: instant }, strict)),
    /** Orders of any day that are not paid for, and what is due for them. */
    unpaid: count,
    due: Type.Array(MoneySchema, { maxItems: 200 }),
    /** The first of the period, in the order in which they were placed. */
    rows: Type.Array(RowSchema, { maxItems: ROWS_MAX }),
    /** Where orders are looked at in Libellus. */
    recordUrl: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
  },
  strict,
);
export type SummaryDetail = Static<typeof SummarySchema>;
