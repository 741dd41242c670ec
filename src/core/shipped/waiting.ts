/** What goes out some time after: payments still due, and the question how it went. */
import { toCustomer, type ShippedNotification } from './shape';
import { b, day, p, whether } from './sentences';

const paymentDue = toCustomer(
  [
    {
      id: 'last',
      kind: 'text',
      when: { match: 'all', tests: [{ about: 'turn', is: 'one', of: [3] }] },
    },
    { id: 'bank', kind: 'transfer' },
    { id: 'pay', kind: 'button', target: { variable: 'payment.url' } },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
  ],
  {
    en: {
      subject: whether(
        'order.amountDue',
        'Still open: {$order.amountDue :money} for {$order.number}',
        'Payment for {$order.number}',
      ),
      preheader: 'If you have paid by now, there is nothing to do.',
      head: 'Your payment is still open',
      say: whether(
        'order.amountDue',
        p(
          `For your order {$order.number} of ${day('order.placedAt')}, ${b('{$order.amountDue :money}')} is still to be paid.`,
        ) + p('If your payment is on its way already, please forget about this message.'),
        p('Your order {$order.number} is paid. Please forget about this message.'),
      ),
      last: p('This is our last reminder. If you no longer want the order, a short answer is enough.'),
      pay: whether('order.amountDue', 'Pay {$order.amountDue :money}', 'Pay now'),
    },
    de: {
      subject: whether(
        'order.amountDue',
        'Noch offen: {$order.amountDue :money} für {$order.number}',
        'Zahlung für {$order.number}',
      ),
      preheader: 'Haben Sie inzwischen bezahlt, ist nichts zu tun.',
      head: 'Ihre Zahlung ist noch offen',
      say: whether(
        'order.amountDue',
        p(
          `Noch zu bezahlen für Ihre Bestellung {$order.number} vom ${day('order.placedAt')}: ${b('{$order.amountDue :money}')}.`,
        ) + p('Ist Ihre Zahlung schon unterwegs, betrachten Sie diese Nachricht bitte als erledigt.'),
        p('Ihre Bestellung {$order.number} ist bezahlt. Bitte betrachten Sie diese Nachricht als erledigt.'),
      ),
      last: p('Dies ist unsere letzte Erinnerung. Möchten Sie die Bestellung nicht mehr, genügt eine kurze Antwort.'),
      pay: whether('order.amountDue', '{$order.amountDue :money} bezahlen', 'Jetzt bezahlen'),
    },
  },
);

const howDidWeDo = toCustomer(
  [
    { id: 'tell', kind: 'button', target: { variable: 'order.statusUrl' } },
    { id: 'items', kind: 'items', prices: false },
  ],
  {
    en: {
      subject: 'How did we do with {$order.number}?',
      preheader: 'Two sentences from you help us, and whoever comes after you.',
      head: 'How did we do?',
      say: p(
        'Your order {$order.number} has been with you for a while. Is it what you hoped for? Tell us in a sentence or two, the good and the bad alike.',
      ),
      tell: 'Tell us how it went',
      help: 'If you would rather not be asked, write to {$store.email}.',
    },
    de: {
      subject: 'Waren Sie mit {$order.number} zufrieden?',
      preheader: 'Zwei Sätze von Ihnen helfen uns und allen, die nach Ihnen kommen.',
      head: 'Waren Sie zufrieden?',
      say: p(
        'Ihre Bestellung {$order.number} ist nun eine Weile bei Ihnen. Ist sie so, wie Sie es sich erhofft haben? Sagen Sie es uns in ein, zwei Sätzen, Gutes wie Schlechtes.',
      ),
      tell: 'Erzählen, wie es war',
      help: 'Möchten Sie nicht gefragt werden, schreiben Sie an {$store.email}.',
    },
  },
);

export const WAITING: readonly ShippedNotification[] = [
  {
    slug: 'payment-due',
    name: 'Payment still due',
    moment: 'order.payment-due',
    audience: 'customer',
    on: true,
    schedule: {
      row: [
        { wait: { amount: 24, unit: 'hours' } },
        { wait: { amount: 3, unit: 'days' } },
        { wait: { amount: 5, unit: 'days' } },
      ],
      ends: ['paid', 'cancelled'],
    },
    template: paymentDue,
  },
  {
    slug: 'how-did-we-do',
    name: 'How did we do?',
    moment: 'feedback.due',
    audience: 'customer',
    on: false,
    schedule: {
      row: [
        { wait: { amount: 1, unit: 'weeks' }, at: '10:00' },
        { wait: { amount: 2, unit: 'weeks' }, at: '10:00' },
        { wait: { amount: 3, unit: 'weeks' }, at: '10:00' },
      ],
      ends: ['answered', 'refunded', 'cancelled'],
    },
    template: howDidWeDo,
  },
];
