import { aboutMoment, snapshotOf } from '../snapshot';
import { STORE, testOrder } from '../testing';
import { NO_TERMS, notesAbout, termsProblems, type OwnNote, type Terms } from '.';

const folder: OwnNote = {
  sku: 'FOLDER',
  words: { en: 'Rub in a drop of oil.', de: 'Einen Tropfen Öl einreiben.' },
  urls: { en: 'https://quillwick.example/care' },
};
const workshops: OwnNote = { category: 'workshops', words: { en: 'Come ten minutes early.' }, urls: {} };
const terms: Terms = { ...NO_TERMS, notes: [folder, workshops] };

describe('notes of products', () => {
  it('are those of the product and of its category, in the language of the message or else the store’s own', () => {
    expect(notesAbout(terms, { sku: 'FOLDER', category: 'tools' }, 'de-DE', 'en')).toEqual([
      { category: '', words: 'Einen Tropfen Öl einreiben.', url: 'https://quillwick.example/care' },
    ]);
    expect(notesAbout(terms, { sku: 'WS', category: 'workshops' }, 'pl', 'en')).toEqual([
      { category: 'workshops', words: 'Come ten minutes early.', url: '' },
    ]);
    expect(notesAbout(terms, { sku: 'BOARD' }, 'en', 'en')).toEqual([]);
    expect(notesAbout(NO_TERMS, { sku: 'FOLDER' }, 'en', 'en')).toEqual([]);
  });

  it('stand in a message once each, in the order of the items, after what the order brings itself', () => {
    const line = (sku: string, category?: string, note?: { words: string }) => ({
      product: { sku, name: sku, ...(category && { category }), ...(note && { note }) },
      quantity: 1,
      unitPrice: 100,
    });
    const order = testOrder({
      lines: [
        line('WS-1', 'workshops', { words: 'In the loft.' }),
        line('WS-2', 'workshops'),
        line('FOLDER', 'tools'),
        line('FOLDER', 'tools'),
      ],
      total: undefined,
    });
    const { notes, lines } = snapshotOf({
      order,
      store: { ...STORE, terms },
      now: 0,
      locale: 'de',
      ownLanguage: 'en',
      ...aboutMoment(order, 'order.placed'),
    });
    expect(notes.map((n) => [n.product, n.words])).toEqual([
      ['WS-1', 'In the loft.'],
      ['workshops', 'Come ten minutes early.'],
      ['FOLDER', 'Einen Tropfen Öl einreiben.'],
    ]);
    // Each under the first line that has it.
    expect(lines.map((l) => l.notes.length)).toEqual([2, 0, 1, 0]);
  });

  it('are of one thing each, with words', () => {
    const wrong = (...notes: OwnNote[]) => termsProblems({ ...NO_TERMS, notes }).map((p) => p.path);
    expect(wrong(folder, workshops)).toEqual([]);
    expect(wrong(folder, folder)).toEqual(['/notes/1/sku']);
    expect(wrong({ ...folder, category: 'tools' })).toEqual(['/notes/0/sku']);
    expect(wrong({ words: { en: 'x' }, urls: {} })).toEqual(['/notes/0/sku']);
    expect(wrong({ ...folder, words: {} })).toEqual(['/notes/0/words']);
  });
});
