import type { say } from '../suggestions';
import type { TranslationOf } from '../speak';

export const suggestions: TranslationOf<typeof say> = {
  whichProducts: 'Welche Produkte',
  boughtTogether: 'Oft zusammen gekauft',
  sameCategory: 'Meistgekauft aus derselben Kategorie',
  chosenByHand: 'Von Hand gewählt',
  boughtTogetherHint: 'Was andere mit den Produkten der Bestellung bestellten, nie was darin ist.',
  sameCategoryHint: 'Aus den Kategorien der Bestellung, nie was darin ist.',
  chosenHint: 'In dieser Reihenfolge, ohne das, was der Kunde bestellt hat.',
  products: 'Produkte',
  addAProduct: 'Produkt hinzufügen',
  atMost: 'Höchstens so viele Produkte',
  fillUp: 'Mit den meistgekauften derselben Kategorie auffüllen',
  withPrices: 'Mit Preisen',
  forOrder: 'Empfohlen für {$orderNumber}',
  beingWorkedOut: 'Was zusammen gekauft wird, wird gerade im Hintergrund berechnet.',
  nothingToSuggest: 'Nichts: der Block fehlt in dieser Nachricht.',
  whyBoughtWith:
    'Mit {$name} gekauft in {$support :integer} von {$orders :integer} Bestellungen, {$lift}-mal so oft wie durch Zufall',
  whyCategory:
    '.input {$n :integer} .match $n one {{{$n} Bestellung der Kategorie {$category}}} * {{{$n} Bestellungen, Kategorie {$category}}}',
  whyChosen: 'Von Hand gewählt',
  fromOrders:
    '.input {$n :integer} .match $n one {{Aus {$n} Bestellung, berechnet {#at/}}} * {{Aus {$n} Bestellungen, berechnet {#at/}}}',
};
