/** The languages of a store: one more, and one less. */
import { eq } from 'drizzle-orm';
import type { LanguageAdded } from '@/contract/languages';
import { languageName } from '@/core/names';
import { shippedFor, shippedTemplate } from '@/core/shipped';
import { neededSegments } from '@/core/template';
import { knownTag } from '@/core/translation';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import { stores } from '../../db/schema';
import { settingsChanged } from '../../events/planner';
import { draftsOfStore } from '../templates/drafts';
import { writeSegments } from './translating';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

/** Languages of a store at most. */
export const MOST_LANGUAGES = 40;

/**
 * Adds a language. Words that ship in it ("de" for "de-AT") come into the drafts wherever the source is still what ships and nothing is written yet; words of
 * earlier, when it was a language of the store before, are there again. Throws `invalid` for a tag of no language, and for more than
 * {@link MOST_LANGUAGES}; `conflict` when it is there already.
 */
export async function addLanguage(access: Access, { language: wanted }: { language: string }): Promise<LanguageAdded> {
  const language = knownTag(wanted);
  if (language === undefined || language.length > 20) throw refused(say.noSuchLanguage({ tag: wanted.trim() }));
  return database().transaction(async (tx) => {
    const { languages } = await lockedStore(access, tx);
    if (languages.includes(language)) {
      throw new AppError('conflict', say.languageIsThere({ language: languageName(language) }));
    }
    if (languages.length >= MOST_LANGUAGES) throw refused(say.tooManyLanguages({ most: MOST_LANGUAGES }));
    await tx
      .update(stores)
      .set({ languages: [...languages, language] })
      .where(eq(stores.id, access.store.id));
    const texts = await bringShippedWords(access, language, tx);
    await remember(access, 'addedLanguage', { language: kept(() => languageName(language)) }, { db: tx });
    await settingsChanged(tx, access.store.id);
    return { language, texts };
  });
}

/** Takes a language away: nothing goes out in it any more, and its words are kept. Throws `invalid` for the store's own, `not-found`. */
export async function removeLanguage(access: Access, { language }: { language: string }): Promise<void> {
  if (language === access.store.language) throw refused(say.ownLanguageStays);
  await database().transaction(async (tx) => {
    const { languages } = await lockedStore(access, tx);
    if (!languages.includes(language)) {
      throw new AppError(
        'not-found',
        say.notTranslatedInto({ store: access.store.name, language: languageName(language) }),
      );
    }
    await tx
      .update(stores)
      .set({ languages: languages.filter((l) => l !== language) })
      .where(eq(stores.id, access.store.id));
    await remember(access, 'removedLanguage', { language: kept(() => languageName(language)) }, { db: tx });
    await settingsChanged(tx, access.store.id);
  });
}

const refused = (message: string): AppError => new AppError('invalid', message, [{ path: '/language', message }]);

async function lockedStore({ store }: Access, tx: Executor): Promise<{ languages: string[] }> {
  const [row] = await tx
    .select({ languages: stores.languages })
    .from(stores)
    .where(eq(stores.id, store.id))
    .for('update');
  return { languages: row?.languages ?? [] };
}

/** How many texts of the drafts have words in the language now that had none. */
async function bringShippedWords(access: Access, language: string, tx: Executor): Promise<number> {
  const own = access.store.language;
  const from = shippedFor(language);
  // Words of the store's own language would only be copies of their source.
  if (from === undefined || from === shippedFor(own)) return 0;
  let texts = 0;
  for (const { kind, slug, draft } of await draftsOfStore(access)) {
    const ships = kind === 'template' ? shippedTemplate(slug)?.words : undefined;
    const words = ships?.[from];
    if (!words) continue;
    const changes = neededSegments(draft, own).flatMap(({ id: segment }) => {
      const source = draft.words[own]?.[segment] ?? '';
      const there = (draft.words[language]?.[segment] ?? '').trim() !== '';
      const shipped = words[segment];
      if (there || shipped === undefined || ships?.[own]?.[segment] !== source) return [];
      return [{ segment, source, before: draft.words[language]?.[segment] ?? '', words: shipped }];
    });
    if (changes.length === 0) continue;
    await writeSegments(access, { kind, slug, language }, changes, tx);
    texts += changes.length;
  }
  return texts;
}
