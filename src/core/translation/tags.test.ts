import { knownLanguages, knownTag, traitsOf } from './tags';

describe('tags of languages', () => {
  it.each([
    ['de-at', 'de-AT'],
    [' PT-br ', 'pt-BR'],
    ['sr-latn', 'sr-Latn'],
    ['de-x-informal', 'de-x-informal'],
    ['iw', 'he'],
  ])('%s is known as %s', (tag, canonical) => {
    expect(knownTag(tag)).toBe(canonical);
  });

  it.each(['', 'german', 'd', 'de_AT', 'qq', 'de--AT', '💥'])('%s is none', (tag) => {
    expect(knownTag(tag)).toBeUndefined();
  });

  it('lists languages once, by the code in use', () => {
    const known = knownLanguages();
    expect(known).toEqual(expect.arrayContaining(['en', 'de', 'ar', 'cy', 'he', 'zh']));
    expect(known).not.toContain('iw');
    expect(new Set(known).size).toBe(known.length);
  });

  it('says what comes with a language', () => {
    const day = Date.UTC(2026, 10, 3);
    expect(traitsOf('ar', day).forms.map((f) => f.category)).toEqual(['zero', 'one', 'two', 'few', 'many', 'other']);
    expect(traitsOf('pl', day)).toMatchObject({ direction: 'ltr', date: '3 listopada 2026' });
    expect(traitsOf('ja', day).forms).toHaveLength(1);
    expect(traitsOf('fa', day)).toMatchObject({ direction: 'rtl', number: '۱٬۲۳۴٬۵۶۷٫۵۰' });
  });
});
