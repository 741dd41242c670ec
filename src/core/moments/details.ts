/**
 * What an event tells besides the order itself: why it was paused, which item is late, the words of a note. Kept with the event, so
 * that a message sent or repeated later says what was true then.
 */
import { Type, type Static } from '@sinclair/typebox';
import { StockDetailSchema } from '../stock';
import { SummarySchema } from '../summary';

const strict = { additionalProperties: false } as const;
const text = (max: number) => Type.String({ maxLength: max });
const named = (max: number) => Type.String({ minLength: 1, maxLength: max });
const address = Type.String({ format: 'uri', maxLength: 2000 });
const instant = Type.String({ format: 'date-time' });

export const MomentDetailsSchema = Type.Object(
  {
    /** Why: a payment failed, an order was paused or cancelled. */
    reason: Type.Optional(named(500)),
    /** Where the customer can pay, or pay again. */
    payUrl: Type.Optional(address),
    delay: Type.Optional(
      Type.Object({ item: named(300), until: Type.Optional(instant), reason: Type.Optional(named(300)) }, strict),
    ),
    note: Type.Optional(Type.Object({ words: named(4000), by: Type.Optional(text(120)) }, strict)),
    invoice: Type.Optional(
      Type.Object(
        {
          number: named(64),
          url: Type.Optional(address),
          dueOn: Type.Optional(instant),
          /** Make a PDF of it and attach it. */
          attach: Type.Optional(Type.Boolean()),
        },
        strict,
      ),
    ),
    /** Files that go with its messages, such as a label for a return: each in base64 (RFC 4648), or where it is fetched from. */
    files: Type.Optional(
      Type.Array(
        Type.Union([
          Type.Object({ name: named(200), content: Type.String({ minLength: 1, maxLength: 900_000 }) }, strict),
          Type.Object({ name: named(200), url: address }, strict),
        ]),
        { minItems: 1, maxItems: 5 },
      ),
    ),
    /** What came back. */
    returned: Type.Optional(Type.Object({ items: named(500), receivedAt: Type.Optional(instant) }, strict)),
    /** A customer's account at the shop. */
    account: Type.Optional(Type.Object({ url: Type.Optional(address) }, strict)),
    /** A new password was asked for. */
    reset: Type.Optional(Type.Object({ url: address, expiresAt: Type.Optional(instant) }, strict)),
    /** A customer asked for the link to their preferences. */
    preferences: Type.Optional(Type.Object({ url: address, expiresAt: Type.Optional(instant) }, strict)),
    /** Mail that came back from a customer's server. */
    bounce: Type.Optional(
      Type.Object(
        {
          recipient: named(254),
          notification: named(120),
          subject: Type.Optional(text(500)),
          words: named(300),
          recordUrl: Type.Optional(address),
        },
        strict,
      ),
    ),
    /** A product of which little is left. */
    stock: Type.Optional(StockDetailSchema),
    /** Orders of a period. */
    summary: Type.Optional(SummarySchema),
  },
  { ...strict, $id: 'libellus:moment-details' },
);
export type MomentDetails = Static<typeof MomentDetailsSchema>;
export type DetailName = keyof MomentDetails;

/** What each detail is called, as in "made up: the reason". */
export const DETAIL_WORDS: Record<DetailName, string> = {
  reason: 'the reason',
  payUrl: 'the address to pay at',
  delay: 'the delay',
  note: 'the note',
  invoice: 'the invoice’s number and date',
  files: 'the files',
  returned: 'what came back',
  account: 'the account’s address',
  reset: 'the address for a new password',
  preferences: 'the address of the preferences',
  bounce: 'the mail that came back',
  stock: 'the product and what is left of it',
  summary: 'the orders and their sums',
};

/** Made-up details, for looking at a message before anything has happened. */
export const SAMPLE_DETAILS: Required<MomentDetails> = {
  reason: 'the card was declined',
  payUrl: 'https://quillwick.example/orders/QW-10482/pay',
  delay: { item: 'Kozo sheet, 38 x 51 cm', until: '2026-12-03T11:00:00Z', reason: 'the mill is drying a new batch' },
  note: { words: 'Your boards are cut and pressed. They will be with the carrier tomorrow.', by: 'Pawel' },
  invoice: {
    number: 'R-2026-0482',
    url: 'https://quillwick.example/invoices/R-2026-0482',
    dueOn: '2026-12-08T11:00:00Z',
  },
  files: [{ name: 'return-label.pdf', url: 'https://quillwick.example/labels/QW-10482.pdf' }],
  returned: { items: '1 \u00d7 Awl with pearwood handle', receivedAt: '2026-12-01T10:05:00Z' },
  account: { url: 'https://quillwick.example/account' },
  reset: { url: 'https://quillwick.example/account/reset/8f41c2', expiresAt: '2026-11-24T11:14:00Z' },
  preferences: { url: 'https://libellus.quillwick.example/preferences/01M8', expiresAt: '2026-11-24T10:14:00Z' },
  bounce: {
    recipient: 'iwona@sobczyk.example',
    notification: 'On its way',
    subject: 'Your parcel is on its way: QW-10482',
    words: 'there is no such mailbox',
    recordUrl: 'https://libellus.quillwick.example/s/quillwick/deliveries/01',
  },
  stock: {
    sku: 'TO-BONE',
    name: 'Bone folder',
    category: 'tools',
    left: 4,
    lowAt: 5,
    location: 'the Mill',
    url: 'https://quillwick.example/products/to-bone',
    recordUrl: 'https://libellus.quillwick.example/s/quillwick/store/stock?find=TO-BONE',
  },
  summary: {
    from: '2026-11-23T07:00:00Z',
    until: '2026-11-24T07:00:00Z',
    orders: 4,
    cancelled: 1,
    pieces: 9,
    sums: [
      { minor: 18_240, currency: 'EUR' },
      { minor: 4_150, currency: 'GBP' },
    ],
    refunds: 1,
    refunded: [{ minor: 1_450, currency: 'EUR' }],
    toSend: 5,
    oldestToSend: { number: 'QW-10458', placedAt: '2026-11-20T15:31:00Z' },
    unpaid: 2,
    due: [{ minor: 9_480, currency: 'EUR' }],
    rows: [
      {
        number: 'QW-10478',
        placedAt: '2026-11-23T08:12:00Z',
        item: 'Kozo sheet, 38 x 51 cm',
        pieces: 3,
        total: { minor: 8_450, currency: 'EUR' },
        standing: 'to-send',
      },
      {
        number: 'QW-10479',
        placedAt: '2026-11-23T10:40:00Z',
        item: 'Awl with pearwood handle',
        pieces: 1,
        total: { minor: 1_690, currency: 'EUR' },
        standing: 'cancelled',
      },
      {
        number: 'QW-10480',
        placedAt: '2026-11-23T13:05:00Z',
        item: 'Bone folder',
        pieces: 4,
        total: { minor: 4_150, currency: 'GBP' },
        standing: 'done',
      },
      {
        number: 'QW-10481',
        placedAt: '2026-11-23T19:54:00Z',
        item: 'Coptic binding kit',
        pieces: 2,
        total: { minor: 9_790, currency: 'EUR' },
        standing: 'unpaid',
      },
    ],
    recordUrl: 'https://libellus.quillwick.example/s/quillwick/orders',
  },
};
