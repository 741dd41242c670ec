/** The templates that ship: finished words for each notification, to begin from and to go back to. */
import type { Template } from './schema';

export interface ShippedNotification {
  slug: string;
  name: string;
  moment: string;
  audience: 'customer' | 'staff';
  template: Template;
}

const orderReceived: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'thanks', kind: 'heading' },
    { id: 'next', kind: 'text' },
    { id: 'follow', kind: 'button', target: { variable: 'order.statusUrl' } },
    { id: 'items', kind: 'items' },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'We have your order {$order.number}',
      preheader:
        '.input {$order.itemCount :number}\n.match $order.itemCount\none {{One item, {$order.total :money}. We are getting it ready.}}\n* {{{$order.itemCount} items, {$order.total :money}. We are getting them ready.}}',
      thanks: 'Thank you, {$customer.firstName :text default=|friend|}',
      next: '.input {$order.itemCount :number}\n.match $order.itemCount\none {{{#p}Your order arrived safely and {$order.firstItem} is on our bench. It comes to {#b}{$order.total :money}{/b}.{/p}{#p}We expect to hand the parcel over on {$order.expectedDispatch :date fields=month-day-weekday length=long default=|one of the next days|} and write to you again when we do.{/p}}}\n* {{{#p}Your order arrived safely and all {$order.itemCount} items are on our bench. They come to {#b}{$order.total :money}{/b}.{/p}{#p}We expect to hand the parcel over on {$order.expectedDispatch :date fields=month-day-weekday length=long default=|one of the next days|} and write to you again when we do.{/p}}}',
      follow: 'Follow your order',
      help: 'Is something not right? Answer this message or write to {$store.email}, and one of us will see to it.',
    },
    de: {
      subject: 'Ihre Bestellung {$order.number} ist bei uns',
      preheader:
        '.input {$order.itemCount :number}\n.match $order.itemCount\none {{Ein Artikel, {$order.total :money}. Wir machen ihn bereit.}}\n* {{{$order.itemCount} Artikel, {$order.total :money}. Wir machen sie bereit.}}',
      thanks: 'Vielen Dank, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}',
      next: '.input {$order.itemCount :number}\n.match $order.itemCount\none {{{#p}Ihre Bestellung ist gut angekommen, und {$order.firstItem} liegt auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}{#p}Das Paket geht voraussichtlich am {$order.expectedDispatch :date fields=month-day-weekday length=long default=|einem der nächsten Tage|} auf den Weg. Dann schreiben wir Ihnen wieder.{/p}}}\n* {{{#p}Ihre Bestellung ist gut angekommen, und alle {$order.itemCount} Artikel liegen auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}{#p}Das Paket geht voraussichtlich am {$order.expectedDispatch :date fields=month-day-weekday length=long default=|einem der nächsten Tage|} auf den Weg. Dann schreiben wir Ihnen wieder.{/p}}}',
      follow: 'Bestellung verfolgen',
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; jemand von uns kümmert sich darum.',
    },
  },
};

const newOrder: Template = {
  version: 1,
  blocks: [
    { id: 'what', kind: 'heading', size: 'heading' },
    { id: 'facts', kind: 'text' },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses', show: 'delivery' },
  ],
  words: {
    en: {
      subject: 'New order {$order.number}: {$order.total :money}',
      preheader: '{$customer.fullName :text default=|A guest|}, {$order.channel}',
      what: '{$order.number}, {$order.total :money}',
      facts:
        '{#p}{#b}{$customer.fullName :text default=|A guest|}{/b} ordered through {$order.channel} on {$order.placedAt :date fields=month-day-weekday length=long}. Dispatch by {$order.expectedDispatch :date fields=month-day-weekday length=long default=|no set day|}.{/p}{#p}Note from the customer: {$order.note :text default=|none|}{/p}',
    },
    de: {
      subject: 'Neue Bestellung {$order.number}: {$order.total :money}',
      preheader: '{$customer.fullName :text default=|Ein Gast|}, {$order.channel}',
      what: '{$order.number}, {$order.total :money}',
      facts:
        '{#p}{#b}{$customer.fullName :text default=|Ein Gast|}{/b} hat am {$order.placedAt :date fields=month-day-weekday length=long} über {$order.channel} bestellt. Versand bis {$order.expectedDispatch :date fields=month-day-weekday length=long default=|ohne festen Tag|}.{/p}{#p}Notiz der Kundin oder des Kunden: {$order.note :text default=|keine|}{/p}',
    },
  },
};

