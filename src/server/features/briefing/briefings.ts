/** What is known of texts besides their words: notes for translators, and their questions. */
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Briefing, BriefingPlace, Briefings, NoteWords, OpenQuestion, Question } from '@/contract/briefing';
import { segmentsOf } from '@/core/template';
import { SHARED_DOCUMENTS } from '@/core/translation';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { segmentNotes, segmentQuestions } from '../../db/schema';
import { SHARED_NAMES, sharedWordsOf, textsOfShared } from '../../documents/shared-words';
import { draftsOfStore } from '../templates/drafts';

type Kind = BriefingPlace['kind'];
export interface DocumentKey {
  kind: Kind;
  /** Of the template's row, or of the passage. */
  id: string;
}

/** What is known of the texts of a store's documents, by kind and id of the document; with `of`, of this one alone. */
export async function briefingsOf({ store }: Access, of?: DocumentKey): Promise<(key: DocumentKey) => Briefings> {
  const db = database();
  const [notes, questions] = await Promise.all([
    db
      .select()
      .from(segmentNotes)
      .where(
        and(
          eq(segmentNotes.storeId, store.id),
          of && eq(segmentNotes.kind, of.kind),
          of && eq(segmentNotes.document, of.id),
        ),
      ),
    db
      .select()
      .from(segmentQuestions)
      .where(
        and(
          eq(segmentQuestions.storeId, store.id),
          of && eq(segmentQuestions.kind, of.kind),
          of && eq(segmentQuestions.document, of.id),
        ),
      )
      .orderBy(asc(segmentQuestions.id)),
  ]);
  const known = new Map<string, Briefings>();
  const at = (row: { kind: Kind; document: string; segment: string }): Briefing => {
    const key = `${row.kind} ${row.document}`;
    const own = known.get(key) ?? {};
    known.set(key, own);
    return (own[row.segment] ??= { questions: [] });
  };
  for (const row of notes) {
    at(row).note = { ...noteWords(row), by: row.saidBy, at: row.saidAt.toISOString() };
  }
  for (const row of questions) at(row).questions.push(questionOf(row));
  return ({ kind, id }) => known.get(`${kind} ${id}`) ?? {};
}

export const noteWords = ({ words, most }: { words: string; most: number | null }): NoteWords => ({
  words,
  ...(most !== null && { most }),
});

export type QuestionRow = typeof segmentQuestions.$inferSelect;

const questionOf = ({ id, language, question, askedBy, askedAt, ...row }: QuestionRow): Question => ({
  ...{ id, language, question },
  asked: { by: askedBy, at: askedAt.toISOString() },
  ...(row.answer !== null && {
    answer: { words: row.answer, by: row.answeredBy ?? '', at: (row.answeredAt ?? askedAt).toISOString() },
  }),
});

/** Questions of a store that wait for an answer and whose text is still there, oldest first. */
export async function openQuestions(access: Access): Promise<OpenQuestion[]> {
  const rows = await database()
    .select()
    .from(segmentQuestions)
    .where(and(eq(segmentQuestions.storeId, access.store.id), isNull(segmentQuestions.answer)))
    .orderBy(asc(segmentQuestions.id));
  if (rows.length === 0) return [];
  const [drafts, shared] = await Promise.all([draftsOfStore(access), sharedWordsOf(access)]);
  return rows.flatMap((row) => {
    const place = { kind: row.kind, slug: row.document, segment: row.segment };
    if (row.kind === 'shared') {
      const document = SHARED_DOCUMENTS.find((d) => d === row.document);
      const text = document && textsOfShared(document, shared).find((t) => t.id === row.segment);
      return text ? [{ ...questionOf(row), place, document: SHARED_NAMES[document], label: text.label }] : [];
    }
    const document = drafts.find((d) => d.kind === row.kind && d.id === row.document);
    const text = document && segmentsOf(document.draft).find((s) => s.id === row.segment);
    if (!document || !text) return [];
    return [
      {
        ...questionOf(row),
        place: { ...place, slug: document.slug },
        document: document.name,
        label: text.label,
      },
    ];
  });
}
