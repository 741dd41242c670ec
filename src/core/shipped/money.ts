/** Payments, invoices and refunds. */
import { DISPATCH, saidOtherwise, toCustomer, toStaff, type ShippedNotification } from './shape';
import { b, byPresence, day, p, whether } from './sentences';
import type { Block } from '../template/schema';

const PAY: Block = { id: 'pay', kind: 'button', target: { variable: 'payment.url' } };

const refundIssued = toCustomer(
  [
    { id: 'what', kind: 'text' },
    { id: 'refund', kind: 'refund' },
  ],
  {
    en: {
      subject: '{$refund.amount :money} is on its way back to you',
      preheader: 'For order {$order.number}.',
      head: 'We have refunded {$refund.amount :money}',
      say: whether(
        'refund.issuedAt',
        p(
          `We sent ${b('{$refund.amount :money}')} back to you on ${day('refund.issuedAt')}. Depending on your bank, it can take some days to arrive.`,
        ),
        p(
          `We have sent ${b('{$refund.amount :money}')} back to you. Depending on your bank, it can take some days to arrive.`,
        ),
      ),
      what: p('With it, all that you paid for order {$order.number} is refunded.'),
      help: 'Does something not add up? Answer this message or write to {$store.email}.',
    },
    de: {
      subject: 'Erstattung von {$refund.amount :money} an Sie',
      preheader: 'Zu Bestellung {$order.number}.',
      head: 'Wir haben {$refund.amount :money} erstattet',
      say: whether(
        'refund.issuedAt',
        p(
          `Wir haben Ihnen ${b('{$refund.amount :money}')} erstattet, am ${day('refund.issuedAt')}. Je nach Bank kann es einige Tage dauern, bis der Betrag bei Ihnen ist.`,
        ),
        p(
          `Wir haben Ihnen ${b('{$refund.amount :money}')} erstattet. Je nach Bank kann es einige Tage dauern, bis der Betrag bei Ihnen ist.`,
        ),
      ),
      what: p('Damit ist alles erstattet, was Sie für die Bestellung {$order.number} bezahlt haben.'),
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
    },
  },
);

/** Not all of the money: what it is for stands in the summary, and the rest of the order stays as it is. */
const refundIssuedPart = saidOtherwise(refundIssued, {
  en: {
    preheader: 'For a part of order {$order.number}.',
    head: 'We have refunded a part: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('It is for a part of order {$order.number}; below you see for what. The rest of the order stays as it is.'),
      p('It is a part of what you paid for order {$order.number}. The order itself stays as it is.'),
    ),
  },
  de: {
    preheader: 'Zu einem Teil von Bestellung {$order.number}.',
    head: 'Wir haben einen Teil erstattet: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p(
        'Der Betrag ist für einen Teil der Bestellung {$order.number}; wofür, steht unten. Der Rest der Bestellung bleibt, wie er ist.',
      ),
      p(
        'Der Betrag ist ein Teil dessen, was Sie für die Bestellung {$order.number} bezahlt haben. Die Bestellung selbst bleibt, wie sie ist.',
      ),
    ),
  },
});

const paymentReceived = toCustomer(
  [
    { id: 'dispatch', kind: 'text' },
    { id: 'totals', kind: 'totals' },
  ],
  {
    en: {
      subject: 'Your payment for {$order.number} has arrived',
      preheader: whether(
        'order.amountPaid',
        '{$order.amountPaid :money} received for order {$order.number}.',
        'For order {$order.number}.',
      ),
      head: 'Thank you for your payment',
      say: p('Your payment for order {$order.number} has arrived.'),
      dispatch: DISPATCH.en,
    },
    de: {
      subject: 'Ihre Zahlung für {$order.number} ist eingegangen',
      preheader: whether(
        'order.amountPaid',
        '{$order.amountPaid :money} erhalten für Bestellung {$order.number}.',
        'Zu Bestellung {$order.number}.',
      ),
      head: 'Vielen Dank für Ihre Zahlung',
      say: p('Ihre Zahlung für die Bestellung {$order.number} ist eingegangen.'),
      dispatch: DISPATCH.de,
    },
  },
);

/** Some of the money is there: what came, and what is still to come. */
const partPaid = toCustomer(
  [{ id: 'open', kind: 'text' }, { id: 'bank', kind: 'transfer' }, PAY, { id: 'totals', kind: 'totals' }],
  {
    en: {
      subject: 'A part of your payment for {$order.number} has arrived',
      preheader: whether('order.amountDue', '{$order.amountDue :money} is still to be paid.', 'Thank you.'),
      head: 'A part of your payment has arrived',
      say: whether(
        'order.amountPaid',
        p(`Thank you. For order {$order.number} we have received ${b('{$order.amountPaid :money}')} so far.`),
        p('Thank you. A part of the payment for order {$order.number} has arrived.'),
      ),
      open: whether('order.amountDue', p(`Still to be paid: ${b('{$order.amountDue :money}')}.`)),
      pay: whether('order.amountDue', 'Pay {$order.amountDue :money}', 'Pay the rest'),
    },
    de: {
      subject: 'Ein Teil Ihrer Zahlung für {$order.number} ist eingegangen',
      preheader: whether('order.amountDue', 'Noch zu bezahlen: {$order.amountDue :money}.', 'Vielen Dank.'),
      head: 'Ein Teil Ihrer Zahlung ist eingegangen',
      say: whether(
        'order.amountPaid',
        p(
          `Vielen Dank. Für die Bestellung {$order.number} haben wir bisher ${b('{$order.amountPaid :money}')} erhalten.`,
        ),
        p('Vielen Dank. Ein Teil der Zahlung für die Bestellung {$order.number} ist eingegangen.'),
      ),
      open: whether('order.amountDue', p(`Noch zu bezahlen: ${b('{$order.amountDue :money}')}.`)),
      pay: whether('order.amountDue', '{$order.amountDue :money} bezahlen', 'Den Rest bezahlen'),
    },
  },
);

