/**
 * Words that all messages share, as texts to translate: phrases, names that the store gives, notes of products and lines of the look. Names,
 * notes and most lines of the look are plain text; as texts they are MessageFormat 2 like all others, without placeholders.
 */
import type { FooterLink, Look } from '../look';
import { isShippedIn, phrasebookFor, PHRASE_PLACES, PHRASES, type SegmentPlace, type Segments } from '../template';
import { NAME_KIND_WORDS, type NameKind, type NameWords, type Terms } from '../terms';
import { parseSource, toSource } from '../text';
import { needsTranslation } from './state';
import { say } from '../../words/languages';

export const SHARED_DOCUMENTS = ['phrasebook', 'names', 'notes', 'look'] as const;
export type SharedDocument = (typeof SHARED_DOCUMENTS)[number];

/** What of a store the shared words are part of. */
export interface SharedWords {
  /** The store's own. */
  language: string;
  /** The store's own phrases, by language. */
  phrases: Readonly<Record<string, Segments>>;
  terms: Terms;
  look: Look;
}

export interface SharedText extends SegmentPlace {
  source: string;
  /** Characters of it at most, as plain text or as a source. */
  most: number;
  /** As it stands in a language ("de" for "de-AT"); empty where it is not there. */
  in: (language: string) => string;
  /** Ships with the product in a language, and the store has no words of its own there. */
  ships: (language: string) => boolean;
  /** The words of a store with this text said in a language; with nothing, without it. */
  put: (all: SharedWords, language: string, words: string) => SharedWords;
}

/** Makes an id for an XLIFF unit out of a name, the same each time: a NMTOKEN of at most 40 characters. */
export type IdOf = (name: string) => string;

/** Plain text as a source. */
export const asSource = (text: string): string =>
  text === ''
    ? ''
    : toSource({
        selectors: [],
        marked: false,
        forms: [{ keys: [], paragraphs: [{ kind: 'p', pieces: [{ type: 'text', text }] }] }],
      });

/** A source as plain text; undefined for one that has more than text in it. */
export function asPlain(source: string): string | undefined {
  if (source.trim() === '') return '';
  const parsed = parseSource(source);
  if (!parsed.ok || parsed.message.type !== 'message') return undefined;
  const { pattern, declarations } = parsed.message;
  return declarations.length === 0 && pattern.every((part) => typeof part === 'string') ? pattern.join('') : undefined;
}

/** The texts of one of the four documents that have something to translate, in the order of their screens. */
export function sharedTexts(document: SharedDocument, all: SharedWords, idOf: IdOf): SharedText[] {
  const texts = { phrasebook: phraseTexts, names: nameTexts, notes: noteTexts, look: lookTexts }[document](all, idOf);
  return texts.filter(({ source }) => source.trim() !== '' && needsTranslation(source));
}

const inLanguage = (words: Readonly<Record<string, string>>, language: string): string =>
  words[language] ?? words[language.split('-')[0] ?? ''] ?? '';

/** Words with those under a key said, or without them. */
function withWords(words: Readonly<Record<string, string>>, key: string, said: string): Record<string, string> {
  const { [key]: _before, ...others } = words;
  return said === '' ? others : { ...others, [key]: said };
}

function phraseTexts({ language: own, phrases }: SharedWords): SharedText[] {
  const source = phrasebookFor(own, phrases[own]);
  return PHRASES.map((phrase): SharedText => {
    const ships = (language: string): boolean =>
      phrases[language]?.[phrase] === undefined && isShippedIn(phrase, language);
    return {
      id: phrase,
      form: 'line',
      label: say.phraseAt({ label: PHRASE_PLACES[phrase].label, where: PHRASE_PLACES[phrase].where }),
      source: source[phrase],
      most: 1_000,
      in: (language) =>
        phrases[language]?.[phrase] ?? (isShippedIn(phrase, language) ? phrasebookFor(language)[phrase] : ''),
      ships,
      put: (all, language, words) => {
        const shipped = isShippedIn(phrase, language) ? phrasebookFor(language)[phrase] : '';
        const said = words === shipped ? '' : words;
        return {
          ...all,
          phrases: { ...all.phrases, [language]: withWords(all.phrases[language] ?? {}, phrase, said) },
        };
      },
    };
  });
}

