/** In which language somebody is written to. */
import type { Reason } from './reasons';

export type WantedLanguage = { language: string; from: 'order' | 'customer' | 'person' } | undefined;

/** What readers of a language get where a message is not complete in it. */
export interface Fallback {
  /** Languages that come next, in their order; the store's own comes last in any case. */
  then: readonly string[];
  /** The message goes out in it as far as it is translated, with the rest in the languages that come next. */
  partly: boolean;
}
/** By language; readers of one that is not named get the store's own. */
export type Fallbacks = Readonly<Record<string, Fallback>>;

/** What is known of an edition's languages. */
export interface Spoken {
  /** Languages that it goes out in. */
  languages: readonly string[];
  /** Those of them in which it is not complete. */
  partly?: readonly string[];
}

export interface StoreSpeaks {
  /** The store's own language. */
  own: string;
  fallbacks?: Fallbacks | undefined;
}

const primary = (tag: string): string => (tag.split('-')[0] ?? '').toLowerCase();

const CODES = { order: 'language-of-order', customer: 'language-of-customer', person: 'language-of-person' } as const;

/**
 * The edition's language nearest to the wanted one (RFC 4647 look-up), or a variant of the same, or the next that the store has chosen for its readers, or the store's
 * own, or the first that the edition has; with the reasons.
 */
export function pickLanguage(
  wanted: WantedLanguage,
  { languages: has, partly = [] }: Spoken,
  { own, fallbacks = {} }: StoreSpeaks,
): { language: string; reasons: Reason[] } {
  if (!wanted) return { language: has.includes(own) ? own : (has[0] ?? own), reasons: [] };
  const picked = (language: string, reason: Reason): { language: string; reasons: Reason[] } => ({
    language,
    reasons: partly.includes(language) ? [reason, { code: 'language-partly', language }] : [reason],
  });
  const next: string[] = [];
  for (let tag = wanted.language; tag !== ''; tag = tag.slice(0, Math.max(0, tag.lastIndexOf('-')))) {
    const found = has.includes(tag) ? tag : has.find((l) => l.toLowerCase() === tag.toLowerCase());
    if (found) return picked(found, { code: CODES[wanted.from], language: wanted.language });
    next.push(...(fallbacks[tag]?.then ?? []));
  }
  // A variant of the same language is nearer than any other: "de-AT" for "de", informal German for "de".
  const variant = has.find((l) => primary(l) === primary(wanted.language));
  if (variant !== undefined) return picked(variant, { code: CODES[wanted.from], language: wanted.language });
  const chosen = next.find((l) => l !== own && has.includes(l));
  if (chosen !== undefined) return picked(chosen, { code: 'language-next', wanted: wanted.language, language: chosen });
  const language = has.includes(own) ? own : (has[0] ?? own);
  return picked(language, { code: 'language-default', wanted: wanted.language, language });
}

/** The language that readers of another get first where it is missing. */
export const nextAfter = (language: string, { own, fallbacks = {} }: StoreSpeaks): string =>
  fallbacks[language]?.then[0] ?? own;

/** Languages that messages go out in before they are complete. */
export const partlyIn = (fallbacks: Fallbacks): string[] =>
  Object.keys(fallbacks).filter((language) => fallbacks[language]!.partly);

/** The languages that the gaps of a message are filled from; none for a language whose messages go out only when they are complete. */
export function gapsFrom(language: string, { own, fallbacks = {} }: StoreSpeaks): string[] {
  const fallback = fallbacks[language];
  return fallback?.partly && language !== own ? [...fallback.then.filter((l) => l !== own), own] : [];
}
