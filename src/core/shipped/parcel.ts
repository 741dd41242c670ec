/** Parcels, collecting and downloads. */
import type { Template } from '../template/schema';
import { saidOtherwise, toCustomer, type ShippedNotification } from './shape';
import { b, byPresence, collectAt, day, p, whether } from './sentences';

/** That something was handed over, to whom and when as far as that is known, and a paragraph after it. */
const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`${it} was handed over to {$shipment.carrier} on ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`${it} was handed over to {$shipment.carrier}.`) + after,
    '* present': p(`${it} was handed over for delivery on ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`${it} was handed over for delivery.`) + after,
  });

const handedOverDe = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`${it} wurde an {$shipment.carrier} übergeben, am ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`${it} wurde an {$shipment.carrier} übergeben.`) + after,
    '* present': p(`${it} wurde versandt, am ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`${it} wurde versandt.`) + after,
  });

const onItsWay: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'left', kind: 'heading' },
    { id: 'greet', kind: 'text' },
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
      preheader: 'What is inside, and how to follow it.',
      left: whether('delivery.city', 'On its way to {$delivery.city}', 'On its way to you'),
      greet: whether('customer.firstName', p('Hello {$customer.firstName},'), p('Hello,')),
      how: handedOver('Your parcel'),
      inside: 'In this parcel',
      help: 'Did something arrive damaged, or is something missing? Write to {$store.email}, if you can with a picture.',
    },
    de: {
      subject: 'Ihr Paket ist unterwegs: {$order.number}',
      preheader: 'Was darin ist und wie Sie es verfolgen.',
      left: whether('delivery.city', 'Unterwegs nach {$delivery.city}', 'Unterwegs zu Ihnen'),
      greet: whether('customer.firstName', p('Guten Tag {$customer.firstName},'), p('Guten Tag,')),
      how: handedOverDe('Ihr Paket'),
      inside: 'In diesem Paket',
      help: 'Ist etwas beschädigt, oder fehlt etwas? Schreiben Sie an {$store.email}, wenn möglich mit einem Bild.',
    },
  },
};

/** A part of the order: what is in this parcel, and that the rest is not forgotten. */
const onItsWayPart = saidOtherwise(onItsWay, {
  en: {
    subject: 'A part of {$order.number} is on its way',
    preheader: 'What is inside. The rest follows.',
    left: 'A part of your order is on its way',
    how: handedOver('A part of your order', p(`${b('The rest follows,')} and we write to you again when it leaves.`)),
  },
  de: {
    subject: 'Ein Teil von {$order.number} ist unterwegs',
    preheader: 'Was darin ist. Der Rest folgt.',
    left: 'Ein Teil Ihrer Bestellung ist unterwegs',
    how: handedOverDe(
      'Ein Teil Ihrer Bestellung',
      p(`${b('Der Rest folgt,')} und wir schreiben Ihnen wieder, sobald er unterwegs ist.`),
    ),
  },
});

/** What was left of the order: with it, nothing more is to come. */
const onItsWayLast = saidOtherwise(onItsWay, {
  en: {
    subject: 'The rest of {$order.number} is on its way',
    preheader: 'What is inside. With this parcel your order is complete.',
    left: 'The rest of your order is on its way',
    how: handedOver('The rest of your order', p(b('With this parcel your order is complete.'))),
  },
  de: {
    subject: 'Der Rest von {$order.number} ist unterwegs',
    preheader: 'Was darin ist. Mit diesem Paket ist Ihre Bestellung vollständig.',
    left: 'Der Rest Ihrer Bestellung ist unterwegs',
    how: handedOverDe('Der Rest Ihrer Bestellung', p(b('Mit diesem Paket ist Ihre Bestellung vollständig.'))),
  },
});

