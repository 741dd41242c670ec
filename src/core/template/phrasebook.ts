/** Words that all of a store's templates share, per language; a store can put its own in their place. */
import type { Segments } from './schema';
import { DEFAULT_PHRASEBOOKS } from './phrasebooks';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

export const PHRASES = [
  'item',
  'quantity',
  'unitPrice',
  'stockNumber',
  'amount',
  'subtotal',
  'discount',
  'shipping',
  'tax',
  'taxIncluded',
  'total',
  'refunded',
  'due',
  'paid',
  'cancelled',
  'goodwill',
  'deliverTo',
  'billTo',
  'carrier',
  'trackingNumber',
  'followParcel',
  'refundMethod',
  'refundReason',
  'readMore',
  'yourCode',
  'goesWith',
  'notPaid',
  'toSend',
  'accountHolder',
  'iban',
  'bic',
  'reference',
  'scanToPay',
  'invoice',
  'orderNumber',
  'invoiceDate',
  'dueOn',
  'overdueSince',
  'net',
  'deliveryNote',
  'mastheadNote',
  'footer',
  'unsubscribe',
  'unsubscribeTitle',
  'keepFeedback',
  'keepOffers',
  'keepOrders',
  'saveChoice',
  'choiceSaved',
  'linkTooOld',
] as const;
export type Phrase = (typeof PHRASES)[number];

/** What each phrase is called, and where it stands. */
export const PHRASE_PLACES: Record<Phrase, { label: string; where: string }> = inEachLanguage(() => ({
  item: { label: say.item, where: say.itemsTable2 },
  quantity: { label: say.quantity, where: say.itemsTable2 },
  unitPrice: { label: say.priceOfOne, where: say.itemsTable2 },
  stockNumber: { label: say.stockNumber, where: say.itemsTable2 },
  amount: { label: say.amount, where: say.itemsTable2 },
  subtotal: { label: say.subtotal, where: say.totalsPlace },
  discount: { label: say.discountPhrase, where: say.totalsPlace },
  shipping: { label: say.shipping, where: say.totalsPlace },
  tax: { label: say.taxThatIsAdded, where: say.totalsPlace },
  taxIncluded: { label: say.taxThatIsIncluded, where: say.totalsPlace },
  total: { label: say.total, where: say.totalsPlace },
  refunded: { label: say.refunded, where: say.totalsAndRefund },
  due: { label: say.stillToPay, where: say.totalsAndBankDetails },
  paid: { label: say.paid, where: say.totalsAndInvoice },
  cancelled: { label: say.cancelled, where: say.totalsPlace },
  goodwill: { label: say.goodwill, where: say.refundPlace },
  deliverTo: { label: say.deliverTo, where: say.addressesPlace },
  billTo: { label: say.billTo, where: say.addressesAndInvoice },
  carrier: { label: say.carrier, where: say.parcelPlace },
  trackingNumber: { label: say.trackingNumber, where: say.parcelPlace },
  followParcel: { label: say.followTheParcel, where: say.parcelPlace },
  refundMethod: { label: say.howItGoesBack, where: say.refundPlace },
  refundReason: { label: say.reason, where: say.refundPlace },
  readMore: { label: say.readMore, where: say.productNotes2 },
  yourCode: { label: say.yourCode, where: say.discountCode2 },
  goesWith: { label: say.goesWith, where: say.suggestedProducts2 },
  notPaid: { label: say.notPaid, where: say.ordersPlace },
  toSend: { label: say.toSend, where: say.ordersPlace },
  accountHolder: { label: say.accountHolder, where: say.bankDetails2 },
  iban: { label: 'IBAN', where: say.bankDetails2 },
  bic: { label: 'BIC', where: say.bankDetails2 },
  reference: { label: say.paymentReference, where: say.bankDetails2 },
  scanToPay: { label: say.besideTheCodeToScan, where: say.bankDetails2 },
  invoice: { label: say.invoice, where: say.invoicePlace },
  orderNumber: { label: say.order, where: say.invoicePlace },
  invoiceDate: { label: say.date, where: say.invoicePlace },
  dueOn: { label: say.dueOn, where: say.invoiceAndBankDetails },
  overdueSince: { label: say.overdueSince, where: say.invoicePlace },
  net: { label: say.netAmount, where: say.invoicePlace },
  deliveryNote: { label: say.deliveryNote, where: say.deliveryNotePlace },
  mastheadNote: { label: say.besideTheMasthead, where: say.mastheadPlace },
  footer: { label: say.footer, where: say.footerPlace },
  unsubscribe: { label: say.unsubscribe, where: say.footerPlace },
  unsubscribeTitle: { label: say.unsubscribeTitle, where: say.unsubscribePlace },
  keepFeedback: { label: say.keepFeedback, where: say.unsubscribePlace },
  keepOffers: { label: say.keepOffers, where: say.unsubscribePlace },
  keepOrders: { label: say.keepOrders, where: say.unsubscribePlace },
  saveChoice: { label: say.saveChoice, where: say.unsubscribePlace },
  choiceSaved: { label: say.choiceSaved, where: say.unsubscribePlace },
  linkTooOld: { label: say.linkTooOld, where: say.unsubscribePlace },
}));

export type Phrasebook = Record<Phrase, string>;

/** The phrases that ship in a language; "de-AT" has those of "de". */
const shippedIn = (language: string) =>
  DEFAULT_PHRASEBOOKS[language] ?? DEFAULT_PHRASEBOOKS[language.split('-')[0] ?? ''];

/** Whether a phrase ships in a language, and not only in English. */
export const isShippedIn = (phrase: Phrase, language: string): boolean => shippedIn(language)?.[phrase] !== undefined;

/**
 * The phrasebook for a language: the store's own phrases over the shipped ones, over the shipped English. The legal
 * lines of a look (MessageFormat 2 by language) stand in for the footer's.
 */
export function phrasebookFor(
  language: string,
  own: Segments = {},
  legal: Readonly<Record<string, string>> = {},
): Phrasebook {
  const shipped = shippedIn(language) ?? DEFAULT_PHRASEBOOKS.en;
  const lines = (legal[language] ?? legal[language.split('-')[0] ?? ''] ?? '').trim();
  return { ...DEFAULT_PHRASEBOOKS.en, ...shipped, ...own, ...(lines !== '' && { footer: lines }) };
}
