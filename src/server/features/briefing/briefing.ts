/** Notes for translators and their questions: written, asked, answered. */
import { and, eq } from 'drizzle-orm';
import type { Answer, Ask, BriefingPlace, SaveNote } from '@/contract/briefing';
import { languageName } from '@/core/names';
import { segmentsOf } from '@/core/template';
import { SHARED_DOCUMENTS } from '@/core/translation';
import { may } from '@/contract/policy';
import type { Access } from '../../auth/access';
import { refuseClosed, refuseLanguage } from '../../auth/translators';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { segmentNotes, segmentQuestions } from '../../db/schema';
import { SHARED_NAMES, sharedWordsOf, textsOfShared } from '../../documents/shared-words';
import { asTemplate, passageShelf, templateRow } from '../../documents/shelves';
import { noteWords, type DocumentKey, type QuestionRow } from './briefings';
import { kept } from '@/words/kept';
import { say } from '@/words/briefing';

/** The document of a place, what it is called, and what the text is called. Throws `not-found`, and `invalid` for a text that is not there. */
async function documentOf(
  access: Access,
  { kind, slug, segment }: BriefingPlace,
  tx: Executor,
): Promise<DocumentKey & { name: string; label: string }> {
  if (kind === 'shared') {
    const document = SHARED_DOCUMENTS.find((d) => d === slug);
    const text = document && textsOfShared(document, await sharedWordsOf(access, tx)).find((t) => t.id === segment);
    if (!text) throw new AppError('invalid', say.noSuchText);
    refuseClosed(access, { kind, id: slug });
    return { kind, id: slug, name: SHARED_NAMES[document], label: text.label };
  }
  const found =
    kind === 'passage'
      ? await passageShelf
          .draft({ access, id: slug }, tx, false)
          .then(({ content }) => ({ id: slug, name: slug, draft: asTemplate(content) }))
      : await templateRow(access, slug, tx).then(({ template, title }) => ({
          ...{ id: template.id, name: title, draft: template.draft },
        }));
  refuseClosed(access, { kind, id: found.id });
  const place = segmentsOf(found.draft).find((s) => s.id === segment);
  if (!place) throw new AppError('invalid', say.noSuchText);
  return { kind, id: found.id, name: found.name, label: place.label };
}

/** Saves what translators are told of a text; nothing when nothing is said. Throws `conflict` when somebody else changed it meanwhile. */
export async function saveNote(access: Access, { place, note, before }: SaveNote): Promise<void> {
  await database().transaction(async (tx) => {
    const { kind, id, name, label } = await documentOf(access, place, tx);
    const key = { storeId: access.store.id, kind, document: id, segment: place.segment };
    const isIt = and(
      eq(segmentNotes.storeId, key.storeId),
      eq(segmentNotes.kind, kind),
      eq(segmentNotes.document, id),
      eq(segmentNotes.segment, place.segment),
    );
    const [row] = await tx.select().from(segmentNotes).where(isIt).for('update');
    const now = row ? noteWords(row) : { words: '' };
    if (now.words !== before.words || now.most !== before.most) {
      throw new AppError('conflict', say.noteChangedMeanwhile({ who: row?.saidBy || say.somebody }), [], now);
    }
    const words = note.words.trim();
    if (words === '' && note.most === undefined) await tx.delete(segmentNotes).where(isIt);
    else {
      const said = { words, most: note.most ?? null, saidBy: access.person.name, saidAt: new Date() };
      await tx
        .insert(segmentNotes)
        .values({ ...key, ...said })
        .onDuplicateKeyUpdate({ set: said });
    }
    await remember(access, 'notedForTranslators', { what: name, label }, { db: tx });
  });
}

/** Questions of a store at most: those of texts that are gone count as well. */
const MOST_QUESTIONS = 5_000;

/** Asks the author of a text. Throws as {@link saveNote} does, and `not-found` for a language that is none of the store's. */
export async function ask(access: Access, { place, language, question }: Ask): Promise<{ id: string }> {
  refuseLanguage(access, language);
  return database().transaction(async (tx) => {
    const { kind, id: document, name, label } = await documentOf(access, place, tx);
    const there = await tx.$count(segmentQuestions, eq(segmentQuestions.storeId, access.store.id));
    if (there >= MOST_QUESTIONS) throw new AppError('invalid', say.tooManyQuestions({ most: MOST_QUESTIONS }));
    const id = newId();
    await tx.insert(segmentQuestions).values({
      ...{ id, storeId: access.store.id, kind, document, segment: place.segment, language },
      ...{ question: question.trim(), askedBy: access.person.name },
      ...{ askedById: access.person.id, askedAt: new Date() },
    });
    const what = { what: name, label, language: kept(() => languageName(language)) };
    await remember(access, 'askedAuthor', what, { db: tx });
    return { id };
  });
}

/** Answers a question, or opens it again. Throws `not-found`, and `conflict` when somebody else answered meanwhile. */
export async function answer(access: Access, { id, answer: words, before }: Answer): Promise<void> {
  await database().transaction(async (tx) => {
    const row = await questionRow(access, id, tx);
    if ((row.answer ?? '') !== before) {
      throw new AppError('conflict', say.answeredMeanwhile({ who: row.answeredBy || say.somebody }));
    }
    const said = words.trim();
    await tx
      .update(segmentQuestions)
      .set(
        said === ''
          ? { answer: null, answeredBy: null, answeredAt: null }
          : { answer: said, answeredBy: access.person.name, answeredAt: new Date() },
      )
      .where(eq(segmentQuestions.id, id));
    await remember(access, said === '' ? 'openedQuestion' : 'answeredQuestion', { question: row.question }, { db: tx });
  });
}

/** Takes a question back: one's own, or anybody's for who answers them. Throws `not-found`, `forbidden`. */
export async function takeQuestionBack(access: Access, { id }: { id: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const row = await questionRow(access, id, tx);
    if (row.askedById !== access.person.id && !may(access.role, 'template.edit')) {
      throw new AppError('forbidden', say.notYourQuestion({ who: row.askedBy }));
    }
    await tx.delete(segmentQuestions).where(eq(segmentQuestions.id, id));
    await remember(access, 'tookQuestionBack', { question: row.question }, { db: tx });
  });
}

async function questionRow({ store }: Access, id: string, tx: Executor): Promise<QuestionRow> {
  const [row] = await tx
    .select()
    .from(segmentQuestions)
    .where(and(eq(segmentQuestions.id, id), eq(segmentQuestions.storeId, store.id)))
    .for('update');
  if (!row) throw new AppError('not-found', say.noSuchQuestion);
  return row;
}
