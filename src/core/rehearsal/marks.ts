/**
 * What each version is made of in each language, as short marks: while a mark stays the same, so does every message of its version in its
 * language. From two readings follows what a change touches.
 */
import type { Look } from '../look';
import { gapsFrom, type NotificationFacts, type PlanSettings } from '../plan';
import { phrasesShown } from '../render';
import { layOut, phrasebookFor, type Passages, type Phrase, type Segments, type Template } from '../template';

/** Marks by {@link markKey}. */
export type VersionMarks = Readonly<Record<string, string>>;

export const markKey = (variantId: string, language: string): string => `${variantId} ${language}`;

export interface MarkedStore {
  settings: PlanSettings;
  look: Look;
  passages: Passages;
  /** The store's own phrases in a language. */
  phrasesIn: (language: string) => Segments;
  /** The store's locale for a language. */
  localeOf: (language: string) => string;
  templateOf: (editionId: string) => Template | undefined;
  /** What every message is made of: the store's facts, terms, senders, signatures. */
  common: unknown;
}

/**
 * The marks of all that is on and live in a store. `digest` makes a short name of parts, the same for the same.
 */
export function marksOf(store: MarkedStore, digest: (parts: unknown) => string): VersionMarks {
  const { settings, look, passages, phrasesIn, localeOf, templateOf } = store;
  const { language: own, fallbacks, daysOff } = settings.store;
  const speaks = { own, fallbacks };
  const common = digest([store.common, daysOff, settings.copies, settings.peopleDomains]);
  const marks: Record<string, string> = {};
  for (const notification of settings.notifications) {
    if (!notification.on) continue;
    const routed = digest([common, routedAs(notification), rulesFor(notification, settings)]);
    for (const { id, edition } of notification.variants) {
      const template = edition && templateOf(edition.id);
      if (!template) continue;
      const { words: _words, ...rest } = template;
      let shown: readonly Phrase[] | undefined;
      for (const language of edition.languages) {
        const laid = layOut(template, language, passages, own, gapsFrom(language, speaks));
        // Which blocks there are does not depend on the language.
        shown ??= phrasesShown(laid.blocks, look);
        const book = phrasebookFor(language, phrasesIn(language), look.footer.legal);
        const phrases = shown.map((phrase) => book[phrase]);
        marks[markKey(id, language)] = digest([routed, rest, laid, look, phrases, localeOf(language)]);
      }
    }
  }
  return marks;
}

/** When, to whom and in which of its versions and languages a notification goes out: all that is not its words. */
function routedAs({ variants, ...rest }: NotificationFacts): unknown {
  return [
    rest,
    variants.map(({ edition, ...variant }) => [
      variant,
      edition && { languages: edition.languages, partly: edition.partly },
    ]),
  ];
}

function rulesFor({ id }: NotificationFacts, { rules, suppliers }: PlanSettings): unknown {
  const own = rules.filter((r) => r.notificationId === id);
  const bySupplier = own.some(
    ({ scope }) => scope.kind === 'when' && scope.when.tests.some((t) => t.about === 'supplier'),
  );
  return [own, bySupplier && suppliers ? [...suppliers] : []];
}

/** Versions in languages, by {@link markKey}, that are not what they were; and those that were not there. */
export const changedBetween = (before: VersionMarks, now: VersionMarks): string[] =>
  Object.keys(now).filter((key) => before[key] !== now[key]);

/** Whether two readings are of the same, what was taken away included. */
export const sameMarks = (a: VersionMarks, b: VersionMarks): boolean =>
  Object.keys(a).length === Object.keys(b).length && changedBetween(a, b).length === 0;
