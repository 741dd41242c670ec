/**
 * What an event tells besides the order itself: why it was paused, which item is late, the words of a note. Kept with the event, so
 * that a message sent or repeated later says what was true then.
 */
import { Type, type Static } from '@sinclair/typebox';

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
  bounce: 'the mail that came back',
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
  bounce: {
    recipient: 'iwona@sobczyk.example',
    notification: 'On its way',
    subject: 'Your parcel is on its way: QW-10482',
    words: 'there is no such mailbox',
    recordUrl: 'https://libellus.quillwick.example/s/quillwick/deliveries/01',
  },
};