/** A plain text that is kept with others by language. */
const plainText = (
  text: Pick<SharedText, 'id' | 'label' | 'most'> & { own: string; words: Readonly<Record<string, string>> },
  put: (all: SharedWords, change: (words: Readonly<Record<string, string>>) => Record<string, string>) => SharedWords,
): SharedText => ({
  id: text.id,
  label: text.label,
  most: text.most,
  form: 'plain',
  source: asSource(text.own),
  in: (language) => asSource(inLanguage(text.words, language)),
  ships: () => false,
  put: (all, language, words) => put(all, (there) => withWords(there, language, asPlain(words) ?? '')),
});

function nameTexts({ terms }: SharedWords, idOf: IdOf): SharedText[] {
  const text = (
    kind: NameKind,
    { name, words }: { name: string; words: NameWords },
    changed: (terms: Terms, change: (words: NameWords) => NameWords) => Partial<Terms>,
  ): SharedText =>
    plainText(
      { id: idOf(`${kind} ${name}`), label: NAME_KIND_WORDS[kind], most: 200, own: name, words },
      (all, change) => ({ ...all, terms: { ...all.terms, ...changed(all.terms, change) } }),
    );
  return [
    ...terms.payments.map((m) =>
      text('payment', m, ({ payments }, change) => ({ payments: named(payments, (x) => x.name === m.name, change) })),
    ),
    ...terms.shipping.map((m) =>
      text('shipping', m, ({ shipping }, change) => ({ shipping: named(shipping, (x) => x.name === m.name, change) })),
    ),
    ...terms.names.map((n) =>
      text(n.kind, n, ({ names }, change) => ({
        names: named(names, (x) => x.kind === n.kind && x.name === n.name, change),
      })),
    ),
  ];
}

/** Things with the words of one of them changed. */
const named = <T extends { words: NameWords }>(
  list: readonly T[],
  isIt: (thing: T) => boolean,
  change: (words: NameWords) => NameWords,
): T[] => list.map((thing) => (isIt(thing) ? { ...thing, words: change(thing.words) } : thing));

function noteTexts({ language: own, terms }: SharedWords, idOf: IdOf): SharedText[] {
  return (terms.notes ?? []).map(({ sku, category, words }) => {
    const of = sku ?? category ?? '';
    return plainText(
      {
        id: idOf(`${sku === undefined ? 'category' : 'sku'} ${of}`),
        label: say.noteOf({ of }),
        most: 500,
        own: words[own] ?? '',
        words,
      },
      (all, change) => ({
        ...all,
        terms: {
          ...all.terms,
          notes: named(all.terms.notes ?? [], (n) => n.sku === sku && n.category === category, change),
        },
      }),
    );
  });
}

function lookTexts({ language: own, look }: SharedWords, idOf: IdOf): SharedText[] {
  const { masthead, footer } = look;
  const { legal } = footer;
  return [
    plainText(
      {
        id: 'strapline',
        label: say.lineBelowName,
        most: 120,
        own: masthead.strapline,
        words: masthead.straplines ?? {},
      },
      (all, change) => ({
        ...all,
        look: {
          ...all.look,
          masthead: { ...all.look.masthead, straplines: change(all.look.masthead.straplines ?? {}) },
        },
      }),
    ),
    ...footer.links.map((link) =>
      plainText(
        {
          id: idOf(`link ${link.label} ${link.url}`),
          label: say.footerLink,
          most: 60,
          own: link.label,
          words: link.labels ?? {},
        },
        (all, change) => withLinks(all, (l) => (sameLink(l, link) ? { ...l, labels: change(l.labels ?? {}) } : l)),
      ),
    ),
    {
      id: 'legal',
      form: 'line',
      label: say.legal,
      source: legal[own] ?? '',
      most: 5_000,
      in: (language) => (language === own ? (legal[own] ?? '') : inLanguage(legal, language)),
      ships: () => false,
      put: (all, language, words) => ({
        ...all,
        look: { ...all.look, footer: { ...all.look.footer, legal: withWords(all.look.footer.legal, language, words) } },
      }),
    },
  ];
}

const sameLink = (a: FooterLink, b: FooterLink): boolean => a.label === b.label && a.url === b.url;

const withLinks = (all: SharedWords, change: (link: FooterLink) => FooterLink): SharedWords => ({
  ...all,
  look: { ...all.look, footer: { ...all.look.footer, links: all.look.footer.links.map(change) } },
});
