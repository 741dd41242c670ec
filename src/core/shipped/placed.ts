/** When an order is placed. */
import type { Template } from '../template/schema';
import type { ShippedNotification } from './shape';

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
      next: '.input {$order.itemCount :number}\n.match $order.itemCount\none {{{#p}Your order arrived safely and {$order.firstItem} is on our bench. It comes to {#b}{$order.total :money}{/b}.{/p}{#p}We expect to hand the parcel over on {$order.expectedDispatch :date fields=month-day-weekday length=long default=|one of the next days|} and write to you again when we do.{/p}}}\n* {{{#p}Your order arrived safely and its {$order.itemCount} items are on our bench. They come to {#b}{$order.total :money}{/b}.{/p}{#p}We expect to hand the parcel over on {$order.expectedDispatch :date fields=month-day-weekday length=long default=|one of the next days|} and write to you again when we do.{/p}}}',
      follow: 'Follow your order',
      help: 'Is something not right? Answer this message or write to {$store.email}, and one of us will see to it.',
    },
    de: {
      subject: 'Ihre Bestellung {$order.number} ist bei uns',
      preheader:
        '.input {$order.itemCount :number}\n.match $order.itemCount\none {{Ein Artikel, {$order.total :money}. Wir machen ihn bereit.}}\n* {{{$order.itemCount} Artikel, {$order.total :money}. Wir machen sie bereit.}}',
      thanks: 'Vielen Dank, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}',
      next: '.input {$order.itemCount :number}\n.match $order.itemCount\none {{{#p}Ihre Bestellung ist gut angekommen, und {$order.firstItem} liegt auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}{#p}Das Paket geht voraussichtlich am {$order.expectedDispatch :date fields=month-day-weekday length=long default=|einem der nächsten Tage|} auf den Weg. Dann schreiben wir Ihnen wieder.{/p}}}\n* {{{#p}Ihre Bestellung ist gut angekommen, und die {$order.itemCount} Artikel liegen auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}{#p}Das Paket geht voraussichtlich am {$order.expectedDispatch :date fields=month-day-weekday length=long default=|einem der nächsten Tage|} auf den Weg. Dann schreiben wir Ihnen wieder.{/p}}}',
      follow: 'Bestellung verfolgen',
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; jemand von uns kümmert sich darum.',
    },
  },
};

/** A guest has no account to look into: the message says where to keep it, and asks for nothing else. */
const orderReceivedGuest: Template = {
  version: 1,
  blocks: orderReceived.blocks,
  words: {
    en: {
      ...orderReceived.words.en,
      follow: 'Follow your order, without an account',
      help: 'Keep this message: its button leads to your order, and no password is needed. Is something not right? Answer it or write to {$store.email}, and one of us will see to it.',
    },
    de: {
      ...orderReceived.words.de,
      follow: 'Bestellung verfolgen, auch ohne Konto',
      help: 'Heben Sie diese Nachricht auf: Ihr Knopf führt zu Ihrer Bestellung, ganz ohne Passwort. Stimmt etwas nicht? Antworten Sie darauf oder schreiben Sie an {$store.email}; jemand von uns kümmert sich darum.',
    },
  },
};

/** Trade customers order by number and quantity, and pay on account: figures first, and no chat. */
const orderReceivedTrade: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'thanks', kind: 'heading' },
    { id: 'next', kind: 'text' },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'Order {$order.number} is booked: {$order.total :money}',
      preheader: 'Dispatch planned for {$order.expectedDispatch :date default=|the next days|}. The invoice follows.',
      thanks: 'Your order {$order.number} is booked',
      next: '{#p}Thank you for your order. It comes to {#b}{$order.total :money}{/b}. Dispatch is planned for {#b}{$order.expectedDispatch :date fields=month-day-weekday length=long default=|the next days|}{/b}; the invoice follows by separate mail.{/p}{#p}Please look the quantities over and tell us of changes before dispatch.{/p}',
      help: 'Answer this message or write to {$store.email}: it reaches the trade desk.',
    },
    de: {
      subject: 'Bestellung {$order.number} ist gebucht: {$order.total :money}',
      preheader: 'Versand geplant für {$order.expectedDispatch :date default=|die nächsten Tage|}. Die Rechnung folgt.',
      thanks: 'Ihre Bestellung {$order.number} ist gebucht',
      next: '{#p}Vielen Dank für Ihre Bestellung. Sie kommt auf {#b}{$order.total :money}{/b}. Der Versand ist geplant für {#b}{$order.expectedDispatch :date fields=month-day-weekday length=long default=|die nächsten Tage|}{/b}; die Rechnung folgt mit eigener Post.{/p}{#p}Bitte sehen Sie die Mengen durch und sagen Sie uns Änderungen vor dem Versand.{/p}',
      help: 'Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}: Das erreicht unser Team für Händler.',
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

export const PLACED: readonly ShippedNotification[] = [
  {
    slug: 'order-received',
    name: 'Order received',
    moment: 'order.placed',
    audience: 'customer',
    on: true,
    template: orderReceived,
    variants: [
      {
        variant: 'guests',
        name: 'Guests',
        when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] },
        template: orderReceivedGuest,
      },
      {
        variant: 'trade',
        name: 'Trade desk',
        when: { match: 'all', tests: [{ about: 'channel', is: 'one', of: ['trade-desk'] }] },
        template: orderReceivedTrade,
        channel: 'trade-desk',
      },
    ],
  },
  { slug: 'new-order', name: 'New order', moment: 'order.placed', audience: 'staff', on: true, template: newOrder },
];
