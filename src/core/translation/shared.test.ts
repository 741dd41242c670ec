import fc from 'fast-check';
import { DEFAULT_LOOK as look } from '../look';
import { NO_TERMS, type Terms } from '../terms';
import { asPlain, asSource, sharedTexts, SHARED_DOCUMENTS, type SharedWords } from '.';

const idOf = (name: string): string => `n-${name.replace(/[^a-z0-9]+/gi, '-')}`;
const terms: Terms = {
  ...NO_TERMS,
  payments: [{ name: 'Bank transfer', words: { de: 'Überweisung' }, waitsForMoney: true }],
  shipping: [{ name: 'Parcel', words: {}, price: 490, taxRate: 19 }],
  names: [{ kind: 'place', name: 'Loft', words: { de: 'Dachboden' } }],
  notes: [{ sku: 'FOLDER', words: { en: 'Oil it. {once}', de: 'Ölen.' }, urls: {} }],
};
const store: SharedWords = {
  language: 'en',
  phrases: { de: { total: 'Alles zusammen' } },
  terms,
  look: {
    ...look,
    masthead: { ...look.masthead, strapline: 'Paper and thread' },
    footer: {
      ...look.footer,
      links: [{ sign: 'shop', label: 'The shop', url: 'https://quillwick.example' }],
      legal: { en: 'Quillwick, {$store.name}' },
    },
  },
};
const texts = (document: (typeof SHARED_DOCUMENTS)[number], of = store) => sharedTexts(document, of, idOf);
const find = (document: (typeof SHARED_DOCUMENTS)[number], id: string, of = store) =>
  texts(document, of).find((t) => t.id === id)!;

describe('words that all messages share', () => {
  it('are texts with their source and what is in use in a language', () => {
    expect(find('phrasebook', 'total')).toMatchObject({ source: 'Total', form: 'line' });
    expect(find('phrasebook', 'total').in('de')).toBe('Alles zusammen');
    expect(find('names', 'n-payment-Bank-transfer').in('de-AT')).toBe('Überweisung');
    expect(find('names', 'n-shipping-Parcel').in('de')).toBe('');
    expect(find('look', 'strapline').source).toBe('Paper and thread');
    expect(find('look', 'legal')).toMatchObject({ source: 'Quillwick, {$store.name}', form: 'line' });
  });

  it('ship where the store has no words of its own', () => {
    expect(find('phrasebook', 'total').ships('de')).toBe(false);
    expect(find('phrasebook', 'subtotal').ships('de')).toBe(true);
    expect(find('phrasebook', 'subtotal').ships('ga')).toBe(false);
  });

  it('are put into a language, and nothing else changes', () => {
    for (const document of SHARED_DOCUMENTS) {
      for (const text of texts(document)) {
        const after = text.put(store, 'fr', 'Autre chose');
        expect(find(document, text.id, after).in('fr')).toBe('Autre chose');
        for (const other of SHARED_DOCUMENTS.flatMap((d) => texts(d).map((t) => ({ d, t })))) {
          if (other.t.id === text.id && other.d === document) continue;
          expect(find(other.d, other.t.id, after).in('fr')).toBe(other.t.in('fr'));
        }
        // Taken away again, all is as it was.
        expect(find(document, text.id, find(document, text.id, after).put(after, 'fr', '')).in('fr')).toBe(
          text.in('fr'),
        );
      }
    }
  });

  it('are not kept where they are what ships', () => {
    const shipped = find('phrasebook', 'total').put(store, 'de', 'Gesamtbetrag');
    expect(find('phrasebook', 'total', shipped).in('de')).toBe(
      find('phrasebook', 'total', { ...store, phrases: {} }).in('de'),
    );
    expect(shipped.phrases.de).toEqual({});
  });

  it('plain text is a source and back, whatever it is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        fc.pre(text.trim() !== '' && !text.includes('\u0000'));
        expect(asPlain(asSource(text))).toBe(text);
      }),
    );
    expect(asPlain('Order {$order.number}')).toBeUndefined();
    expect(asPlain('{#b}Order{/b}')).toBeUndefined();
  });
});
