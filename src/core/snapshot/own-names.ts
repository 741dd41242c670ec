/** The store's own names as a message in a language writes them. */
import { nameIn, type NameKind, type Terms } from '../terms';

export interface Names {
  /** A name in the message's language; as the store has it where there is none. */
  of: (kind: NameKind, name: string) => string;
  /** A name in the message's language; undefined where there is none, and the store's own is in another. */
  own: (kind: NameKind, name: string) => string | undefined;
  /** Names that were asked for and have no words in this language. */
  missing: { kind: NameKind; name: string }[];
}

/** Names for a message; those without words in its language are noted as they are asked for. */
export function namesFor(terms: Terms, locale: string, ownLanguage: string | undefined): Names {
  const missing: Names['missing'] = [];
  const language = locale.split('-')[0];
  const inOwn = ownLanguage === undefined || ownLanguage.split('-')[0] === language;
  const own = (kind: NameKind, name: string): string | undefined => {
    const words = nameIn(terms, kind, name, locale);
    if (words !== undefined) return words;
    return inOwn ? name : undefined;
  };
  return {
    missing,
    own,
    of: (kind, name) => {
      const words = own(kind, name);
      if (words === undefined && !missing.some((m) => m.kind === kind && m.name === name)) missing.push({ kind, name });
      return words ?? name;
    },
  };
}
