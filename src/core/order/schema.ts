/**
 * An order as an event carries it and as it is kept: a snapshot. Amounts are integers in the currency's minor unit.
 * Status names follow schema.org `OrderStatus`.
 */
import { Type, type Static } from '@sinclair/typebox';
import { say } from '../../words/names';
import { inEachLanguage } from '../../words/speak';

const strict = { additionalProperties: false } as const;
const text = (max: number): ReturnType<typeof Type.String> => Type.String({ maxLength: max });
const named = (max: number): ReturnType<typeof Type.String> => Type.String({ minLength: 1, maxLength: max });
const amount = Type.Integer({ minimum: 0, maximum: 1_000_000_000_000 });

export const ORDER_STATUSES = [
  'OrderProcessing',
  'OrderPaymentDue',
  'OrderInTransit',
  'OrderPickupAvailable',
  'OrderDelivered',
  'OrderCancelled',
  'OrderReturned',
  'OrderProblem',
] as const;
export type OrderStatus = (typeof ORDER_STATUSES)[number];

export const STATUS_WORDS: Record<OrderStatus, string> = inEachLanguage(() => ({
  OrderProcessing: say.statusInPreparation,
  OrderPaymentDue: say.statusAwaitingPayment,
  OrderInTransit: say.statusOnItsWay,
  OrderPickupAvailable: say.statusReadyToCollect,
  OrderDelivered: say.statusDelivered,
  OrderCancelled: say.statusCancelled,
  OrderReturned: say.statusReturned,
  OrderProblem: say.statusNeedsAttention,
}));

export const AddressSchema = Type.Object(
  {
    name: named(200),
    company: Type.Optional(text(200)),
    lines: Type.Array(text(200), { maxItems: 4 }),
    postalCode: Type.Optional(text(20)),
    city: named(120),
    region: Type.Optional(text(120)),
    /** ISO 3166-1 alpha-2. */
    country: Type.String({ pattern: '^[A-Z]{2}$' }),
  },
  strict,
);
export type Address = Static<typeof AddressSchema>;

export const OrderLineSchema = Type.Object(
  {
    product: Type.Object(
      {
        sku: named(64),
        name: named(300),
        category: Type.Optional(text(80)),
        /** Who makes or delivers it to the shop. */
        supplier: Type.Optional(text(120)),
        /** False for what travels in no parcel, such as a seat in a workshop. What has downloads never does. */
        shippable: Type.Optional(Type.Boolean()),
        imageUrl: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
        url: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
        /** What whoever buys it should know: a care guide, a joining link. */
        note: Type.Optional(
          Type.Object(
            { words: named(500), url: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })) },
            strict,
          ),
        ),
        /** When and where it takes place, for a seat in a workshop and the like. */
        session: Type.Optional(
          Type.Object(
            {
              startsAt: Type.String({ format: 'date-time' }),
              endsAt: Type.String({ format: 'date-time' }),
              /** IANA zone of the place; the store's own when left out. */
              timeZone: Type.Optional(Type.String({ format: 'time-zone' })),
              place: Type.Optional(text(300)),
              url: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
            },
            strict,
          ),
        ),
        /** Files that come with it. */
        downloads: Type.Optional(
          Type.Array(Type.Object({ name: named(200), url: Type.String({ format: 'uri', maxLength: 2000 }) }, strict), {
            maxItems: 20,
          }),
        ),
      },
      strict,
    ),
    options: Type.Optional(text(300)),
    quantity: Type.Integer({ minimum: 1, maximum: 100_000 }),
    unitPrice: amount,
    /** In percent; needed for invoices of orders with several rates. */
    taxRate: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    /** Taken off this line as a whole. */
    discount: Type.Optional(amount),
  },
  strict,
);
export type OrderLine = Static<typeof OrderLineSchema>;

/** Some of an order's goods: how many pieces of which product. */
const PiecesSchema = Type.Object({ sku: named(64), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) }, strict);

export const ShipmentSchema = Type.Object(
  {
    id: Type.Optional(text(64)),
    carrier: Type.Optional(text(120)),
    trackingNumber: Type.Optional(text(120)),
    trackingUrl: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
    dispatchedAt: Type.Optional(Type.String({ format: 'date-time' })),
    deliveredAt: Type.Optional(Type.String({ format: 'date-time' })),
    location: Type.Optional(text(80)),
    /** For goods that wait to be collected: from when, and until when. */
    collectFrom: Type.Optional(Type.String({ format: 'date-time' })),
    collectUntil: Type.Optional(Type.String({ format: 'date-time' })),
    /** What is in it; everything when left out. */
    lines: Type.Optional(Type.Array(PiecesSchema, { minItems: 1, maxItems: 500 })),
  },
  strict,
);
export type Shipment = Static<typeof ShipmentSchema>;

export const RefundSchema = Type.Object(
  {
    amount,
    reason: Type.Optional(text(300)),
    /** How the money goes back; the way it was paid when left out. */
    method: Type.Optional(text(80)),
    issuedAt: Type.Optional(Type.String({ format: 'date-time' })),
    /** Of the amount, what is given back for shipping. */
    shipping: Type.Optional(amount),
    /** Of the amount, what is given on top of goods and shipping: goodwill. */
    goodwill: Type.Optional(amount),
    /** What it is for, when it is for goods. With it or with goodwill, all parts come to the amount. */
    lines: Type.Optional(
      Type.Array(Type.Object({ ...PiecesSchema.properties, amount }, strict), { minItems: 1, maxItems: 500 }),
    ),
  },
  strict,
);
export type Refund = Static<typeof RefundSchema>;

