/** When something does not go as it should: pauses, delays, returns, cancellations, mail that comes back. And notes. */
import { HELP_DE, HELP_EN, toCustomer, toStaff, type ShippedNotification } from './shape';

const needsAttention = toCustomer([{ id: 'items', kind: 'items', prices: false }], {
  en: {
    subject: 'We need a word from you about {$order.number}',
    preheader: '{$reason.words :text default=|Something about your order needs a word from you|}',
    head: 'Your order is waiting for you',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, we have paused your order {$order.number}: {#b}{$reason.words :text default=|something needs a word from you|}{/b}. Nothing is lost. Answer this message, and we go on at once.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Wir brauchen ein Wort von Ihnen zu {$order.number}',
    preheader: '{$reason.words :text default=|Zu Ihrer Bestellung brauchen wir ein Wort von Ihnen|}',
    head: 'Ihre Bestellung wartet auf Sie',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, wir haben Ihre Bestellung {$order.number} angehalten: {#b}{$reason.words :text default=|wir brauchen ein Wort von Ihnen|}{/b}. Es geht nichts verloren. Antworten Sie auf diese Nachricht, und wir machen sofort weiter.{/p}',
    help: HELP_DE,
  },
});

const needsAttentionStaff = toStaff([], {
  en: {
    subject: 'Look at {$order.number}: it is paused',
    preheader: '{$reason.words :text default=|No reason given|}',
    what: '{$order.number} is paused',
    facts:
      '{#p}{#b}{$reason.words :text default=|No reason given|}{/b}{/p}{#p}{$customer.fullName :text default=|A guest|}, {$order.total :money}, {$order.channel}. Dispatch was planned for {$order.expectedDispatch :date fields=month-day-weekday length=long default=|no set day|}.{/p}',
  },
  de: {
    subject: '{$order.number} ansehen: angehalten',
    preheader: '{$reason.words :text default=|Ohne Angabe von Gründen|}',
    what: '{$order.number} ist angehalten',
    facts:
      '{#p}{#b}{$reason.words :text default=|Ohne Angabe von Gründen|}{/b}{/p}{#p}{$customer.fullName :text default=|Ein Gast|}, {$order.total :money}, {$order.channel}. Versand war geplant für {$order.expectedDispatch :date fields=month-day-weekday length=long default=|keinen festen Tag|}.{/p}',
  },
});

const itemDelayed = toCustomer([], {
  en: {
    subject: '{$delay.item} takes a little longer: {$order.number}',
    preheader: 'We now expect it on {$delay.until :date default=|a later day|}. You need not do anything.',
    head: 'One thing takes longer',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, {#b}{$delay.item}{/b} of your order is not ready when we said: {$delay.reason :text default=|it is out of stock|}. We expect it on {$delay.until :date fields=month-day-weekday length=long default=|a later day|} and send it as soon as it is here.{/p}{#p}Would you rather have something else, or your money back? Answer this message.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: '{$delay.item} dauert etwas länger: {$order.number}',
    preheader: 'Wir erwarten den Artikel am {$delay.until :date default=|einem späteren Tag|}. Sie müssen nichts tun.',
    head: 'Ein Artikel dauert länger',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, {#b}{$delay.item}{/b} aus Ihrer Bestellung ist nicht zum genannten Tag bereit: {$delay.reason :text default=|der Artikel ist nicht vorrätig|}. Wir erwarten ihn am {$delay.until :date fields=month-day-weekday length=long default=|einem späteren Tag|} und senden ihn, sobald er da ist.{/p}{#p}Möchten Sie lieber etwas anderes oder Ihr Geld zurück? Antworten Sie auf diese Nachricht.{/p}',
    help: HELP_DE,
  },
});

const itemDelayedStaff = toStaff([], {
  en: {
    subject: 'Late: {$delay.item} for {$order.number}',
    preheader: 'Now expected on {$delay.until :date default=|an open date|}',
    what: '{$delay.item} is late',
    facts:
      '{#p}For {#b}{$order.number}{/b}, {$customer.fullName :text default=|a guest|}. Expected on {#b}{$delay.until :date fields=month-day-weekday length=long default=|an open date|}{/b}: {$delay.reason :text default=|no reason given|}.{/p}',
  },
  de: {
    subject: 'Verspätet: {$delay.item} für {$order.number}',
    preheader: 'Erwartet am {$delay.until :date default=|offenen Tag|}',
    what: '{$delay.item} ist verspätet',
    facts:
      '{#p}Für {#b}{$order.number}{/b}, {$customer.fullName :text default=|ein Gast|}. Erwartet am {#b}{$delay.until :date fields=month-day-weekday length=long default=|offenen Tag|}{/b}: {$delay.reason :text default=|ohne Angabe von Gründen|}.{/p}',
  },
});

const noteAdded = toCustomer([], {
  en: {
    subject: 'A note about your order {$order.number}',
    preheader: 'From {$note.by :text default=|us|} at {$store.name}',
    head: 'A note about your order',
    say: '{#p}Hello {$customer.firstName :text default=|there|},{/p}{#p}{$note.words}{/p}{#p}{$note.by :text default=|Your team|}, {$store.name}{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Eine Notiz zu Ihrer Bestellung {$order.number}',
    preheader: 'Von {$note.by :text default=|uns|} bei {$store.name}',
    head: 'Eine Notiz zu Ihrer Bestellung',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|},{/p}{#p}{$note.words}{/p}{#p}{$note.by :text default=|Ihr Team|}, {$store.name}{/p}',
    help: HELP_DE,
  },
});

const returnReceived = toCustomer([], {
  en: {
    subject: 'Your return for {$order.number} has arrived',
    preheader: '{$return.items} came back. We look at it and write again.',
    head: 'Your return has arrived',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, {#b}{$return.items}{/b} came back to us on {$return.receivedAt :date fields=month-day-weekday length=long default=|one of the last days|}. We look at it within three working days, and write to you when the refund is on its way.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Ihre Rücksendung zu {$order.number} ist da',
    preheader: '{$return.items} kam bei uns an. Wir sehen es uns an und schreiben wieder.',
    head: 'Ihre Rücksendung ist da',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, {#b}{$return.items}{/b} kam am {$return.receivedAt :date fields=month-day-weekday length=long default=|einem der letzten Tage|} bei uns an. Wir sehen es uns innerhalb von drei Werktagen an und schreiben Ihnen, sobald die Erstattung unterwegs ist.{/p}',
    help: HELP_DE,
  },
});

const cancelled = toCustomer([{ id: 'items', kind: 'items', pictures: false }], {
  en: {
    subject: 'Your order {$order.number} is cancelled',
    preheader: 'Nothing will be sent. What you paid comes back to you.',
    head: 'Your order is cancelled',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, order {$order.number} is cancelled ({$reason.words :text default=|as agreed|}). Nothing will be sent, and whatever you have paid comes back the way you paid it. We write to you when it does.{/p}',
    help: 'Was this not what you wanted? Answer this message or write to {$store.email} soon, and we see what we can do.',
  },
  de: {
    subject: 'Ihre Bestellung {$order.number} ist storniert',
    preheader: 'Es wird nichts versandt. Was Sie bezahlt haben, kommt zurück.',
    head: 'Ihre Bestellung ist storniert',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, die Bestellung {$order.number} ist storniert ({$reason.words :text default=|wie besprochen|}). Es wird nichts versandt, und was Sie bezahlt haben, geht denselben Weg zurück. Wir schreiben Ihnen, sobald es so weit ist.{/p}',
    help: 'War das nicht in Ihrem Sinn? Antworten Sie bald auf diese Nachricht oder schreiben Sie an {$store.email}; wir sehen, was wir tun können.',
  },
});

const cancelledStaff = toStaff([{ id: 'items', kind: 'items', pictures: false, prices: false }], {
  en: {
    subject: 'Stop {$order.number}: cancelled',
    preheader: '{$reason.words :text default=|No reason given|}. Put the goods back.',
    what: 'Stop {$order.number}',
    facts:
      '{#p}{#b}{$customer.fullName :text default=|A guest|}{/b}: {$reason.words :text default=|no reason given|}. Do not dispatch it; put these back on the shelf.{/p}',
  },
  de: {
    subject: '{$order.number} anhalten: storniert',
    preheader: '{$reason.words :text default=|Ohne Angabe von Gründen|}. Ware zurücklegen.',
    what: '{$order.number} anhalten',
    facts:
      '{#p}{#b}{$customer.fullName :text default=|Ein Gast|}{/b}: {$reason.words :text default=|ohne Angabe von Gründen|}. Nicht versenden; dies zurück ins Regal legen.{/p}',
  },
});

const mailCameBack = toStaff([{ id: 'record', kind: 'button', target: { variable: 'bounce.recordUrl' } }], {
  en: {
    subject: 'Not delivered: {$bounce.notification} for {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: '{$customer.fullName :text default=|The customer|} did not get it',
    facts:
      '{#p}{#b}{$bounce.notification}{/b} for order {#b}{$order.number}{/b} came back from {$bounce.recipient}: {$bounce.words}.{/p}{#p}Ask for another address by phone ({$customer.phone :text default=|no number known|}), correct it, and send the message again.{/p}',
    record: 'See what happened',
  },
  de: {
    subject: 'Nicht zugestellt: {$bounce.notification} zu {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: '{$customer.fullName :text default=|Die Kundin, der Kunde|} hat sie nicht bekommen',
    facts:
      '{#p}{#b}{$bounce.notification}{/b} zur Bestellung {#b}{$order.number}{/b} kam von {$bounce.recipient} zurück: {$bounce.words}.{/p}{#p}Telefonisch nach einer anderen Adresse fragen ({$customer.phone :text default=|keine Nummer bekannt|}), berichtigen und noch einmal senden.{/p}',
    record: 'Ansehen, was geschah',
  },
});

export const TROUBLE: readonly ShippedNotification[] = [
  {
    slug: 'needs-attention',
    name: 'Your order needs attention',
    moment: 'order.paused',
    audience: 'customer',
    on: false,
    template: needsAttention,
  },
  {
    slug: 'needs-attention-staff',
    name: 'Order needs attention',
    moment: 'order.paused',
    audience: 'staff',
    on: true,
    template: needsAttentionStaff,
  },
  {
    slug: 'item-delayed',
    name: 'Item delayed',
    moment: 'order.item-delayed',
    audience: 'customer',
    on: true,
    template: itemDelayed,
  },
  {
    slug: 'item-delayed-staff',
    name: 'Item late',
    moment: 'order.item-delayed',
    audience: 'staff',
    on: false,
    template: itemDelayedStaff,
  },
  {
    slug: 'note-added',
    name: 'A note about your order',
    moment: 'order.note-added',
    audience: 'customer',
    on: true,
    template: noteAdded,
  },
  {
    slug: 'return-received',
    name: 'Return received',
    moment: 'return.received',
    audience: 'customer',
    on: true,
    template: returnReceived,
  },
  {
    slug: 'order-cancelled',
    name: 'Order cancelled',
    moment: 'order.cancelled',
    audience: 'customer',
    on: true,
    template: cancelled,
  },
  {
    slug: 'order-cancelled-staff',
    name: 'Stop: cancelled',
    moment: 'order.cancelled',
    audience: 'staff',
    on: true,
    template: cancelledStaff,
  },
  {
    slug: 'mail-came-back',
    name: 'Mail came back',
    moment: 'delivery.bounced',
    audience: 'staff',
    on: true,
    template: mailCameBack,
  },
];