const paymentFailed = toCustomer([{ id: 'why', kind: 'text' }, PAY, { id: 'totals', kind: 'totals' }], {
  en: {
    subject: 'Your payment for {$order.number} did not go through',
    preheader: 'Nothing was taken. Your order is kept, and you can pay again.',
    head: 'The payment did not go through',
    say: whether(
      'order.amountDue',
      p(
        `Your payment of ${b('{$order.amountDue :money}')} for order {$order.number} could not be taken. Nothing was charged, and we keep your order for you. Please try again, or choose another way to pay.`,
      ),
      p(
        'Your payment for order {$order.number} could not be taken. Nothing was charged, and we keep your order for you. Please try again, or choose another way to pay.',
      ),
    ),
    why: whether('reason.words', p('The reason we were given: {$reason.words}.')),
    pay: whether('order.amountDue', 'Pay {$order.amountDue :money}', 'Pay now'),
  },
  de: {
    subject: 'Ihre Zahlung für {$order.number} ist fehlgeschlagen',
    preheader: 'Es wurde nichts abgebucht. Ihre Bestellung bleibt bestehen, und Sie können noch einmal zahlen.',
    head: 'Die Zahlung ist fehlgeschlagen',
    say: whether(
      'order.amountDue',
      p(
        `Ihre Zahlung über ${b('{$order.amountDue :money}')} für die Bestellung {$order.number} konnte nicht ausgeführt werden. Es wurde nichts abgebucht, und wir halten Ihre Bestellung für Sie fest. Bitte versuchen Sie es noch einmal, oder wählen Sie eine andere Zahlungsart.`,
      ),
      p(
        'Ihre Zahlung für die Bestellung {$order.number} konnte nicht ausgeführt werden. Es wurde nichts abgebucht, und wir halten Ihre Bestellung für Sie fest. Bitte versuchen Sie es noch einmal, oder wählen Sie eine andere Zahlungsart.',
      ),
    ),
    why: whether('reason.words', p('Der Grund, der uns genannt wurde: {$reason.words}.')),
    pay: whether('order.amountDue', '{$order.amountDue :money} bezahlen', 'Jetzt bezahlen'),
  },
});

/** How an invoice stands: paid, a part paid, overdue, to be paid, or nothing known of it. */
const STANDING = ['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'];

const invoice = toCustomer(
  [
    { id: 'standing', kind: 'text' },
    { id: 'due', kind: 'text' },
    { id: 'bank', kind: 'transfer' },
    { id: 'open', kind: 'button', target: { variable: 'invoice.url' } },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses', show: 'billing' },
  ],
  {
    en: {
      subject: 'Invoice {$invoice.number} for {$order.number}',
      preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
        'present *': '{$order.amountDue :money} is to be paid.',
        '* present': 'It is paid. There is nothing left to do.',
        '* *': 'For order {$order.number}.',
      }),
      head: 'Invoice {$invoice.number}',
      say: p(`This is the invoice for your order {$order.number}. It comes to ${b('{$order.total :money}')}.`),
      standing: byPresence(STANDING, {
        'present present present': p(
          `Of it, {$order.amountPaid :money} is paid. ${b('{$order.amountDue :money}')} has been due since ${day('invoice.overdueSince')}.`,
        ),
        'present present *': p(
          `Of it, {$order.amountPaid :money} is paid, and ${b('{$order.amountDue :money}')} is still to be paid.`,
        ),
        'present * present': p(
          `${b('{$order.amountDue :money}')} has been due since ${day('invoice.overdueSince')}. If you have paid by now, there is nothing to do.`,
        ),
        'present * *': p(`${b('{$order.amountDue :money}')} is to be paid.`),
        '* present *': p('It is paid, and there is nothing left to do. Thank you.'),
        '* * *': '',
      }),
      due: whether('invoice.dueOn', p(`It is due on ${b(day('invoice.dueOn'))}.`)),
      open: 'Open the invoice',
    },
    de: {
      subject: 'Rechnung {$invoice.number} zu {$order.number}',
      preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
        'present *': 'Zu bezahlen: {$order.amountDue :money}.',
        '* present': 'Sie ist bezahlt. Es ist nichts mehr zu tun.',
        '* *': 'Zu Bestellung {$order.number}.',
      }),
      head: 'Rechnung {$invoice.number}',
      say: p(
        `Dies ist die Rechnung zu Ihrer Bestellung {$order.number}. Sie lautet über ${b('{$order.total :money}')}.`,
      ),
      standing: byPresence(STANDING, {
        'present present present': p(
          `Davon sind {$order.amountPaid :money} bezahlt. Fällig seit ${day('invoice.overdueSince')}: ${b('{$order.amountDue :money}')}.`,
        ),
        'present present *': p(
          `Davon sind {$order.amountPaid :money} bezahlt. Noch zu bezahlen: ${b('{$order.amountDue :money}')}.`,
        ),
        'present * present': p(
          `Fällig seit ${day('invoice.overdueSince')}: ${b('{$order.amountDue :money}')}. Haben Sie inzwischen bezahlt, ist nichts zu tun.`,
        ),
        'present * *': p(`Zu bezahlen: ${b('{$order.amountDue :money}')}.`),
        '* present *': p('Sie ist bezahlt, und es ist nichts mehr zu tun. Vielen Dank.'),
        '* * *': '',
      }),
      due: whether('invoice.dueOn', p(`Fällig am ${b(day('invoice.dueOn'))}.`)),
      open: 'Rechnung öffnen',
    },
  },
);

