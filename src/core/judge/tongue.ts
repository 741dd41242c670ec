/** In which language a text is, by its letters and by the small words that no sentence of a language can do without. */

/** Small words of the languages that ship, which few others of them share. */
const SMALL_WORDS: Readonly<Record<string, string>> = {
  en: 'the and of your you is to for with we it this are that have has was be our',
  de: 'der die das und ist ihre sie wir für mit von zu nicht ein eine den dem auf haben du deine ihrer wurde ihnen',
  fr: 'le la les et votre vous est pour avec nous des une dans du cette sur vos elle il ce pas de que en',
  es: 'el la los las y su usted es con hemos una del por sus le lo esta ha cuando de que en se',
  it: 'il gli di che per con una del è suo abbiamo della le lo dei nel questo sono la non',
  nl: 'het een van uw je is voor met wij we op niet dat te de dit uit zijn hebben jouw',
  pl: 'i w z na do nie jest się za dla to że są od po zamówienie państwa lub oraz jej',
  pt: 'os as e seu sua com é uma um do da na não ao pelo encomenda em foi dos já nos de que se até sem',
  sv: 'och i är din ditt du för med vi av ett en det den på att har inte som till',
};

const WORDS = new Map(Object.entries(SMALL_WORDS).map(([language, list]) => [language, new Set(list.split(' '))]));

/** So many small words tell a language; fewer may be chance. */
const ENOUGH = 5;
/** And so many times as many as those of the language that it should be. */
const CLEARLY = 1.5;

const primary = (tag: string): string => tag.split('-')[0]!.toLowerCase();

const scripts = new Map<string, RegExp>();

/** The letters of a language's script (ISO 15924, by CLDR's likely subtags). */
function lettersOf(language: string): RegExp {
  let letters = scripts.get(language);
  if (!letters) {
    const script = new Intl.Locale(language).maximize().script ?? 'Latn';
    try {
      letters = new RegExp(`\\p{Script=${script}}`, 'gu');
    } catch {
      // Of several scripts, such as Japanese: no single name for its letters.
      letters = /\p{L}/gu;
    }
    scripts.set(language, letters);
  }
  return letters;
}

const count = (text: string, pattern: RegExp): number => text.match(pattern)?.length ?? 0;

/**
 * The language (BCP 47) that a text is in although it should be in another; `und` where only its letters tell that, and undefined where
 * nothing speaks against it.
 */
export function otherTongue(text: string, language: string): string | undefined {
  // Addresses are in no language.
  const plain = text.replace(/https?:\S+|\S+@\S+/g, ' ');
  const letters = count(plain, /\p{L}/gu);
  if (letters > 20 && count(plain, lettersOf(language)) < letters * 0.4) return 'und';
  const own = WORDS.get(primary(language));
  if (!own) return undefined;
  const words = plain.toLowerCase().match(/\p{L}+/gu) ?? [];
  const hits = (list: ReadonlySet<string>): number => words.filter((w) => list.has(w)).length;
  const of = hits(own);
  const [best] = [...WORDS]
    .filter(([l]) => l !== primary(language))
    .map(([l, list]) => ({ language: l, hits: hits(list) }))
    .toSorted((a, b) => b.hits - a.hits);
  return best && best.hits >= ENOUGH && best.hits > of * CLEARLY ? best.language : undefined;
}
