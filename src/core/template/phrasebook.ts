/** Words that all of a store's templates share, per language; a store can put its own in their place. */
import type { Segments } from './schema';

export const PHRASES = [
  'item',
  'quantity',
  'amount',
  'subtotal',
  'discount',
  'shipping',
  'tax',
  'taxIncluded',
  'total',
  'refunded',
  'due',
  'deliverTo',
  'billTo',
  'mastheadNote',
  'footer',
] as const;
export type Phrase = (typeof PHRASES)[number];

export type Phrasebook = Record<Phrase, string>;

const FOOTER = '{$store.name}{#br/}{$store.address}{#br/}{$store.email}';

export const DEFAULT_PHRASEBOOKS: Record<string, Phrasebook> = {
  en: {
    item: 'Item',
    quantity: 'Qty',
    amount: 'Amount',
    subtotal: 'Subtotal',
    discount: 'Discount',
    shipping: 'Shipping',
    tax: 'VAT',
    taxIncluded: 'Includes',
    total: 'Total',
    refunded: 'Refunded',
    due: 'Still to pay',
    deliverTo: 'Deliver to',
    billTo: 'Bill to',
    mastheadNote: 'Order {$order.number}',
    footer: FOOTER,
  },
  de: {
    item: 'Artikel',
    quantity: 'Menge',
    amount: 'Betrag',
    subtotal: 'Zwischensumme',
    discount: 'Rabatt',
    shipping: 'Versand',
    tax: 'MwSt.',
    taxIncluded: 'Enthält',
    total: 'Gesamtbetrag',
    refunded: 'Erstattet',
    due: 'Noch zu zahlen',
    deliverTo: 'Lieferung an',
    billTo: 'Rechnung an',
    mastheadNote: 'Bestellung {$order.number}',
    footer: FOOTER,
  },
  fr: {
    item: 'Article',
    quantity: 'Qté',
    amount: 'Montant',
    subtotal: 'Sous-total',
    discount: 'Remise',
    shipping: 'Livraison',
    tax: 'TVA',
    taxIncluded: 'Dont',
    total: 'Total',
    refunded: 'Remboursé',
    due: 'Reste à payer',
    deliverTo: 'Livrer à',
    billTo: 'Facturer à',
    mastheadNote: 'Commande {$order.number}',
    footer: FOOTER,
  },
  pl: {
    item: 'Produkt',
    quantity: 'Ilość',
    amount: 'Kwota',
    subtotal: 'Suma częściowa',
    discount: 'Rabat',
    shipping: 'Dostawa',
    tax: 'VAT',
    taxIncluded: 'W tym',
    total: 'Razem',
    refunded: 'Zwrócono',
    due: 'Do zapłaty',
    deliverTo: 'Adres dostawy',
    billTo: 'Adres do faktury',
    mastheadNote: 'Zamówienie {$order.number}',
    footer: FOOTER,
  },
  ar: {
    item: 'المنتج',
    quantity: 'الكمية',
    amount: 'المبلغ',
    subtotal: 'المجموع الفرعي',
    discount: 'الخصم',
    shipping: 'الشحن',
    tax: 'ضريبة القيمة المضافة',
    taxIncluded: 'يشمل',
    total: 'الإجمالي',
    refunded: 'المبلغ المسترد',
    due: 'المبلغ المتبقي',
    deliverTo: 'التسليم إلى',
    billTo: 'الفاتورة إلى',
    mastheadNote: 'الطلب {$order.number}',
    footer: FOOTER,
  },
};

/** The phrasebook for a language: the store's own phrases over the shipped ones, over the shipped English. */
export function phrasebookFor(language: string, own: Segments = {}): Phrasebook {
  const shipped =
    DEFAULT_PHRASEBOOKS[language] ?? DEFAULT_PHRASEBOOKS[language.split('-')[0] ?? ''] ?? DEFAULT_PHRASEBOOKS.en!;
  return { ...DEFAULT_PHRASEBOOKS.en!, ...shipped, ...own };
}
