import { ReasonSchema, reasonWords, type Reason } from './reasons';

const WORDS: [Reason, string][] = [
  [
    { code: 'moment', moment: 'when an order is placed', notification: 'Order received' },
    'Order received goes out when an order is placed.',
  ],
  [{ code: 'by-hand', person: 'Amira', notification: 'One question' }, 'Amira chose to send One question.'],
  [{ code: 'adapted', person: 'Amira' }, 'Amira adapted its words for this.'],
  [{ code: 'again', person: 'Amira', first: '' }, 'Amira sent it again.'],
  [
    { code: 'again', person: 'Amira', first: 'iwna@x.example' },
    'Amira sent it again, to another address than iwna@x.example, which it had gone to.',
  ],
  [{ code: 'customer-of-order', name: 'Iwona', order: 'QW-1' }, 'Iwona placed order QW-1.'],
  [{ code: 'rule-all', person: 'Pawel' }, 'Pawel hears of all orders.'],
  [
    { code: 'rule-category', person: 'Lene', category: 'workshops', product: 'Marbling day' },
    'Lene hears of orders with workshops, and Marbling day is in this one.',
  ],
  [
    { code: 'rule-when', person: 'Pawel', words: 'it leaves from the Mill' },
    'Pawel hears of orders of which this is true: it leaves from the Mill.',
  ],
  [
    { code: 'rule-when-not', person: 'Pawel', words: 'it leaves from the Mill' },
    'Pawel hears only of orders of which this is true: it leaves from the Mill.',
  ],
  [{ code: 'language-of-order', language: 'de' }, 'The order was placed in German.'],
  [{ code: 'language-of-customer', language: 'ar' }, 'The customer reads Arabic.'],
  [{ code: 'language-of-person', language: 'pl' }, 'Their language is Polish.'],
  [
    { code: 'language-default', wanted: 'fr', language: 'en' },
    "There are no words in French, so it is written in English, the store's own language.",
  ],
  [{ code: 'edition', edition: '4' }, 'Made from edition 4.'],
  [{ code: 'due', notification: 'X', timing: 'after 3 days', ends: '' }, 'It goes out after 3 days.'],
  [
    { code: 'due', notification: 'X', timing: 'after 3 days', ends: 'paid, cancelled, refunded' },
    'It goes out after 3 days, unless the order is paid, cancelled or refunded before.',
  ],
  [
    { code: 'variant', variant: 'Guests', words: 'the customer ordered as a guest' },
    'The version “Guests” is for orders of which this is true: the customer ordered as a guest.',
  ],
  [
    { code: 'contact', name: 'Books', label: 'Accounts', order: 'QW-1' },
    'Books is a contact of the customer of order QW-1: Accounts.',
  ],
  [{ code: 'notification-off', notification: 'Delivered' }, 'Delivered is off.'],
  [{ code: 'not-published', notification: 'Delivered' }, 'Delivered has never been published.'],
  [
    { code: 'channel-forbids', channel: 'Bazaarlane' },
    'Orders from Bazaarlane may not be answered with mail to the customer.',
  ],
  [
    { code: 'masked-kind', channel: 'Bazaarlane' },
    "Bazaarlane hides its customers' addresses, and lets no message of this kind through to them.",
  ],
  [
    { code: 'rule-no-category', person: 'Lene', category: 'workshops' },
    'Lene hears only of orders with workshops, and none is in this one.',
  ],
  [{ code: 'no-rules', notification: 'New order' }, 'Nobody is named to hear of New order.'],
  [{ code: 'already-written', address: 'a@b.example' }, 'a@b.example already gets this message by an earlier rule.'],
  [
    { code: 'off-for-channel', notification: 'Delivered', channel: 'Web shop' },
    'Delivered is off for orders from Web shop.',
  ],
  [
    { code: 'condition', notification: 'Delivered', words: 'it contains kits' },
    'Delivered goes out only when it contains kits.',
  ],
  [{ code: 'no-variant', notification: 'Delivered' }, 'No version of Delivered fits this order.'],
  [
    { code: 'variant-nothing', notification: 'Delivered', variant: 'x', words: 'it contains kits' },
    'Delivered says nothing when it contains kits.',
  ],
  [
    { code: 'variant-nothing', notification: 'Delivered', variant: 'x', words: '' },
    'Delivered says nothing to everyone else.',
  ],
  [{ code: 'started', notification: 'How did we do?' }, 'How did we do? waits for this order already.'],
  [{ code: 'ended', notification: 'X', end: 'paid' }, 'The order is paid.'],
  [{ code: 'ended', notification: 'X', end: 'answered' }, 'The customer has answered.'],
  [
    { code: 'no-contacts', notification: 'Invoice', labels: 'Accounts' },
    'The customer has no contact for Invoice (Accounts).',
  ],
  [
    { code: 'is-customer', address: 'a@b.example' },
    "a@b.example is the customer's own address, which is written to anyway.",
  ],
  [{ code: 'had-already', order: 'QW-1' }, 'Order QW-1 has had this already, and nobody is told twice.'],
  [{ code: 'order-cancelled', order: 'QW-1' }, 'Order QW-1 was cancelled before, so nobody is told of this.'],
  [
    { code: 'overtaken', order: 'QW-1', by: 'Refund issued' },
    'Order QW-1 is further by now (Refund issued), so this would be old news.',
  ],
  [{ code: 'too-late', days: '9' }, 'The shop told of this 9 days after it happened, too late to write to anybody.'],
  [{ code: 'withheld', pattern: '@left.example', reason: 'asked to' }, '@left.example is not written to: asked to'],
];

it.each(WORDS)('%j is told in words', (reason, words) => {
  expect(reasonWords(reason)).toBe(words);
});

it('every reason on record has its words', () => {
  const codes = ReasonSchema.anyOf.map((r) => r.properties.code.const);
  expect([...new Set(WORDS.map(([r]) => r.code))].toSorted()).toEqual(codes.toSorted());
});