const trackingChanged = toCustomer([{ id: 'parcel', kind: 'parcel' }], {
  en: {
    subject: 'News of your parcel: {$order.number}',
    preheader: 'How it is followed from now on.',
    head: 'Your parcel has new tracking',
    say: p('The tracking of your parcel for order {$order.number} has changed. What you see below is what counts now.'),
  },
  de: {
    subject: 'Neues von Ihrem Paket: {$order.number}',
    preheader: 'So verfolgen Sie es ab jetzt.',
    head: 'Ihr Paket hat eine neue Sendungsverfolgung',
    say: p(
      'Die Sendungsverfolgung zu Ihrer Bestellung {$order.number} hat sich geändert. Es gilt, was Sie unten sehen.',
    ),
  },
});

const readyToCollect = toCustomer(
  [
    { id: 'place', kind: 'text' },
    { id: 'items', kind: 'items', prices: false },
  ],
  {
    en: {
      subject: 'Ready for you to collect: {$order.number}',
      preheader: whether('shipment.location', 'Your order is ready: {$shipment.location}.', 'Your order is ready.'),
      head: 'Your order is ready to collect',
      say: whether(
        'shipment.location',
        p(
          `It is packed and ready for you here: ${b('{$shipment.location}')}. Please bring the number ${b('{$order.number}')} with you.`,
        ),
        p(`It is packed and ready for you. Please bring the number ${b('{$order.number}')} with you.`),
      ),
      place: collectAt('Open'),
    },
    de: {
      subject: 'Zum Abholen bereit: {$order.number}',
      preheader: whether(
        'shipment.location',
        'Ihre Bestellung liegt bereit: {$shipment.location}.',
        'Ihre Bestellung liegt bereit.',
      ),
      head: 'Ihre Bestellung liegt zum Abholen bereit',
      say: whether(
        'shipment.location',
        p(
          `Sie ist gepackt und liegt hier für Sie bereit: ${b('{$shipment.location}')}. Bitte bringen Sie die Nummer ${b('{$order.number}')} mit.`,
        ),
        p(`Sie ist gepackt und liegt für Sie bereit. Bitte bringen Sie die Nummer ${b('{$order.number}')} mit.`),
      ),
      place: collectAt('Geöffnet'),
    },
  },
);

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
      say: whether(
        'shipment.carrier',
        p('{$shipment.carrier} tells us that your parcel was handed over. Below is what should be inside.'),
        p('Your parcel was handed over. Below is what should be inside.'),
      ),
      help: 'Is something missing or damaged? Answer this message or write to {$store.email}.',
    },
    de: {
      subject: 'Ihr Paket ist angekommen: {$order.number}',
      preheader: 'Es wurde übergeben. Was darin sein sollte, steht hier.',
      head: 'Ihr Paket ist da',
      say: whether(
        'shipment.carrier',
        p('{$shipment.carrier} meldet, dass Ihr Paket übergeben wurde. Unten steht, was darin sein sollte.'),
        p('Ihr Paket wurde übergeben. Unten steht, was darin sein sollte.'),
      ),
      help: 'Fehlt etwas, oder ist etwas beschädigt? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
    },
  },
);

const yourDownloads = toCustomer([{ id: 'downloads', kind: 'downloads' }], {
  en: {
    subject: 'Your downloads for {$order.number}',
    preheader: 'Your files are ready. Keep this message: the links are yours.',
    head: 'Your files are ready',
    say: p('What you ordered can be downloaded now. Save the files where you will find them again.'),
    help: 'Does a link not work? Answer this message or write to {$store.email}.',
  },
  de: {
    subject: 'Ihre Downloads zu {$order.number}',
    preheader: 'Ihre Dateien sind bereit. Heben Sie diese Nachricht auf: Die Links gehören Ihnen.',
    head: 'Ihre Dateien sind bereit',
    say: p(
      'Was Sie bestellt haben, können Sie jetzt herunterladen. Speichern Sie die Dateien dort, wo Sie sie wiederfinden.',
    ),
    help: 'Funktioniert ein Link nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
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
