/** The phrasebook: words that all of a store's messages share, edited once and live at once. */
import { and, eq } from 'drizzle-orm';
import { languageName } from '@/core/names';
import { segmentProblems } from '@/core/preflight';
import { phrasebookFor, PHRASE_PLACES, PHRASES, type Phrase } from '@/core/template';
import { refuseUnless, type Access } from '../../auth/access';
import { database } from '../../db/client';
import { phrases } from '../../db/schema';
import { sharedWordsChanged, sharedWordsOf } from '../../documents/shared-words';
import { AppError } from '../../base/errors';
import { refuseLanguage } from '../../auth/translators';
import { remember } from '../../auth/history';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

const MOST = 1_000;

/** Every phrase in every language: as it ships, and as the store has it. */
export async function loadPhrasebook(access: Access) {
  const { store } = access;
  const rows = await database().select().from(phrases).where(eq(phrases.storeId, store.id));
  return {
    languages: store.languages.map((id) => ({ id, name: languageName(id) })),
    phrases: PHRASES.map((phrase) => ({
      phrase,
      label: PHRASE_PLACES[phrase].label,
      where: PHRASE_PLACES[phrase].where,
      words: Object.fromEntries(
        store.languages.map((language) => [
          language,
          {
            shipped: phrasebookFor(language)[phrase],
            own: rows.find((r) => r.language === language && r.phrase === phrase)?.source,
          },
        ]),
      ) as Record<string, { shipped: string; own: string | undefined }>,
    })),
  };
}

/** Puts the store's own words in the place of a phrase, or takes them away again when they are empty. It is live at once. */
export async function savePhrase(
  access: Access,
  input: { phrase: string; language: string; source: string },
): Promise<void> {
  const { store } = access;
  const phrase = PHRASES.find((p) => p === input.phrase);
  if (!phrase || !store.languages.includes(input.language)) {
    throw new AppError('invalid', say.thereIsNoSuchPhrase);
  }
  if (input.language === store.language) refuseUnless(access, 'phrase.edit');
  else refuseLanguage(access, input.language);
  const source = input.source.trim();
  const mine = and(eq(phrases.storeId, store.id), eq(phrases.language, input.language), eq(phrases.phrase, phrase));
  const shipped = phrasebookFor(input.language)[phrase];
  const problem = source === '' ? undefined : phraseProblem(phrase, source);
  if (problem) throw new AppError('invalid', problem, [{ path: `/${phrase}/${input.language}`, message: problem }]);
  await database().transaction(async (tx) => {
    const before = await sharedWordsOf(access, tx, true);
    if (source === '' || source === shipped) await tx.delete(phrases).where(mine);
    else {
      await tx
        .insert(phrases)
        .values({ storeId: store.id, language: input.language, phrase, source })
        .onDuplicateKeyUpdate({ set: { source } });
    }
    await sharedWordsChanged(access, before, await sharedWordsOf(access, tx), tx);
    const changed = kept(() => ({ phrase: PHRASE_PLACES[phrase].label, language: languageName(input.language) }));
    await remember(access, 'changedPhrase', changed, { db: tx });
  });
}

/** What keeps words from standing in the place of a phrase, or undefined. */
export function phraseProblem(phrase: Phrase, source: string): string | undefined {
  if (source.length > MOST) return say.theseWordsAreLongerThan({ most: MOST });
  // Shared by all messages: only what every moment knows may stand in it.
  const [problem] = segmentProblems(
    source,
    { id: phrase, label: PHRASE_PLACES[phrase].label, form: 'line' },
    'order.placed',
  );
  return problem?.message;
}
