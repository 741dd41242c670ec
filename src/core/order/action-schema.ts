/** The things that can be done with an order, as forms and interfaces send them. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;
const words = (max: number) => Type.String({ maxLength: max });
const pieces = Type.Array(
  Type.Object(
    { sku: Type.String({ minLength: 1, maxLength: 64 }), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) },
    strict,
  ),
  { minItems: 1, maxItems: 500 },
);

export const OrderActionSchema = Type.Union([
  /** Without an amount: all that is due. */
  Type.Object({ do: Type.Literal('pay'), amount: Type.Optional(Type.Integer({ minimum: 1 })) }, strict),
  Type.Object({ do: Type.Literal('fail-payment'), reason: words(500) }, strict),
  Type.Object({ do: Type.Literal('pause'), reason: words(500) }, strict),
  Type.Object(
    {
      do: Type.Literal('delay'),
      sku: Type.String({ minLength: 1, maxLength: 64 }),
      until: Type.Optional(Type.String({ format: 'date-time' })),
      reason: words(300),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('note'), words: Type.String({ minLength: 1, maxLength: 4000 }) }, strict),
  Type.Object(
    {
      do: Type.Literal('invoice'),
      number: Type.String({ minLength: 1, maxLength: 64 }),
      dueInDays: Type.Integer({ minimum: 0, maximum: 365 }),
    },
    strict,
  ),
  Type.Object(
    {
      do: Type.Literal('dispatch'),
      lines: pieces,
      carrier: words(120),
      trackingNumber: words(120),
      trackingUrl: words(2000),
      location: words(80),
    },
    strict,
  ),
  Type.Object(
    {
      do: Type.Literal('track'),
      shipment: Type.Integer({ minimum: 0, maximum: 99 }),
      carrier: words(120),
      trackingNumber: words(120),
      trackingUrl: words(2000),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('hand-over'), lines: pieces, location: words(80) }, strict),
  Type.Object({ do: Type.Literal('deliver'), shipment: Type.Integer({ minimum: 0, maximum: 99 }) }, strict),
  Type.Object({ do: Type.Literal('downloads') }, strict),
  Type.Object(
    {
      do: Type.Literal('refund'),
      lines: Type.Optional(pieces),
      shipping: Type.Integer({ minimum: 0 }),
      /** On top of lines and shipping: goodwill. */
      goodwill: Type.Integer({ minimum: 0 }),
      reason: words(300),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('return'), lines: pieces }, strict),
  /** Without lines: all that has not left. */
  Type.Object({ do: Type.Literal('cancel'), lines: Type.Optional(pieces), reason: words(500) }, strict),
  Type.Object({ do: Type.Literal('answer') }, strict),
]);
export type OrderAction = Static<typeof OrderActionSchema>;
export type OrderActionKind = OrderAction['do'];
