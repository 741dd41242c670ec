/** What is known of translations besides their words: who said what of them, and of which source. */
import { eq } from 'drizzle-orm';
import { database } from '../../db/client';
import { translationNotes } from '../../db/schema';

export type NoteRow = typeof translationNotes.$inferSelect;
export type NoteOf = (
  document: Pick<NoteRow, 'kind'> & { id: string },
  language: string,
  segment: string,
) => NoteRow | undefined;

const keyOf = (kind: string, document: string, language: string, segment: string): string =>
  JSON.stringify([kind, document, language, segment]);

/** All notes of a store, found by their segment. */
export async function notesOfStore(storeId: string): Promise<NoteOf> {
  const rows = await database().select().from(translationNotes).where(eq(translationNotes.storeId, storeId));
  const known = new Map(rows.map((r) => [keyOf(r.kind, r.document, r.language, r.segment), r]));
  return ({ kind, id }, language, segment) => known.get(keyOf(kind, id, language, segment));
}
