/** A set in another store's languages. */
import type { Condition } from '../conditions/condition';
import { wordsOfLook, type Look } from '../look/schema';
import type { Block, SimpleBlock, Template } from '../template/schema';
import type { StoreSet } from './schema';

/** For each language of a set the language that it becomes; one that is not named is left out. */
export type LanguageMap = Readonly<Record<string, string>>;

const base = (language: string): string => language.toLowerCase().split('-')[0]!;

/** For each language of a set the same in a store, or one that only differs in its region. Each of the store's is taken once. */
export function languagesAlike(of: readonly string[], store: readonly string[]): Record<string, string> {
  const map: Record<string, string> = {};
  const free = new Set(store);
  for (const same of [(a: string, b: string) => a === b, (a: string, b: string) => base(a) === base(b)]) {
    for (const language of of) {
      const found = map[language] === undefined && [...free].find((own) => same(own, language));
      if (!found) continue;
      map[language] = found;
      free.delete(found);
    }
  }
  return map;
}

/** All languages that words of a set are in. */
export function languagesIn(set: StoreSet): string[] {
  const found = new Set(set.languages);
  for (const { versions } of set.notifications ?? [])
    for (const { template } of versions) for (const language of Object.keys(template.words)) found.add(language);
  for (const { words } of set.passages ?? []) for (const language of Object.keys(words)) found.add(language);
  for (const language of Object.keys(set.phrases ?? {})) found.add(language);
  for (const { terms } of set.glossary ?? []) for (const { language } of terms) found.add(language);
  return [...found];
}

/**
 * The set with its words under other languages. What stands for a store's own language (in the look) is what the set has for `own`.
 * Conditions ask for the new languages; those left out stay as they are, and no order meets them.
 */
export function inLanguages(set: StoreSet, map: LanguageMap, own: string): StoreSet {
  const { look, phrases, glossary, passages, notifications } = set;
  const words = <T>(by: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(by).flatMap(([language, said]) => (map[language] ? [[map[language], said] as const] : [])),
    );
  const when = (condition: Condition): Condition => ({
    ...condition,
    tests: condition.tests.map((t) => (t.about === 'language' ? { ...t, of: t.of.map((l) => map[l] ?? l) } : t)),
  });
  const block = (b: Block): Block => {
    const own = b.when ? { ...b, when: when(b.when) } : b;
    if (own.kind !== 'columns') return own;
    return { ...own, columns: own.columns.map((column) => column.map((simple) => block(simple) as SimpleBlock)) };
  };
  const template = (t: Template): Template => {
    const attachments = t.attachments?.flatMap((a) => {
      const conditioned = a.when ? { ...a, when: when(a.when) } : a;
      if (conditioned.kind !== 'file' || !conditioned.languages) return [conditioned];
      const languages = conditioned.languages.flatMap((l) => map[l] ?? []);
      return languages.length > 0 ? [{ ...conditioned, languages }] : [];
    });
    return {
      ...t,
      blocks: t.blocks.map(block),
      words: words(t.words),
      ...(t.follows?.words && { follows: { ...t.follows, words: words(t.follows.words) } }),
      ...(attachments && { attachments }),
    };
  };
  return {
    ...set,
    language: own,
    languages: set.languages.flatMap((l) => map[l] ?? []),
    ...(look && { look: lookIn(look, set.language, map, own) }),
    ...(phrases && { phrases: words(phrases) }),
    ...(glossary && {
      glossary: glossary.map((e) => ({
        ...e,
        terms: e.terms.flatMap((t) => (map[t.language] ? [{ ...t, language: map[t.language]! }] : [])),
      })),
    }),
    ...(passages && {
      passages: passages.map((p) => ({
        ...p,
        blocks: p.blocks.map(block),
        words: words(p.words),
      })),
    }),
    ...(notifications && {
      notifications: notifications.map((n) => ({
        ...n,
        ...(n.when && { when: when(n.when) }),
        versions: n.versions.map((v) => ({
          ...v,
          ...(v.when && { when: when(v.when) }),
          template: template(v.template),
        })),
      })),
    }),
  };
}

/** Words of a look: those in the store's own language stand by themselves, the others by language. */
function lookIn(look: Look, was: string, map: LanguageMap, own: string): Look {
  const source = Object.keys(map).find((l) => map[l] === own) ?? was;
  const moved = (
    said: string,
    others: Record<string, string> | undefined,
  ): { said: string; others: Record<string, string> | undefined } => {
    const all = { ...others, [was]: said };
    const further = Object.entries(all).flatMap(([l, text]) =>
      map[l] && map[l] !== own && text !== '' ? [[map[l], text] as const] : [],
    );
    return {
      said: source === was ? said : wordsOfLook(source, said, others),
      others: others || further.length > 0 ? Object.fromEntries(further) : undefined,
    };
  };
  const strapline = moved(look.masthead.strapline, look.masthead.straplines);
  return {
    ...look,
    masthead: {
      ...look.masthead,
      strapline: strapline.said,
      ...(strapline.others && { straplines: strapline.others }),
    },
    footer: {
      ...look.footer,
      legal: Object.fromEntries(
        Object.entries(look.footer.legal).flatMap(([l, text]) => (map[l] ? [[map[l], text]] : [])),
      ),
      links: look.footer.links.map((link) => {
        const label = moved(link.label, link.labels);
        return { ...link, label: label.said, ...(label.others && { labels: label.others }) };
      }),
    },
  };
}
