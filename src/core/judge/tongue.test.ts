import { SHIPPED_NOTIFICATIONS, SHIPPED_LANGUAGES } from '../shipped';
import { otherTongue } from './tongue';

/** All words of a shipped message in a language, without its placeholders. */
const wordsOf = (i: number, language: string): string =>
  Object.values(SHIPPED_NOTIFICATIONS[i]!.template.words[language] ?? {})
    .join(' ')
    .replace(/\{[^{}]*\}/g, ' ')
    .replace(/[{}]|\.(match|input|local)\b|\$[\w.]+/g, ' ');

const LANGUAGES = SHIPPED_LANGUAGES.filter((l) => !l.includes('-'));

describe('the language of a text', () => {
  it.each(LANGUAGES)('%s is told from every other, in all that ships', (language) => {
    const mistaken: string[] = [];
    const missed: string[] = [];
    for (const [i, { slug, audience }] of SHIPPED_NOTIFICATIONS.entries()) {
      const text = wordsOf(i, language);
      const found = otherTongue(text, language);
      if (found !== undefined) mistaken.push(`${slug} is taken for ${found}`);
      // What is short, or a list of facts for colleagues, may be too little to tell a language by.
      if (text.length < 600 || audience === 'staff') continue;
      for (const other of LANGUAGES) {
        if (other !== language && otherTongue(text, other) === undefined) missed.push(`${slug} passes for ${other}`);
      }
    }
    expect(mistaken).toEqual([]);
    expect(missed).toEqual([]);
  });

  it('is not asked of addresses, of short text, or of a language that is not known here', () => {
    expect(otherTongue('https://quillwick.example/the/and/of/your/you/is', 'de')).toBeUndefined();
    expect(otherTongue('the order', 'de')).toBeUndefined();
    expect(otherTongue('Tilauksesi on matkalla ja saapuu pian perille.', 'fi')).toBeUndefined();
    expect(otherTongue('Your order is on its way to you.', 'ar')).toBe('und');
    expect(otherTongue('طلبك في الطريق إليك وسيصل قريبا', 'en')).toBe('und');
  });
});