const onItsWay: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'left', kind: 'heading' },
    { id: 'how', kind: 'text' },
    {
      id: 'part',
      kind: 'text',
      when: { match: 'all', tests: [{ about: 'shipment', is: 'part' }] },
    },
    { id: 'parcel', kind: 'parcel' },
    { id: 'inside', kind: 'heading', size: 'heading' },
    { id: 'items', kind: 'items', prices: false },
    { id: 'where', kind: 'addresses', show: 'delivery' },
    { id: 'notes', kind: 'notes' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'Your parcel is on its way: {$order.number}',
      preheader:
        '{$shipment.carrier :text default=|The carrier|} has it. Here is what is inside, and how to follow it.',
      left: 'On its way to {$delivery.city :text default=|you|}',
      how: '{#p}Good news, {$customer.firstName :text default=|friend|}: your parcel left {$shipment.location :text default=|our bench|} ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|today|}). {$shipment.carrier :text default=|The carrier|} brings it to your door.{/p}',
      part: '{#p}This parcel holds a part of your order. The rest follows in one of its own, and we write to you again when it leaves.{/p}',
      inside: 'In this parcel',
      help: 'Nobody at home? The carrier leaves a note. If something arrives damaged, send us a picture at {$store.email}, and we put it right.',
    },
    de: {
      subject: 'Ihr Paket ist unterwegs: {$order.number}',
      preheader: '{$shipment.carrier :text default=|Der Paketdienst|} hat es. Was darin ist und wie Sie es verfolgen.',
      left: 'Unterwegs nach {$delivery.city :text default=|Hause|}',
      how: '{#p}Gute Nachricht, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}: Ihr Paket hat {$shipment.location :text default=|unsere Werkbank|} verlassen ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|heute|}). {$shipment.carrier :text default=|Der Paketdienst|} bringt es zu Ihnen.{/p}',
      part: '{#p}Dieses Paket enthält einen Teil Ihrer Bestellung. Der Rest folgt in einem eigenen Paket, und wir schreiben Ihnen, sobald es unterwegs ist.{/p}',
      inside: 'In diesem Paket',
      help: 'Niemand zu Hause? Der Paketdienst hinterlässt eine Nachricht. Ist etwas beschädigt, senden Sie uns ein Bild an {$store.email}; wir bringen es in Ordnung.',
    },
  },
};

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
      when: '{#p}Hello {$customer.firstName :text default=|there|}, we sent {#b}{$refund.amount :money}{/b} back to you on {$refund.issuedAt :date fields=month-day-weekday length=long default=|today’s date|}. It goes back the way you paid, and usually arrives within five working days.{/p}',
      help: 'Does something not add up? Answer this message or write to {$store.email}, and we look at it together.',
    },
    de: {
      subject: '{$refund.amount :money} sind auf dem Weg zurück zu Ihnen',
      preheader: 'Zu Bestellung {$order.number}. Meist ist der Betrag innerhalb von fünf Werktagen da.',
      back: 'Wir haben {$refund.amount :money} erstattet',
      when: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, wir haben Ihnen am {$refund.issuedAt :date fields=month-day-weekday length=long default=|heutigen Tag|} {#b}{$refund.amount :money}{/b} zurückgesandt. Der Betrag geht den Weg zurück, auf dem Sie bezahlt haben, und ist meist innerhalb von fünf Werktagen da.{/p}',
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; wir sehen es uns gemeinsam an.',
    },
  },
};

export const SHIPPED_NOTIFICATIONS: readonly ShippedNotification[] = [
  {
    slug: 'order-received',
    name: 'Order received',
    moment: 'order.placed',
    audience: 'customer',
    template: orderReceived,
  },
  { slug: 'new-order', name: 'New order', moment: 'order.placed', audience: 'staff', template: newOrder },
  {
    slug: 'on-its-way',
    name: 'On its way',
    moment: 'shipment.dispatched',
    audience: 'customer',
    template: onItsWay,
  },
  {
    slug: 'refund-issued',
    name: 'Refund issued',
    moment: 'refund.issued',
    audience: 'customer',
    template: refundIssued,
  },
];