const paymentFailedStaff = toStaff([{ id: 'totals', kind: 'totals' }], {
  en: {
    subject: whether(
      'order.amountDue',
      'Payment failed: {$order.number}, {$order.amountDue :money}',
      'Payment failed: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Do not dispatch yet.', 'Do not dispatch yet.'),
    what: 'Hold {$order.number}: payment failed',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `The payment of ${b('{$customer.fullName}')} did not go through: {$reason.words}. Do not dispatch until it is in.`,
      ),
      'present *': p(`The payment of ${b('{$customer.fullName}')} did not go through. Do not dispatch until it is in.`),
      '* present': p('A guest’s payment did not go through: {$reason.words}. Do not dispatch until it is in.'),
      '* *': p('A guest’s payment did not go through. Do not dispatch until it is in.'),
    }),
  },
  de: {
    subject: whether(
      'order.amountDue',
      'Zahlung gescheitert: {$order.number}, {$order.amountDue :money}',
      'Zahlung gescheitert: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Noch nicht versenden.', 'Noch nicht versenden.'),
    what: '{$order.number} anhalten: Zahlung gescheitert',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `Die Zahlung von ${b('{$customer.fullName}')} ist gescheitert: {$reason.words}. Erst versenden, wenn sie da ist.`,
      ),
      'present *': p(`Die Zahlung von ${b('{$customer.fullName}')} ist gescheitert. Erst versenden, wenn sie da ist.`),
      '* present': p('Die Zahlung eines Gastes ist gescheitert: {$reason.words}. Erst versenden, wenn sie da ist.'),
      '* *': p('Die Zahlung eines Gastes ist gescheitert. Erst versenden, wenn sie da ist.'),
    }),
  },
});

const refundStaff = toStaff([{ id: 'refund', kind: 'refund' }], {
  en: {
    subject: 'Refunded: {$refund.amount :money} of {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'For order {$order.number}.'),
    what: '{$refund.amount :money} refunded, {$order.number}',
    facts: whether('customer.fullName', p(`To ${b('{$customer.fullName}')}.`), p('To a guest.')),
  },
  de: {
    subject: 'Erstattet: {$refund.amount :money} zu {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Zu Bestellung {$order.number}.'),
    what: '{$refund.amount :money} erstattet, {$order.number}',
    facts: whether('customer.fullName', p(`An ${b('{$customer.fullName}')}.`), p('An einen Gast.')),
  },
});

export const MONEY: readonly ShippedNotification[] = [
  {
    slug: 'payment-received',
    name: 'Payment received',
    moment: 'order.payment-received',
    audience: 'customer',
    on: true,
    template: paymentReceived,
  },
  {
    slug: 'part-paid',
    name: 'Part of the payment received',
    moment: 'order.part-paid',
    audience: 'customer',
    on: true,
    template: partPaid,
  },
  {
    slug: 'payment-failed',
    name: 'Payment failed',
    moment: 'order.payment-failed',
    audience: 'customer',
    on: true,
    template: paymentFailed,
  },
  {
    slug: 'payment-failed-staff',
    name: 'Hold: payment failed',
    moment: 'order.payment-failed',
    audience: 'staff',
    on: true,
    template: paymentFailedStaff,
  },
  { slug: 'invoice', name: 'Invoice', moment: 'invoice.issued', audience: 'customer', on: true, template: invoice },
  {
    slug: 'refund-issued',
    name: 'Refund issued',
    moment: 'refund.issued',
    audience: 'customer',
    on: true,
    template: refundIssued,
    variants: [
      {
        variant: 'a-part',
        name: 'A part of the money',
        when: { match: 'all', tests: [{ about: 'refund', is: 'part' }] },
        template: refundIssuedPart,
      },
    ],
  },
  {
    slug: 'refund-issued-staff',
    name: 'Refund paid out',
    moment: 'refund.issued',
    audience: 'staff',
    on: false,
    template: refundStaff,
  },
];
