/** The words that Quillwick always says in the same way. */
import type { GlossaryEntry, Term } from '../src/core/glossary';

const say = (language: string, term: string): Term => ({ language, term, use: 'say' });
const also = (language: string, term: string): Term => ({ language, term, use: 'also' });
const never = (language: string, term: string): Term => ({ language, term, use: 'never' });

export const GLOSSARY: Omit<GlossaryEntry, 'id'>[] = [
  {
    name: true,
    note: 'The shop. One word, one capital letter.',
    terms: [say('en', 'Quillwick'), never('en', 'QuillWick')],
  },
  {
    name: false,
    note: 'What leaves the mill, of any size.',
    terms: [
      ...[say('en', 'parcel'), never('en', 'package')],
      ...[say('de', 'Paket'), also('de', 'Sendung'), never('de', 'Päckchen')],
      ...[say('fr', 'colis'), never('fr', 'paquet')],
      ...[say('pl', 'paczka'), also('pl', 'przesyłka')],
      ...[say('ar', 'طرد'), also('ar', 'شحنة')],
    ],
  },
  {
    name: false,
    note: 'Money that goes back the way it came.',
    terms: [
      say('en', 'refund'),
      ...[say('de', 'Erstattung'), also('de', 'erstatten'), never('de', 'Rückerstattung')],
      ...[say('fr', 'remboursement'), also('fr', 'rembourser')],
      ...[say('pl', 'zwrot pieniędzy'), also('pl', 'zwracamy'), also('pl', 'zwrot')],
      ...[say('ar', 'استرداد'), also('ar', 'رد')],
    ],
  },
  {
    name: false,
    note: '',
    terms: [
      say('en', 'order'),
      ...[say('de', 'Bestellung'), never('de', 'Auftrag')],
      say('fr', 'commande'),
      say('pl', 'zamówienie'),
      say('ar', 'طلب'),
    ],
  },
  {
    name: false,
    note: 'The document for the tax office, not the list in the message.',
    terms: [
      say('en', 'invoice'),
      say('de', 'Rechnung'),
      say('fr', 'facture'),
      say('pl', 'faktura'),
      say('ar', 'فاتورة'),
    ],
  },
];
