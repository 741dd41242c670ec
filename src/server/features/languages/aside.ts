/** Translations of shared words: kept aside while they are worked on, and put in use together. */
import { eq, and } from 'drizzle-orm';
import type { PutInUse } from '@/contract/languages';
import { languageName } from '@/core/names';
import { segmentStanding, SHARED_DOCUMENTS, type SharedDocument } from '@/core/translation';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { refuseClosed, refuseLanguage } from '../../auth/translators';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import { translationNotes } from '../../db/schema';
import { keepSharedWords, SHARED_NAMES, sharedWordsOf, textsOfShared } from '../../documents/shared-words';
import { SHARED_MOMENT } from './documents';
import { refuseChanged, refuseUnfinished, sayOf, type SegmentChange, type Written, type WrittenTexts } from './saying';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

/** Throws `not-found` for what is none of the shared words. */
function documentOf(access: Access, slug: string): SharedDocument {
  const document = SHARED_DOCUMENTS.find((d) => d === slug);
  if (!document) throw new AppError('not-found', say.nothingToTranslate({ slug }));
  refuseClosed(access, { kind: 'shared', id: document });
  return document;
}

const notesIn = (storeId: string, document: string, language: string) =>
  and(
    eq(translationNotes.storeId, storeId),
    eq(translationNotes.kind, 'shared'),
    eq(translationNotes.document, document),
    eq(translationNotes.language, language),
  );

/**
 * Keeps translations of shared words aside: messages go on with what is in use. Words that are what is in use are not kept. Throws
 * `conflict`, `invalid` and `not-found`, as translating a message does.
 */
export async function setAside(
  access: Access,
  { slug, language }: { slug: string; language: string },
  changes: readonly SegmentChange[],
  tx: Executor,
): Promise<WrittenTexts> {
  const document = documentOf(access, slug);
  const texts = textsOfShared(document, await sharedWordsOf(access, tx, true));
  const rows = await tx
    .select()
    .from(translationNotes)
    .where(notesIn(access.store.id, document, language));
  const written: Written[] = [];
  for (const { segment, source: seen, before, words, state } of changes) {
    const text = texts.find((t) => t.id === segment);
    if (!text) throw new AppError('invalid', say.noSuchPlaceForWords);
    const { source } = text;
    const row = rows.find((r) => r.segment === segment);
    const inUse = text.in(language);
    const now = { source, words: row?.aside ? row.words : inUse, by: row?.saidBy ?? '' };
    refuseChanged(now, { source: seen, before, words });
    if (state === 'done' || state === 'checked') {
      refuseUnfinished(text, SHARED_MOMENT, { source, words, language, own: access.store.language });
    }
    const aside = words !== inUse;
    await sayOf(access, { kind: 'shared', document, language, segment }, { source, words, state, aside }, tx);
    const standing = segmentStanding({
      ...{ source, words, ships: text.ships(language) },
      note: state && { state, source, words },
    });
    written.push({ place: text, standing: { ...standing, ...(aside && { aside: true }) } });
  }
  return { name: SHARED_NAMES[document], written };
}

/**
 * Puts what is kept aside and done in the place of what is in use: phrases, names and notes are live at once, lines of the look are in its
 * draft. What was begun, or is older than its source, stays aside. Throws `invalid` when there is nothing, or something does not fit.
 */
export async function putInUse(access: Access, { slug, language }: PutInUse): Promise<{ texts: number }> {
  refuseLanguage(access, language);
  const document = documentOf(access, slug);
  return database().transaction(async (tx) => {
    const before = await sharedWordsOf(access, tx, true);
    const rows = await tx
      .select()
      .from(translationNotes)
      .where(notesIn(access.store.id, document, language));
    let after = before;
    let texts = 0;
    for (const text of textsOfShared(document, before)) {
      const row = rows.find((r) => r.segment === text.id);
      if (!row?.aside || row.source !== text.source || (row.state === 'begun' && row.words !== '')) continue;
      after = text.put(after, language, row.words);
      texts += 1;
      const { state, source, words } = row;
      await sayOf(access, { kind: 'shared', document, language, segment: text.id }, { state, source, words }, tx);
    }
    if (texts === 0) throw new AppError('invalid', say.nothingAside);
    await keepSharedWords(access, before, after, tx);
    const what = { n: texts, what: SHARED_NAMES[document], language: kept(() => languageName(language)) };
    await remember(access, 'putWordsInUse', what, { db: tx });
    return { texts };
  });
}
