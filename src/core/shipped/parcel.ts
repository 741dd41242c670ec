/** Parcels, collecting and downloads. */
import type { Template } from '../template/schema';
import { HELP_DE, HELP_EN, toCustomer, type ShippedNotification } from './shape';

const onItsWay: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'left', kind: 'heading' },
    { id: 'how', kind: 'text' },
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
      inside: 'In this parcel',
      help: 'Nobody at home? The carrier leaves a note. If something arrives damaged, send us a picture at {$store.email}, and we put it right.',
    },
    de: {
      subject: 'Ihr Paket ist unterwegs: {$order.number}',
      preheader: '{$shipment.carrier :text default=|Der Paketdienst|} hat es. Was darin ist und wie Sie es verfolgen.',
      left: 'Unterwegs nach {$delivery.city :text default=|Hause|}',
      how: '{#p}Gute Nachricht, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}: Ihr Paket hat {$shipment.location :text default=|unsere Werkbank|} verlassen ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|heute|}). {$shipment.carrier :text default=|Der Paketdienst|} bringt es zu Ihnen.{/p}',
      inside: 'In diesem Paket',
      help: 'Niemand zu Hause? Der Paketdienst hinterlässt eine Nachricht. Ist etwas beschädigt, senden Sie uns ein Bild an {$store.email}; wir bringen es in Ordnung.',
    },
  },
};

/** A part of the order: what is in this parcel, and that the rest is not forgotten. */
const onItsWayPart: Template = {
  version: 1,
  blocks: onItsWay.blocks,
  words: {
    en: {
      ...onItsWay.words.en,
      subject: 'A part of {$order.number} is on its way',
      preheader: '{$shipment.carrier :text default=|The carrier|} has it. The rest follows in a parcel of its own.',
      left: 'A part of your order is on its way',
      how: '{#p}Good news, {$customer.firstName :text default=|friend|}: a part of your order left {$shipment.location :text default=|our bench|} ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|today|}). {$shipment.carrier :text default=|The carrier|} brings it to your door.{/p}{#p}{#b}The rest follows in a parcel of its own,{/b} and we write to you again when it leaves. You pay nothing more for it.{/p}',
    },
    de: {
      ...onItsWay.words.de,
      subject: 'Ein Teil von {$order.number} ist unterwegs',
      preheader: '{$shipment.carrier :text default=|Der Paketdienst|} hat ihn. Der Rest folgt in einem eigenen Paket.',
      left: 'Ein Teil Ihrer Bestellung ist unterwegs',
      how: '{#p}Gute Nachricht, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}: Ein Teil Ihrer Bestellung hat {$shipment.location :text default=|unsere Werkbank|} verlassen ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|heute|}). {$shipment.carrier :text default=|Der Paketdienst|} bringt ihn zu Ihnen.{/p}{#p}{#b}Der Rest folgt in einem eigenen Paket,{/b} und wir schreiben Ihnen wieder, sobald es unterwegs ist. Dafür zahlen Sie nichts zusätzlich.{/p}',
    },
  },
};

/** What was left of the order: with it, nothing more is to come. */
const onItsWayLast: Template = {
  version: 1,
  blocks: onItsWay.blocks,
  words: {
    en: {
      ...onItsWay.words.en,
      subject: 'The rest of {$order.number} is on its way',
      preheader: '{$shipment.carrier :text default=|The carrier|} has it. With this parcel your order is complete.',
      left: 'The rest of your order is on its way',
      how: '{#p}Good news, {$customer.firstName :text default=|friend|}: the rest of your order left {$shipment.location :text default=|our bench|} ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|today|}). {$shipment.carrier :text default=|The carrier|} brings it to your door, and {#b}with this parcel your order is complete.{/b}{/p}',
    },
    de: {
      ...onItsWay.words.de,
      subject: 'Der Rest von {$order.number} ist unterwegs',
      preheader:
        '{$shipment.carrier :text default=|Der Paketdienst|} hat ihn. Mit diesem Paket ist Ihre Bestellung vollständig.',
      left: 'Der Rest Ihrer Bestellung ist unterwegs',
      how: '{#p}Gute Nachricht, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}: Der Rest Ihrer Bestellung hat {$shipment.location :text default=|unsere Werkbank|} verlassen ({$shipment.dispatchedAt :date fields=month-day-weekday length=long default=|heute|}). {$shipment.carrier :text default=|Der Paketdienst|} bringt ihn zu Ihnen, und {#b}mit diesem Paket ist Ihre Bestellung vollständig.{/b}{/p}',
    },
  },
};

const trackingChanged = toCustomer([{ id: 'parcel', kind: 'parcel' }], {
  en: {
    subject: 'News of your parcel: {$order.number}',
    preheader: 'Its tracking has changed. The link below follows it from here.',
    head: 'Your parcel has new tracking',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, the tracking of your parcel has changed. {$shipment.carrier :text default=|The carrier|} has it, and what you see below is what counts now.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Neues von Ihrem Paket: {$order.number}',
    preheader: 'Die Sendungsverfolgung hat sich geändert. Der Link unten gilt ab jetzt.',
    head: 'Ihr Paket hat eine neue Sendungsverfolgung',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, die Sendungsverfolgung Ihres Pakets hat sich geändert. {$shipment.carrier :text default=|Der Paketdienst|} hat es, und es gilt, was Sie unten sehen.{/p}',
    help: HELP_DE,
  },
});

