/** Messages that a colleague chooses, adapts and sends from an order. */
import { BY_HAND } from '../moments/registry';
import { HELP_DE, HELP_EN, toCustomer, type ShippedNotification } from './shape';

const oneQuestion = toCustomer([], {
  en: {
    subject: 'One question about {$order.number}',
    preheader: 'A short answer from you, and we go on with your order.',
    head: 'One question, {$customer.firstName :text default=|if you have a moment|}',
    say: '{#p}We are getting your order {$order.number} ready, and one thing is not clear to us: {#b}which of the two colours did you mean?{/b}{/p}{#p}Answer this message in a word or two, and we go on at once. Nothing happens before you do.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Eine Frage zu {$order.number}',
    preheader: 'Eine kurze Antwort von Ihnen, und wir machen weiter.',
    head: 'Eine Frage, {$customer.firstName :text default=|wenn Sie einen Moment haben|}',
    say: '{#p}Wir machen Ihre Bestellung {$order.number} bereit, und eines ist uns nicht klar: {#b}Welche der beiden Farben haben Sie gemeint?{/b}{/p}{#p}Antworten Sie in ein, zwei Worten auf diese Nachricht, und wir machen sofort weiter. Vorher geschieht nichts.{/p}',
    help: HELP_DE,
  },
});

const lookedInto = toCustomer([{ id: 'parcel', kind: 'parcel' }], {
  en: {
    subject: 'We are looking for your parcel: {$order.number}',
    preheader: 'We have asked {$shipment.carrier :text default=|the carrier|}, and write as soon as we know more.',
    head: 'We are looking into it',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, your parcel should have been with you by now. We have asked {$shipment.carrier :text default=|the carrier|} where it is.{/p}{#p}We write to you again within two working days. If it has not turned up by then, we send the goods once more, and you pay nothing for it.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Wir suchen Ihr Paket: {$order.number}',
    preheader: 'Wir haben bei {$shipment.carrier :text default=|dem Paketdienst|} nachgefragt und melden uns wieder.',
    head: 'Wir gehen der Sache nach',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, Ihr Paket sollte längst bei Ihnen sein. Wir haben bei {$shipment.carrier :text default=|dem Paketdienst|} nachgefragt, wo es ist.{/p}{#p}Innerhalb von zwei Werktagen schreiben wir Ihnen wieder. Ist es bis dahin nicht aufgetaucht, senden wir die Ware noch einmal, und Sie zahlen nichts dafür.{/p}',
    help: HELP_DE,
  },
});

const freeWord = toCustomer([{ id: 'items', kind: 'items', prices: false }], {
  en: {
    subject: 'A word about your order {$order.number}',
    preheader: 'From the people who are getting it ready.',
    head: 'A word about your order',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, we are writing about your order {$order.number} of {$order.placedAt :date fields=month-day-weekday length=long}.{/p}{#p}You need not do anything; we only wanted you to know.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Ein Wort zu Ihrer Bestellung {$order.number}',
    preheader: 'Von denen, die sie bereit machen.',
    head: 'Ein Wort zu Ihrer Bestellung',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, wir schreiben Ihnen wegen Ihrer Bestellung {$order.number} vom {$order.placedAt :date fields=month-day-weekday length=long}.{/p}{#p}Sie müssen nichts tun; wir wollten nur, dass Sie es wissen.{/p}',
    help: HELP_DE,
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
