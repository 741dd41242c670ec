/** Payments, invoices and refunds. */
import type { Template } from '../template/schema';
import { HELP_DE, HELP_EN, toCustomer, toStaff, type ShippedNotification } from './shape';

const refundIssued: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'back', kind: 'heading' },
    { id: 'when', kind: 'text' },
    { id: 'refund', kind: 'refund' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: '{$refund.amount :money} is on its way back to you',
      preheader: 'For order {$order.number}. It usually arrives within five working days.',
      back: 'We have refunded {$refund.amount :money}',
      when: '{#p}Hello {$customer.firstName :text default=|there|}, we sent {#b}{$refund.amount :money}{/b} back to you on {$refund.issuedAt :date fields=month-day-weekday length=long default=|today’s date|}. With it, all that you paid for order {$order.number} is returned. It goes back the way you paid, and usually arrives within five working days.{/p}',
      help: 'Does something not add up? Answer this message or write to {$store.email}, and we look at it together.',
    },
    de: {
      subject: '{$refund.amount :money} sind auf dem Weg zurück zu Ihnen',
      preheader: 'Zu Bestellung {$order.number}. Meist ist der Betrag innerhalb von fünf Werktagen da.',
      back: 'Wir haben {$refund.amount :money} erstattet',
      when: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, wir haben Ihnen am {$refund.issuedAt :date fields=month-day-weekday length=long default=|heutigen Tag|} {#b}{$refund.amount :money}{/b} zurückgesandt. Damit ist alles zurück, was Sie für die Bestellung {$order.number} bezahlt haben. Der Betrag geht den Weg zurück, auf dem Sie bezahlt haben, und ist meist innerhalb von fünf Werktagen da.{/p}',
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; wir sehen es uns gemeinsam an.',
    },
  },
};