const readyToCollect = toCustomer([{ id: 'items', kind: 'items', prices: false }], {
  en: {
    subject: 'Ready for you to collect: {$order.number}',
    preheader: 'Your order waits at {$shipment.location :text default=|our shop|}.',
    head: 'It is ready, {$customer.firstName :text default=|come by|}',
    say: '{#p}Your order is packed and waits for you at {#b}{$shipment.location :text default=|our shop|}{/b}. Bring the number {#b}{$order.number}{/b} with you, on paper or on your phone.{/p}{#p}You do not have to hurry: we keep it for two weeks.{/p}',
    help: HELP_EN,
  },
  de: {
    subject: 'Zum Abholen bereit: {$order.number}',
    preheader: 'Ihre Bestellung liegt bereit: {$shipment.location :text default=|in unserem Laden|}.',
    head: 'Alles ist bereit, {$customer.firstName :text default=|kommen Sie vorbei|}',
    say: '{#p}Ihre Bestellung ist gepackt und liegt für Sie bereit: {#b}{$shipment.location :text default=|in unserem Laden|}{/b}. Bringen Sie die Nummer {#b}{$order.number}{/b} mit, auf Papier oder auf dem Telefon.{/p}{#p}Es eilt nicht: Wir heben sie zwei Wochen lang auf.{/p}',
    help: HELP_DE,
  },
});

const delivered = toCustomer(
  [
    { id: 'items', kind: 'items', prices: false },
    { id: 'notes', kind: 'notes' },
  ],
  {
    en: {
      subject: 'Your parcel has arrived: {$order.number}',
      preheader: 'It was handed over. Here is what should be inside.',
      head: 'Your parcel is there',
      say: '{#p}{$shipment.carrier :text default=|The carrier|} tells us that your parcel was handed over, {$customer.firstName :text default=|friend|}. Below is what should be inside. Is something missing or damaged? Tell us within a week, and we put it right.{/p}',
      help: HELP_EN,
    },
    de: {
      subject: 'Ihr Paket ist angekommen: {$order.number}',
      preheader: 'Es wurde übergeben. Was darin sein sollte, steht hier.',
      head: 'Ihr Paket ist da',
      say: '{#p}{$shipment.carrier :text default=|Der Paketdienst|} meldet, dass Ihr Paket übergeben wurde, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}. Unten steht, was darin sein sollte. Fehlt etwas oder ist etwas beschädigt? Sagen Sie es uns innerhalb einer Woche, und wir bringen es in Ordnung.{/p}',
      help: HELP_DE,
    },
  },
);

const yourDownloads = toCustomer([{ id: 'downloads', kind: 'downloads' }], {
  en: {
    subject: 'Your downloads for {$order.number}',
    preheader: 'Your files are ready. Keep this message: the links are yours.',
    head: 'Your files are ready',
    say: '{#p}Thank you, {$customer.firstName :text default=|friend|}. What you ordered can be downloaded now. Save the files where you will find them again.{/p}',
    help: 'Does a link not work? Answer this message or write to {$store.email}, and we send you the file.',
  },
  de: {
    subject: 'Ihre Downloads zu {$order.number}',
    preheader: 'Ihre Dateien sind bereit. Heben Sie diese Nachricht auf: Die Links gehören Ihnen.',
    head: 'Ihre Dateien sind bereit',
    say: '{#p}Vielen Dank, {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}. Was Sie bestellt haben, können Sie jetzt herunterladen. Speichern Sie die Dateien dort, wo Sie sie wiederfinden.{/p}',
    help: 'Funktioniert ein Link nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; wir senden Ihnen die Datei.',
  },
});

export const PARCEL: readonly ShippedNotification[] = [
  {
    slug: 'on-its-way',
    name: 'On its way',
    moment: 'shipment.dispatched',
    audience: 'customer',
    on: true,
    template: onItsWay,
    variants: [
      {
        variant: 'a-part',
        name: 'A part of it',
        when: { match: 'all', tests: [{ about: 'shipment', is: 'part' }] },
        template: onItsWayPart,
      },
      {
        variant: 'the-last-part',
        name: 'The last part',
        when: { match: 'all', tests: [{ about: 'shipment', is: 'last' }] },
        template: onItsWayLast,
      },
    ],
  },
  {
    slug: 'tracking-changed',
    name: 'Tracking changed',
    moment: 'shipment.updated',
    audience: 'customer',
    on: true,
    template: trackingChanged,
  },
  {
    slug: 'ready-to-collect',
    name: 'Ready to collect',
    moment: 'shipment.ready-for-pickup',
    audience: 'customer',
    on: true,
    template: readyToCollect,
  },
  {
    slug: 'delivered',
    name: 'Delivered',
    moment: 'shipment.delivered',
    audience: 'customer',
    on: false,
    template: delivered,
  },
  {
    slug: 'your-downloads',
    name: 'Your downloads',
    moment: 'download.ready',
    audience: 'customer',
    on: true,
    template: yourDownloads,
  },
];
