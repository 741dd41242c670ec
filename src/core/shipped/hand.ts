/** Messages that a colleague chooses, adapts and sends from an order. */
import { BY_HAND, NOTICE } from '../moments/registry';
import { toCustomer, type ShippedNotification } from './shape';
import { b, day, p, whether } from './sentences';

const oneQuestion = toCustomer([], {
  en: {
    subject: 'One question about {$order.number}',
    preheader: 'A short answer from you, and we go on with your order.',
    head: 'One question about your order',
    say:
      p(`About your order {$order.number} we have a question: ${b('which of the two colours did you mean?')}`) +
      p('A word or two as an answer to this message is enough.'),
  },
  de: {
    subject: 'Eine Frage zu {$order.number}',
    preheader: 'Eine kurze Antwort von Ihnen, und wir machen weiter.',
    head: 'Eine Frage zu Ihrer Bestellung',
    say:
      p(
        `Zu Ihrer Bestellung {$order.number} haben wir eine Frage: ${b('Welche der beiden Farben haben Sie gemeint?')}`,
      ) + p('Ein, zwei Worte als Antwort auf diese Nachricht genügen.'),
  },
});

const lookedInto = toCustomer([{ id: 'parcel', kind: 'parcel' }], {
  en: {
    subject: 'We are looking for your parcel: {$order.number}',
    preheader: 'We write again as soon as we know more.',
    head: 'We are looking for your parcel',
    say: whether(
      'shipment.carrier',
      p(
        'Your parcel should have been with you by now. We have asked {$shipment.carrier} where it is, and write to you again as soon as we know more.',
      ),
      p(
        'Your parcel should have been with you by now. We have asked the carrier where it is, and write to you again as soon as we know more.',
      ),
    ),
  },
  de: {
    subject: 'Wir suchen Ihr Paket: {$order.number}',
    preheader: 'Wir schreiben wieder, sobald wir mehr wissen.',
    head: 'Wir suchen Ihr Paket',
    say: whether(
      'shipment.carrier',
      p(
        'Ihr Paket sollte längst bei Ihnen sein. Wir haben bei {$shipment.carrier} nachgefragt und schreiben Ihnen wieder, sobald wir mehr wissen.',
      ),
      p(
        'Ihr Paket sollte längst bei Ihnen sein. Wir haben beim Paketdienst nachgefragt und schreiben Ihnen wieder, sobald wir mehr wissen.',
      ),
    ),
  },
});

const freeWord = toCustomer([{ id: 'items', kind: 'items', prices: false }], {
  en: {
    subject: 'About your order {$order.number}',
    preheader: 'A message from {$store.name}.',
    head: 'About your order',
    say:
      p(`We are writing about your order {$order.number} of ${day('order.placedAt')}.`) +
      p('You need not do anything; we only wanted you to know.'),
  },
  de: {
    subject: 'Zu Ihrer Bestellung {$order.number}',
    preheader: 'Eine Nachricht von {$store.name}.',
    head: 'Zu Ihrer Bestellung',
    say:
      p(`Wir schreiben Ihnen wegen Ihrer Bestellung {$order.number} vom ${day('order.placedAt')}.`) +
      p('Sie müssen nichts tun; wir wollten nur, dass Sie es wissen.'),
  },
});

export const HAND: readonly ShippedNotification[] = [
  {
    slug: 'a-word',
    name: 'A word about the order',
    moment: BY_HAND,
    audience: 'customer',
    on: true,
    note: 'For anything: write what there is to say between the two sentences.',
    template: freeWord,
  },
  {
    slug: 'one-question',
    name: 'One question',
    moment: BY_HAND,
    audience: 'customer',
    on: true,
    note: 'Put your question in the bold words.',
    template: oneQuestion,
  },
  {
    slug: 'looking-for-parcel',
    name: 'Looking for a parcel',
    moment: BY_HAND,
    audience: 'customer',
    on: true,
    note: 'After you have asked the carrier.',
    when: { match: 'all', tests: [{ about: 'tracking', is: true }] },
    template: lookedInto,
  },
];

const news = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'store.url' } }], {
  en: {
    subject: 'News from {$store.name}',
    preheader: 'What is new, in a few lines.',
    head: 'News from us',
    say: p('Write here what is new, and why it may interest whoever reads it.'),
    go: 'To the shop',
  },
  de: {
    subject: 'Neues von {$store.name}',
    preheader: 'Was es Neues gibt, in wenigen Zeilen.',
    head: 'Neues von uns',
    say: p('Schreiben Sie hier, was es Neues gibt und warum es die Lesenden angeht.'),
    go: 'Zum Shop',
  },
});

/** What goes to many people at once. */
export const NOTICES: readonly ShippedNotification[] = [
  {
    slug: 'news',
    name: 'News from the store',
    moment: NOTICE,
    audience: 'customer',
    on: true,
    offers: true,
    note: 'Write it anew for each time, publish it, and send it from Notices.',
    template: news,
  },
];
