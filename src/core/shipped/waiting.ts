/** What goes out some time after: payments still due, and the question how it went. */
import { HELP_DE, HELP_EN, toCustomer, type ShippedNotification } from './shape';

const paymentDue = toCustomer(
  [
    {
      id: 'last',
      kind: 'text',
      when: { match: 'all', tests: [{ about: 'turn', is: 'one', of: [3] }] },
    },
    { id: 'pay', kind: 'button', target: { variable: 'payment.url' } },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
  ],
  {
    en: {
      subject: 'Still open: {$order.amountDue :money} for {$order.number}',
      preheader: 'We keep your order for you. If you have paid by now, there is nothing to do.',
      head: 'Your order waits for its payment',
      say: '{#p}Hello {$customer.firstName :text default=|there|}, your order {$order.number} of {$order.placedAt :date fields=month-day-weekday length=long} is kept for you, and {#b}{$order.amountDue :money}{/b} are still open. As soon as they arrive, we go on with it.{/p}{#p}If your payment is on its way already, please forget about this message.{/p}',
      last: '{#p}This is the last time we ask. If we hear nothing within a few days, we put the goods back on the shelf, and you owe us nothing.{/p}',
      pay: 'Pay {$order.amountDue :money}',
      help: HELP_EN,
    },
    de: {
      subject: 'Noch offen: {$order.amountDue :money} für {$order.number}',
      preheader: 'Wir halten Ihre Bestellung fest. Haben Sie inzwischen gezahlt, ist nichts zu tun.',
      head: 'Ihre Bestellung wartet auf die Zahlung',
      say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, Ihre Bestellung {$order.number} vom {$order.placedAt :date fields=month-day-weekday length=long} liegt für Sie bereit, und {#b}{$order.amountDue :money}{/b} sind noch offen. Sobald sie da sind, machen wir weiter.{/p}{#p}Ist Ihre Zahlung schon unterwegs, vergessen Sie diese Nachricht bitte.{/p}',
      last: '{#p}Wir fragen zum letzten Mal. Hören wir in den nächsten Tagen nichts, legen wir die Ware zurück ins Regal, und Sie schulden uns nichts.{/p}',
      pay: '{$order.amountDue :money} bezahlen',
      help: HELP_DE,
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
      subject: 'How is {$order.firstItem} doing?',
      preheader: 'Two sentences from you help us, and whoever comes after you.',
      head: 'How did we do?',
      say: '{#p}Hello {$customer.firstName :text default=|there|}, your order {$order.number} has been with you for a while. Is it what you hoped for? Tell us in a sentence or two, the good and the bad alike. We read every word.{/p}',
      tell: 'Tell us how it went',
      help: 'We ask three times at most, and never again once you have answered. Write to {$store.email} if you would rather not be asked.',
    },
    de: {
      subject: 'Wie macht sich {$order.firstItem}?',
      preheader: 'Zwei Sätze von Ihnen helfen uns und allen, die nach Ihnen kommen.',
      head: 'Waren wir gut?',
      say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, Ihre Bestellung {$order.number} ist nun eine Weile bei Ihnen. Ist sie so, wie Sie es sich erhofft haben? Sagen Sie es uns in ein, zwei Sätzen, Gutes wie Schlechtes. Wir lesen jedes Wort.{/p}',
      tell: 'Erzählen, wie es war',
      help: 'Wir fragen höchstens dreimal und nie wieder, wenn Sie geantwortet haben. Möchten Sie nicht gefragt werden, schreiben Sie an {$store.email}.',
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
