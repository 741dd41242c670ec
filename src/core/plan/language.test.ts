import { gapsFrom, partlyIn, pickLanguage, type Fallbacks, type Spoken } from './language';

const pick = (wanted: string | undefined, edition: Spoken, fallbacks?: Fallbacks, own = 'en') =>
  pickLanguage(wanted === undefined ? undefined : { language: wanted, from: 'order' }, edition, { own, fallbacks });
const has = (...languages: string[]): Spoken => ({ languages });

it.each([
  ['the wanted one', 'de', has('en', 'de'), 'de', 'language-of-order'],
  ['the nearest one', 'de-AT', has('en', 'de'), 'de', 'language-of-order'],
  ['whatever its capitals', 'de-at', has('en', 'de-AT'), 'de-AT', 'language-of-order'],
  ['another variant of it', 'de', has('en', 'fr', 'de-x-informal'), 'de-x-informal', 'language-of-order'],
  ['the store’s own without it', 'pl', has('en', 'de'), 'en', 'language-default'],
  ['the first there is without either', 'pl', has('fr', 'de'), 'fr', 'language-default'],
])('%s', (_, wanted, edition, language, code) => {
  expect(pick(wanted, edition)).toMatchObject({ language, reasons: [{ code }] });
});

it('gives no reason where nothing was asked for', () => {
  expect(pick(undefined, has('en', 'de'))).toEqual({ language: 'en', reasons: [] });
});

describe('with languages that come next', () => {
  const NEXT: Fallbacks = { pl: { then: ['cs', 'de', 'en'], partly: false }, 'de-AT': { then: ['nl'], partly: false } };

  it('takes the first that is complete', () => {
    expect(pick('pl', has('en', 'de'), NEXT)).toEqual({
      language: 'de',
      reasons: [{ code: 'language-next', wanted: 'pl', language: 'de' }],
    });
    expect(pick('pl-PL', has('en', 'cs', 'de'), NEXT).language).toBe('cs');
  });

  it('takes its own language before them, and the store’s after them', () => {
    expect(pick('pl', has('en', 'pl', 'de'), NEXT).language).toBe('pl');
    expect(pick('de-AT', has('en', 'nl', 'de'), NEXT).language).toBe('de');
    expect(pick('pl', has('en', 'fr'), NEXT).reasons).toEqual([
      { code: 'language-default', wanted: 'pl', language: 'en' },
    ]);
  });
});

describe('in a language that a message need not be complete in', () => {
  const PARTLY: Fallbacks = { pl: { then: ['de', 'en'], partly: true }, fr: { then: [], partly: true } };

  it('says that a part of it is not', () => {
    const edition = { languages: ['en', 'pl'], partly: ['pl'] };
    expect(pick('pl', edition, PARTLY)).toEqual({
      language: 'pl',
      reasons: [
        { code: 'language-of-order', language: 'pl' },
        { code: 'language-partly', language: 'pl' },
      ],
    });
  });

  it('fills the gaps from those that come next, the store’s own last', () => {
    expect(partlyIn(PARTLY)).toEqual(['pl', 'fr']);
    expect(gapsFrom('pl', { own: 'en', fallbacks: PARTLY })).toEqual(['de', 'en']);
    expect(gapsFrom('fr', { own: 'en', fallbacks: PARTLY })).toEqual(['en']);
    expect(gapsFrom('de', { own: 'en', fallbacks: PARTLY })).toEqual([]);
    expect(gapsFrom('pl', { own: 'pl', fallbacks: PARTLY })).toEqual([]);
  });
});
