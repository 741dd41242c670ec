import { dueAtPlace, endOf, isChosen, paceOf, selectionWords, type PersonFacts, type Selection } from '.';

const NOW = Date.parse('2026-11-28T10:00:00Z');
const DAY = 86_400_000;
const iwona: PersonFacts = {
  email: 'iwona@sobczyk.example',
  orders: 3,
  spent: 12_000,
  lastOrderAt: NOW - 40 * DAY,
  country: 'PL',
  language: 'pl',
  channel: 'shop',
};

describe('a selection', () => {
  it.each<[Selection, boolean]>([
    [{}, true],
    [{ countries: ['DE', 'PL'] }, true],
    [{ countries: ['DE'] }, false],
    [{ languages: ['pl'], channels: ['bazaar'] }, false],
    [{ orderedWithin: 40 }, true],
    [{ orderedWithin: 39 }, false],
    [{ notOrderedFor: 40 }, true],
    [{ notOrderedFor: 41 }, false],
    [{ spentAtLeast: 12_000, ordersAtLeast: 3 }, true],
    [{ spentAtLeast: 12_001 }, false],
    [{ ordersAtLeast: 4 }, false],
  ])('%j chooses: %s', (selection, chosen) => expect(isChosen(selection, iwona, NOW)).toBe(chosen));

  it('reads as a sentence', () => {
    const names = { product: (sku: string) => `the ${sku}`, channel: (id: string) => id, currency: 'EUR' };
    expect(selectionWords({}, names)).toBe('Everybody who has ordered');
    expect(selectionWords({ products: ['folder', 'board'], countries: ['PL'], spentAtLeast: 5_000 }, names)).toBe(
      'Customers who bought the folder or the board, live in Poland and spent at least €50.00',
    );
  });
});

describe('the pace', () => {
  it('leaves a fifth of the limits to order mails', () => {
    expect(paceOf([])).toBe(0);
    expect(paceOf([{ perMinute: null, perDay: null }])).toBe(600);
    expect(paceOf([{ perMinute: 10, perDay: null }])).toBe(8);
    expect(paceOf([{ perMinute: 10, perDay: 1440 }])).toBeCloseTo(0.8);
    expect(
      paceOf([
        { perMinute: 10, perDay: null },
        { perMinute: 20, perDay: null },
      ]),
    ).toBe(24);
  });

  it('says when it ends', () => {
    expect(dueAtPlace(NOW, 0, 600)).toBe(NOW);
    expect(endOf(NOW, 601, 600)).toBe(NOW + 60_000);
    expect(endOf(NOW, 50_000, 400 / 1440)! - NOW).toBe(124.9975 * DAY);
    expect(endOf(NOW, 5, 0)).toBeUndefined();
  });
});
