/** How Quillwick says things: what ships is for any store, and this is a bindery's. */
import { onlyIn, type ShippedNotification } from '../src/core/shipped';
import type { Block, Template } from '../src/core/template';
import { whether } from '../src/core/shipped/sentences';
import { THANKS_SERIES } from './quillwick';

type Said = Record<string, Record<string, string>>;

const byNumber = (one: string, many: string): string =>
  `.input {$order.itemCount :number}\n.match $order.itemCount\none {{${one}}}\n* {{${many}}}`;

const VOICE: Record<string, Said> = {
  'order-received': {
    en: {
      next: byNumber(
        '{#p}Your order arrived safely and {$order.firstItem} is on our bench. It comes to {#b}{$order.total :money}{/b}.{/p}',
        '{#p}Your order arrived safely and its {$order.itemCount} items are on our bench. They come to {#b}{$order.total :money}{/b}.{/p}',
      ),
    },
    de: {
      next: byNumber(
        '{#p}Ihre Bestellung ist gut angekommen, und {$order.firstItem} liegt auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}',
        '{#p}Ihre Bestellung ist gut angekommen, und die {$order.itemCount} Artikel liegen auf unserer Werkbank. Der Betrag ist {#b}{$order.total :money}{/b}.{/p}',
      ),
    },
  },
  'on-its-way': {
    en: {
      help: 'Nobody at home? The carrier leaves a note. If something arrives damaged, send us a picture at {$store.email}, and we put it right.',
    },
    de: {
      help: 'Niemand zu Hause? Der Paketdienst hinterlässt eine Nachricht. Ist etwas beschädigt, senden Sie uns ein Bild an {$store.email}; wir bringen es in Ordnung.',
    },
  },
};

/** News come with a code of their own for each customer. */
const OFFER: Record<string, { block: Block; words: Record<string, string> }> = {
  news: {
    block: { id: 'thanks', kind: 'discount', code: '', series: THANKS_SERIES.id },
    words: {
      en: whether(
        'offer.minimum',
        'Thank you for your orders: {$offer.value} off the next one from {$offer.minimum :money}',
        'Thank you for your orders: {$offer.value} off the next one',
      ),
      de: whether(
        'offer.minimum',
        'Danke für Ihre Bestellungen: {$offer.value} auf die nächste ab {$offer.minimum :money}',
        'Danke für Ihre Bestellungen: {$offer.value} auf die nächste',
      ),
      fr: whether(
        'offer.minimum',
        'Merci pour vos commandes : {$offer.value} sur la prochaine dès {$offer.minimum :money}',
        'Merci pour vos commandes : {$offer.value} sur la prochaine',
      ),
      pl: whether(
        'offer.minimum',
        'Dziękujemy za zamówienia: {$offer.value} rabatu na kolejne od {$offer.minimum :money}',
        'Dziękujemy za zamówienia: {$offer.value} rabatu na kolejne',
      ),
      ar: whether(
        'offer.minimum',
        'شكرًا على طلباتك: خصم {$offer.value} على الطلب التالي ابتداءً من {$offer.minimum :money}',
        'شكرًا على طلباتك: خصم {$offer.value} على الطلب التالي',
      ),
    },
  },
};

function withOffer(template: Template, { block, words }: (typeof OFFER)[string]): Template {
  const before = template.blocks.findIndex((b) => b.id === 'help' || b.kind === 'footer');
  return {
    ...template,
    blocks: template.blocks.toSpliced(before < 0 ? template.blocks.length : before, 0, block),
    words: Object.fromEntries(
      Object.entries(template.words).map(([language, segments]) => [
        language,
        { ...segments, ...(words[language] !== undefined && { [block.id]: words[language] }) },
      ]),
    ),
  };
}

/** A seat in a workshop goes into the customer's calendar. */
const ATTACHED: Record<string, Template['attachments']> = {
  'order-received': [{ id: 'seat', kind: 'calendar' }],
};

const inVoice = (template: Template, said: Said): Template => ({
  ...template,
  words: Object.fromEntries(
    Object.entries(template.words).map(([language, words]) => [
      language,
      {
        ...words,
        ...Object.fromEntries(Object.entries(said[language] ?? {}).filter(([segment]) => segment in words)),
      },
    ]),
  ),
});

/** Quillwick's own words were written in English and German: of what says them, the other languages are still to be translated. */
const SPOKEN = ['en', 'de'];

/** A notification that ships, in Quillwick's own words where it has some. */
export function quillwickVoice(notification: ShippedNotification): ShippedNotification {
  const said = VOICE[notification.slug];
  if (!said) return notification;
  const shipped = onlyIn(notification, SPOKEN);
  return {
    ...shipped,
    template: {
      ...inVoice(shipped.template, said),
      ...(ATTACHED[shipped.slug] && { attachments: ATTACHED[shipped.slug]! }),
    },
    ...(shipped.variants && {
      // Who trades has figures first, and no bench.
      variants: shipped.variants.map((v) =>
        v.variant === 'trade' ? v : { ...v, template: inVoice(v.template, said) },
      ),
    }),
  };
}

/** A notification with the code that it gives in Quillwick's shop. */
export function withThanks(shipped: ShippedNotification): ShippedNotification {
  const offer = OFFER[shipped.slug];
  return offer ? { ...shipped, template: withOffer(shipped.template, offer) } : shipped;
}

/** The retail store's customers keep their preferences on a page of their own: the message that proves whose it is goes out. */
export const withOwnPage = (shipped: ShippedNotification): ShippedNotification =>
  shipped.slug === 'preferences' ? { ...shipped, on: true } : shipped;