/** Not all of the money: what it is for stands in the summary, and the rest of the order stays as it is. */
const refundIssuedPart: Template = {
  version: 1,
  blocks: refundIssued.blocks,
  words: {
    en: {
      ...refundIssued.words.en,
      preheader: 'For a part of order {$order.number}. It usually arrives within five working days.',
      back: 'We have refunded a part: {$refund.amount :money}',
      when: '{#p}Hello {$customer.firstName :text default=|there|}, we sent {#b}{$refund.amount :money}{/b} back to you on {$refund.issuedAt :date fields=month-day-weekday length=long default=|today’s date|}, for what you see below. The rest of order {$order.number} stays as it is.{/p}{#p}The money goes back the way you paid, and usually arrives within five working days.{/p}',
    },
    de: {
      ...refundIssued.words.de,
      preheader: 'Für einen Teil von Bestellung {$order.number}. Meist ist der Betrag innerhalb von fünf Werktagen da.',
      back: 'Wir haben einen Teil erstattet: {$refund.amount :money}',
      when: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, wir haben Ihnen am {$refund.issuedAt :date fields=month-day-weekday length=long default=|heutigen Tag|} {#b}{$refund.amount :money}{/b} zurückgesandt, und zwar für das, was unten steht. Der Rest der Bestellung {$order.number} bleibt, wie er ist.{/p}{#p}Der Betrag geht den Weg zurück, auf dem Sie bezahlt haben, und ist meist innerhalb von fünf Werktagen da.{/p}',
    },
  },
};

const paymentReceived = toCustomer([{ id: 'totals', kind: 'totals' }], {
  en: {
    subject: 'Your payment for {$order.number} has arrived',
    preheader: '{$order.total :money} received. Your order goes on from here.',
    head: 'Thank you for your payment',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, your payment for order {$order.number} has arrived, and we go on with it. We expect to hand it over on {$order.expectedDispatch :date fields=month-day-weekday length=long default=|one of the next days|}.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Ihre Zahlung für {$order.number} ist eingegangen',
    preheader: '{$order.total :money} erhalten. Ihre Bestellung geht nun weiter.',
    head: 'Vielen Dank für Ihre Zahlung',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, Ihre Zahlung für die Bestellung {$order.number} ist eingegangen, und wir machen damit weiter. Sie geht voraussichtlich am {$order.expectedDispatch :date fields=month-day-weekday length=long default=|einem der nächsten Tage|} auf den Weg.{/p}',
    help: HELP_DE,
  },
});

const paymentFailed = toCustomer(
  [
    { id: 'pay', kind: 'button', target: { variable: 'payment.url' } },
    { id: 'totals', kind: 'totals' },
  ],
  {
    en: {
      subject: 'Your payment for {$order.number} did not go through',
      preheader: 'Nothing was taken. Your order is kept, and you can pay again.',
      head: 'The payment did not go through',
      say: '{#p}Hello {$customer.firstName :text default=|there|}, your payment of {#b}{$order.amountDue :money}{/b} could not be taken ({$reason.words :text default=|the bank gave no reason|}). Nothing was charged, and we keep your order for you. Try again, or choose another way to pay.{/p}',
      pay: 'Pay {$order.amountDue :money}',
      help: HELP_EN,
    },
    de: {
      subject: 'Ihre Zahlung für {$order.number} hat nicht geklappt',
      preheader: 'Es wurde nichts abgebucht. Ihre Bestellung bleibt bestehen, und Sie können noch einmal zahlen.',
      head: 'Die Zahlung hat nicht geklappt',
      say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, Ihre Zahlung über {#b}{$order.amountDue :money}{/b} konnte nicht ausgeführt werden ({$reason.words :text default=|die Bank nannte keinen Grund|}). Es wurde nichts abgebucht, und wir halten Ihre Bestellung für Sie fest. Versuchen Sie es noch einmal, oder wählen Sie eine andere Zahlungsart.{/p}',
      pay: '{$order.amountDue :money} bezahlen',
      help: HELP_DE,
    },
  },
);

const invoice = toCustomer(
  [
    { id: 'open', kind: 'button', target: { variable: 'invoice.url' } },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses', show: 'billing' },
  ],
  {
    en: {
      subject: 'Invoice {$invoice.number} for {$order.number}',
      preheader: '{$order.total :money}, due on {$invoice.dueOn :date default=|receipt|}.',
      head: 'Invoice {$invoice.number}',
      say: '{#p}Hello {$customer.firstName :text default=|there|}, this is the invoice for your order {$order.number}. It comes to {#b}{$order.total :money}{/b} and is due on {$invoice.dueOn :date fields=month-day-weekday length=long default=|receipt|}.{/p}',
      open: 'Open the invoice',
      help: HELP_EN,
    },
    de: {
      subject: 'Rechnung {$invoice.number} zu {$order.number}',
      preheader: '{$order.total :money}, fällig am {$invoice.dueOn :date default=|Tag des Erhalts|}.',
      head: 'Rechnung {$invoice.number}',
      say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, dies ist die Rechnung zu Ihrer Bestellung {$order.number}. Sie lautet über {#b}{$order.total :money}{/b} und ist fällig am {$invoice.dueOn :date fields=month-day-weekday length=long default=|Tag des Erhalts|}.{/p}',
      open: 'Rechnung öffnen',
      help: HELP_DE,
    },
  },
);

const paymentFailedStaff = toStaff([{ id: 'totals', kind: 'totals' }], {
  en: {
    subject: 'Payment failed: {$order.number}, {$order.amountDue :money}',
    preheader: '{$reason.words :text default=|No reason given|}. Do not dispatch yet.',
    what: 'Hold {$order.number}: payment failed',
    facts:
      '{#p}{$order.amountDue :money} from {#b}{$customer.fullName :text default=|a guest|}{/b} did not go through: {$reason.words :text default=|no reason given|}.{/p}{#p}Do not dispatch it until the payment is in. The customer was told if Payment failed is on.{/p}',
  },
  de: {
    subject: 'Zahlung gescheitert: {$order.number}, {$order.amountDue :money}',
    preheader: '{$reason.words :text default=|Ohne Angabe von Gründen|}. Noch nicht versenden.',
    what: '{$order.number} anhalten: Zahlung gescheitert',
    facts:
      '{#p}{$order.amountDue :money} von {#b}{$customer.fullName :text default=|einem Gast|}{/b} gingen nicht durch: {$reason.words :text default=|ohne Angabe von Gründen|}.{/p}{#p}Erst versenden, wenn die Zahlung da ist. Die Kundin oder der Kunde weiß es, wenn die Nachricht dazu eingeschaltet ist.{/p}',
  },
});

const refundStaff = toStaff([{ id: 'refund', kind: 'refund' }], {
  en: {
    subject: 'Refunded: {$refund.amount :money} of {$order.number}',
    preheader: '{$refund.reason :text default=|No reason given|}',
    what: '{$refund.amount :money} refunded, {$order.number}',
    facts:
      '{#p}To {#b}{$customer.fullName :text default=|a guest|}{/b}, {$refund.method :text default=|the way it was paid|}. Reason: {$refund.reason :text default=|none given|}.{/p}',
  },
  de: {
    subject: 'Erstattet: {$refund.amount :money} zu {$order.number}',
    preheader: '{$refund.reason :text default=|Ohne Angabe von Gründen|}',
    what: '{$refund.amount :money} erstattet, {$order.number}',
    facts:
      '{#p}An {#b}{$customer.fullName :text default=|einen Gast|}{/b}, {$refund.method :text default=|auf dem Zahlungsweg|}. Grund: {$refund.reason :text default=|keine Angabe|}.{/p}',
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
    name: 'Money went back',
    moment: 'refund.issued',
    audience: 'staff',
    on: false,
    template: refundStaff,
  },
];