/** Pieces that will not be sent: they were cancelled before they left. */
export const CancellationSchema = Type.Object(
  {
    cancelledAt: Type.Optional(Type.String({ format: 'date-time' })),
    reason: Type.Optional(text(500)),
    lines: Type.Array(PiecesSchema, { minItems: 1, maxItems: 500 }),
    /** False when nothing had been paid for them, so that there is nothing to give back. */
    paid: Type.Optional(Type.Boolean()),
  },
  strict,
);
export type Cancellation = Static<typeof CancellationSchema>;

/** Pieces that the customer sent back. */
export const ReturnSchema = Type.Object(
  {
    receivedAt: Type.Optional(Type.String({ format: 'date-time' })),
    lines: Type.Array(PiecesSchema, { minItems: 1, maxItems: 500 }),
  },
  strict,
);
export type Return = Static<typeof ReturnSchema>;

/** A customer's further address: who looks after their invoices, or takes in their goods. */
export const ContactSchema = Type.Object(
  {
    label: named(80),
    email: Type.String({ format: 'mail-address' }),
    name: Type.Optional(text(200)),
    language: Type.Optional(Type.String({ format: 'language' })),
    /** The notifications they get, by name, whatever those are for; left out, all that go to their label. */
    messages: Type.Optional(Type.Array(named(80), { maxItems: 50, uniqueItems: true })),
  },
  strict,
);
export type Contact = Static<typeof ContactSchema>;

export const OrderSchema = Type.Object(
  {
    number: named(64),
    placedAt: Type.String({ format: 'date-time' }),
    status: Type.Optional(Type.Union(ORDER_STATUSES.map((s) => Type.Literal(s)))),
    currency: Type.String({ format: 'currency' }),
    /** The language the customer shopped in. */
    language: Type.Optional(Type.String({ format: 'language' })),
    channel: named(64),
    location: Type.Optional(text(80)),
    customer: Type.Object(
      {
        id: Type.Optional(text(64)),
        email: Type.String({ format: 'mail-address' }),
        firstName: Type.Optional(text(120)),
        lastName: Type.Optional(text(120)),
        company: Type.Optional(text(200)),
        phone: Type.Optional(text(40)),
        guest: Type.Optional(Type.Boolean()),
        firstOrder: Type.Optional(Type.Boolean()),
        /** They agreed, or no longer agree, to get news and offers. Left out, what is known stays. */
        acceptsNews: Type.Optional(Type.Boolean()),
        contacts: Type.Optional(Type.Array(ContactSchema, { maxItems: 20 })),
      },
      strict,
    ),
    billingAddress: Type.Optional(AddressSchema),
    shippingAddress: Type.Optional(AddressSchema),
    lines: Type.Array(OrderLineSchema, { minItems: 1, maxItems: 500 }),
    discounts: Type.Optional(
      Type.Array(Type.Object({ label: Type.Optional(named(120)), code: Type.Optional(text(64)), amount }, strict), {
        maxItems: 20,
      }),
    ),
    shipping: Type.Optional(
      Type.Object(
        { method: named(120), price: amount, taxRate: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })) },
        strict,
      ),
    ),
    taxIncluded: Type.Optional(Type.Boolean()),
    taxes: Type.Optional(
      Type.Array(Type.Object({ label: named(80), rate: Type.Number({ minimum: 0, maximum: 100 }), amount }, strict), {
        maxItems: 20,
      }),
    ),
    payment: Type.Optional(
      Type.Object(
        {
          method: named(80),
          paid: Type.Optional(Type.Boolean()),
          /** What has come in so far, when it is not all. */
          received: Type.Optional(amount),
        },
        strict,
      ),
    ),
    shipments: Type.Optional(Type.Array(ShipmentSchema, { maxItems: 100 })),
    refunds: Type.Optional(Type.Array(RefundSchema, { maxItems: 100 })),
    cancellations: Type.Optional(Type.Array(CancellationSchema, { maxItems: 100 })),
    returns: Type.Optional(Type.Array(ReturnSchema, { maxItems: 100 })),
    /** When given, it is checked against the sum of the rest. */
    total: Type.Optional(amount),
    /** Who at the shop looks after it, by what they are to it: "account manager". */
    people: Type.Optional(
      Type.Array(
        Type.Object(
          {
            role: named(60),
            email: Type.String({ format: 'mail-address' }),
            name: Type.Optional(text(120)),
            language: Type.Optional(Type.String({ format: 'language' })),
          },
          strict,
        ),
        { maxItems: 20 },
      ),
    ),
    expectedDispatch: Type.Optional(Type.String({ format: 'date-time' })),
    note: Type.Optional(text(2000)),
    statusUrl: Type.Optional(Type.String({ format: 'uri', maxLength: 2000 })),
  },
  { ...strict, $id: 'libellus:order' },
);
export type Order = Static<typeof OrderSchema>;
