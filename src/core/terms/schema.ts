/**
 * The terms of a store: how its customers can pay, how goods travel and who carries them, and what names of its own are in each
 * language. An order names them by what the shop calls them; what is not found here stands as the order has it.
 */
import { Type, type Static } from '@sinclair/typebox';
import { OpeningSchema } from './hours';

const strict = { additionalProperties: false } as const;
const named = (max: number) => Type.String({ minLength: 1, maxLength: max });
const amount = Type.Integer({ minimum: 0, maximum: 1_000_000_000_000 });

/** Words by language tag (BCP 47). */
const WordsSchema = Type.Record(Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$' }), named(200));
export type NameWords = Static<typeof WordsSchema>;

/** The account that customers transfer money to. */
export const BankAccountSchema = Type.Object(
  {
    holder: named(70),
    /** Without spaces (ISO 13616). */
    iban: named(34),
    /** ISO 9362; needed for accounts outside the European Economic Area only. */
    bic: Type.Optional(Type.String({ maxLength: 11 })),
  },
  strict,
);
export type BankAccount = Static<typeof BankAccountSchema>;

export const PaymentMethodSchema = Type.Object(
  {
    /** As orders name it. */
    name: named(80),
    words: WordsSchema,
    /** Nothing is dispatched before the money is there. */
    waitsForMoney: Type.Boolean(),
    /** Days from the order until the money should be there. */
    dueInDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 365 })),
    /** Where customers transfer the money to themselves. */
    account: Type.Optional(BankAccountSchema),
  },
  strict,
);
export type PaymentMethod = Static<typeof PaymentMethodSchema>;

export const ShippingMethodSchema = Type.Object(
  {
    name: named(120),
    words: WordsSchema,
    /** What it costs, in minor units of the store's currency, for orders that are made here. */
    price: amount,
    /** Goods of this amount and more travel free of charge. */
    freeFrom: Type.Optional(amount),
    /** Percent. */
    taxRate: Type.Number({ minimum: 0, maximum: 100 }),
  },
  strict,
);
export type ShippingMethod = Static<typeof ShippingMethodSchema>;

export const CarrierSchema = Type.Object(
  {
    name: named(120),
    /** Where a parcel is followed: a URI template (RFC 6570) with `{number}`. */
    trackingUrl: Type.Optional(named(500)),
  },
  strict,
);
export type Carrier = Static<typeof CarrierSchema>;

/** What has a name of the store's own besides methods and carriers. */
export const NAMED_KINDS = ['channel', 'place', 'discount', 'tax'] as const;
export type NamedKind = (typeof NAMED_KINDS)[number];

export const OwnNameSchema = Type.Object(
  { kind: Type.Union(NAMED_KINDS.map((k) => Type.Literal(k))), name: named(120), words: WordsSchema },
  strict,
);
export type OwnName = Static<typeof OwnNameSchema>;

/** Where goods leave from and are collected at. */
export const PlaceSchema = Type.Object(
  {
    /** As orders and parcels name it. */
    name: named(80),
    /** One line; empty for none. */
    address: Type.String({ maxLength: 200 }),
    hours: Type.Array(OpeningSchema, { maxItems: 14 }),
  },
  strict,
);
export type Place = Static<typeof PlaceSchema>;

/** What whoever buys a product, or one of a category, should know. */
export const OwnNoteSchema = Type.Object(
  {
    /** Of a product by its stock number, or of a category: one of the two. */
    sku: Type.Optional(named(64)),
    category: Type.Optional(named(80)),
    /** By language, that of the store among them; a language without words takes the store's own. */
    words: Type.Record(Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$' }), named(500)),
    /** Where there is more to read, by language. */
    urls: Type.Record(
      Type.String({ pattern: '^[a-zA-Z]{2,8}(-[a-zA-Z0-9]{1,8})*$' }),
      Type.String({ format: 'uri', maxLength: 2000 }),
    ),
  },
  strict,
);
export type OwnNote = Static<typeof OwnNoteSchema>;

/** Who invoices are from (EN 16931, BG-4), for their data. */
export const SellerSchema = Type.Object(
  {
    name: named(200),
    line: named(200),
    postalCode: named(20),
    city: named(120),
    /** ISO 3166-1 alpha-2. */
    country: Type.String({ pattern: '^[A-Z]{2}$' }),
    vatId: Type.String({ pattern: '^[A-Z]{2}[0-9A-Za-z]{2,13}$' }),
  },
  strict,
);
export type Seller = Static<typeof SellerSchema>;

export const TermsSchema = Type.Object(
  {
    payments: Type.Array(PaymentMethodSchema, { maxItems: 50 }),
    shipping: Type.Array(ShippingMethodSchema, { maxItems: 50 }),
    carriers: Type.Array(CarrierSchema, { maxItems: 100 }),
    names: Type.Array(OwnNameSchema, { maxItems: 300 }),
    /** Categories of products that travel in no parcel. */
    withoutParcel: Type.Array(named(80), { maxItems: 100 }),
    /** Notes of products and categories. */
    notes: Type.Optional(Type.Array(OwnNoteSchema, { maxItems: 500 })),
    /** Addresses and opening hours of places. */
    places: Type.Optional(Type.Array(PlaceSchema, { maxItems: 100 })),
    /** With it, an invoice's PDF is PDF/A-3 and has its data attached. */
    seller: Type.Optional(SellerSchema),
  },
  { ...strict, $id: 'libellus:terms' },
);
export type Terms = Static<typeof TermsSchema>;

/** Of a store that has said nothing yet. */
export const NO_TERMS: Terms = { payments: [], shipping: [], carriers: [], names: [], withoutParcel: [] };
