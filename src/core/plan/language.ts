/** In which language somebody is written to. */
import type { Reason } from './reasons';

export type WantedLanguage = { language: string; from: 'order' | 'customer' | 'person' } | undefined;

const CODES = { order: 'language-of-order', customer: 'language-of-customer', person: 'language-of-person' } as const;

/** The edition's language nearest to the wanted one (RFC 4647 look-up), or the store's own, or the first it has. */
export function pickLanguage(
  wanted: WantedLanguage,
  has: readonly string[],
  own: string,
): { language: string; reason?: Reason } {
  if (wanted) {
    let tag = wanted.language;
    while (tag !== '') {
      const found = has.includes(tag) ? tag : has.find((l) => l.toLowerCase() === tag.toLowerCase());
      if (found) return { language: found, reason: { code: CODES[wanted.from], language: wanted.language } };
      tag = tag.slice(0, Math.max(0, tag.lastIndexOf('-')));
    }
  }
  const language = has.includes(own) ? own : (has[0] ?? own);
  return wanted ? { language, reason: { code: 'language-default', wanted: wanted.language, language } } : { language };
}
