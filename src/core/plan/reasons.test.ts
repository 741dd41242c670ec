import { ReasonSchema, reasonWords, type Reason } from './reasons';

const WORDS: [Reason, string][] = [
  [
    { code: 'moment', moment: 'when an order is placed', notification: 'Order received' },
    'Order received goes out when an order is placed.',
  ],
  [{ code: 'by-hand', person: 'Amira', notification: 'One question' }, 'Amira chose to send One question.'],
  [{ code: 'typed', person: 'Amira', name: 'a@b.example' }, 'Amira sent it to a@b.example as well.'],
  [{ code: 'copy', person: 'Amira', name: 'Pawel' }, 'Amira sent Pawel a copy.'],
  [{ code: 'adapted', person: 'Amira' }, 'Amira changed its text for this message.'],
  [{ code: 'again', person: 'Amira', first: '' }, 'Amira sent it again.'],
  [
    { code: 'again', person: 'Amira', first: 'iwna@x.example' },
    'Amira sent it again, to another address than iwna@x.example, which it had gone to.',
  ],
  [{ code: 'customer-of-order', name: 'Iwona', order: 'QW-1' }, 'Iwona placed order QW-1.'],
  [{ code: 'rule-all', person: 'Pawel' }, 'Pawel gets messages about all orders.'],
  [
    { code: 'rule-category', person: 'Lene', category: 'workshops', product: 'Marbling day' },
    'Lene gets messages about orders with workshops, and Marbling day is in this one.',
  ],
  [
    { code: 'rule-when', person: 'Pawel', words: 'the order ships from the Mill' },
    'Pawel gets messages about orders where the order ships from the Mill.',
  ],
  [{ code: 'rule-paused', person: 'Lene' }, 'The rule of Lene is paused.'],
  [{ code: 'copy-of', person: 'Lene', of: 'a@b.example' }, 'Lene gets a copy of what a@b.example gets.'],
  [
    { code: 'rule-paused', person: 'Lene', until: '2026-12-01T00:00:00Z' },
    'The rule of Lene is paused until 1 Dec 2026, 00:00 (UTC).',
  ],
  [{ code: 'stand-in', person: 'Pawel', instead: 'Lene' }, 'Pawel stands in for Lene.'],
  [
    { code: 'together', rhythm: JSON.stringify({ every: 'working-day', at: '17:00' }) },
    'It goes out in one mail with the others that wait, every working day at 17:00.',
  ],
  [
    { code: 'rule-when-not', person: 'Pawel', words: 'the order ships from the Mill' },
    'Pawel gets messages only about orders where the order ships from the Mill.',
  ],
  [{ code: 'rule-all', person: 'Pawel', of: 'product' }, 'Pawel gets messages about the stock of all products.'],
  [
    { code: 'rule-category', person: 'Pawel', category: 'tools', product: 'Bone folder', of: 'product' },
    'Pawel gets messages about the stock of tools, and Bone folder belongs to it.',
  ],
  [
    { code: 'rule-when', person: 'Greta', words: 'the product lies at the Mill', of: 'product' },
    'Greta gets messages about stock when the product lies at the Mill.',
  ],
  [
    { code: 'rule-no-category', person: 'Lene', category: 'workshops', of: 'product' },
    'Lene gets messages only about the stock of workshops.',
  ],
  [
    { code: 'rule-when-not', person: 'Greta', words: 'the product lies at the Mill', of: 'product' },
    'Greta gets messages about stock only when the product lies at the Mill.',
  ],
  [
    { code: 'stock-low', product: 'Bone folder', left: '4', lowAt: '5', place: '' },
    '4 of Bone folder are left, and 5 or fewer count as low.',
  ],
  [
    { code: 'stock-low', product: 'Bone folder', left: '4', lowAt: '5', place: 'the Mill' },
    '4 of Bone folder are left at the Mill, and 5 or fewer count as low.',
  ],
  [{ code: 'stock-out', product: 'Bone folder', place: '' }, 'Nothing is left of Bone folder.'],
  [{ code: 'stock-out', product: 'Bone folder', place: 'the Mill' }, 'Nothing is left of Bone folder at the Mill.'],
  [
    {
      code: 'summary',
      person: 'Marta',
      scope: 'all orders',
      rhythm: '{"every":"working-day","at":"08:00"}',
      orders: '1',
    },
    'Marta gets a summary of all orders, every working day at 08:00. It is of 1 order.',
  ],
  [{ code: 'nothing-to-tell', person: 'Marta' }, 'Nothing came and nothing waits, so Marta got no summary.'],
  [{ code: 'language-of-order', language: 'de' }, 'The order was placed in German.'],
  [{ code: 'language-of-customer', language: 'ar' }, 'The customer reads Arabic.'],
  [{ code: 'language-of-person', language: 'pl' }, 'Their language is Polish.'],
  [
    { code: 'language-default', wanted: 'fr', language: 'en' },
    'No French translation, so it is in English, the fallback language.',
  ],
  [
    { code: 'language-next', wanted: 'pl', language: 'de' },
    'No Polish translation, so it is in German, the next language chosen for its readers.',
  ],
  [
    { code: 'language-partly', language: 'pl' },
    'Not all of it is translated into Polish: the rest is in the next languages.',
  ],
  [{ code: 'edition', edition: '4' }, 'Made from edition 4.'],
  [{ code: 'due', notification: 'X', timing: 'after 3 days', ends: '' }, 'It goes out after 3 days.'],
  [
    { code: 'due', notification: 'X', timing: 'after 3 days', ends: 'paid, cancelled, refunded' },
    'It goes out after 3 days, unless the order is paid, cancelled or refunded before.',
  ],
  [
    { code: 'variant', variant: 'Guests', words: 'the customer ordered as a guest' },
    'The version “Guests” is for orders where the customer ordered as a guest.',
  ],
  [
    { code: 'contact', name: 'Books', label: 'Accounts', order: 'QW-1' },
    'Books is a contact of the customer of order QW-1: Accounts.',
  ],
  [
    { code: 'contact-chosen', name: 'Books', notification: 'Invoice' },
    'Books is a contact of the customer, and Invoice is chosen for them.',
  ],
  [{ code: 'copies-limit', person: 'Archive', most: '20' }, 'Archive had 20 copies in 24 hours, as many as are set.'],
  [{ code: 'nobody-in-order', role: 'account manager', order: 'QW-1' }, 'Order QW-1 names no account manager.'],
  [
    { code: 'domain-not-allowed', role: 'account manager', address: 'x@elsewhere.example' },
    'The order names x@elsewhere.example as account manager, which is of no domain that this store allows.',
  ],
  [{ code: 'notification-off', notification: 'Delivered' }, 'Delivered is off.'],
  [{ code: 'not-published', notification: 'Delivered' }, 'Delivered has never been published.'],
  [{ code: 'channel-forbids', channel: 'Bazaarlane' }, 'Customer messages are blocked for Bazaarlane orders.'],
  [
    { code: 'masked-kind', channel: 'Bazaarlane' },
    "Bazaarlane hides its customers' email addresses and passes on no messages of this kind.",
  ],
  [
    { code: 'rule-no-category', person: 'Lene', category: 'workshops' },
    'Lene gets messages only about orders with workshops, and this one has none.',
  ],
  [{ code: 'no-rules', notification: 'New order' }, 'New order has no staff recipients.'],
  [{ code: 'already-written', address: 'a@b.example' }, 'a@b.example already gets this message by an earlier rule.'],
  [
    { code: 'off-for-channel', notification: 'Delivered', channel: 'Web shop' },
    'Delivered is off for orders from Web shop.',
  ],
  [
    { code: 'condition', notification: 'Delivered', words: 'the order contains kits' },
    'Delivered goes out only when the order contains kits.',
  ],
  [{ code: 'no-variant', notification: 'Delivered' }, 'No version of Delivered matches this order.'],
  [
    { code: 'variant-nothing', notification: 'Delivered', variant: 'x', words: 'the order contains kits' },
    'Delivered is set to send nothing when the order contains kits.',
  ],
  [
    { code: 'variant-nothing', notification: 'Delivered', variant: 'x', words: '' },
    'Delivered is set to send nothing to everyone else.',
  ],
  [{ code: 'started', notification: 'How did we do?' }, 'How did we do? is already scheduled for this order.'],
  [{ code: 'ended', notification: 'X', end: 'paid' }, 'The order is paid.'],
  [{ code: 'ended', notification: 'X', end: 'answered' }, 'The customer has answered.'],
  [
    { code: 'no-contacts', notification: 'Invoice', labels: 'Accounts' },
    'The customer has no contact for Invoice (Accounts).',
  ],
  [
    { code: 'is-customer', address: 'a@b.example' },
    "a@b.example is the customer's own address, which gets this message anyway.",
  ],
  [{ code: 'had-already', order: 'QW-1' }, 'Order QW-1 has had this already, so it is not sent again.'],
  [{ code: 'order-cancelled', order: 'QW-1' }, 'Order QW-1 was cancelled before, so this is not sent.'],
  [{ code: 'overtaken', order: 'QW-1', by: 'Refund issued' }, 'Not sent: order QW-1 has moved on (Refund issued).'],
  [{ code: 'too-late', days: '9' }, 'Not sent: the shop reported this 9 days late.'],
  [
    { code: 'withheld', pattern: '@left.example', reason: 'asked to' },
    '@left.example is on the do-not-send list: asked to',
  ],
  [
    { code: 'unsubscribed', address: 'iwona@sobczyk.example', kind: 'offers' },
    'iwona@sobczyk.example does not want news and offers.',
  ],
  [{ code: 'chosen', name: 'Iwona Sobczyk' }, 'Iwona Sobczyk was chosen for this notice.'],
  [
    { code: 'no-consent', address: 'iwona@sobczyk.example' },
    'iwona@sobczyk.example has not agreed to news and offers.',
  ],
  [
    { code: 'unsubscribed', address: 'iwona@sobczyk.example', kind: 'feedback' },
    'iwona@sobczyk.example does not want requests for feedback.',
  ],
];

it.each(WORDS)('%j is told in words', (reason, words) => {
  expect(reasonWords(reason)).toBe(words);
});

it('every reason on record has its words', () => {
  const codes = ReasonSchema.anyOf.map((r) => r.properties.code.const);
  expect([...new Set(WORDS.map(([r]) => r.code))].toSorted()).toEqual(codes.toSorted());
});
