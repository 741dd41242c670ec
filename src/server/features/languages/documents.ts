/** Everything of a store that is translated: messages, passages, and the words that all messages share. */
import type { TextKind } from '@/contract/languages';
import { neededSegments, type SegmentPlace } from '@/core/template';
import { SHARED_DOCUMENTS, type SharedDocument, type SharedText } from '@/core/translation';
import { targetsOf } from '../../auth/translators';
import type { Access } from '../../auth/access';
import { SHARED_NAMES, sharedWordsOf, textsOfShared } from '../../documents/shared-words';
import { draftsOfStore, type StoreDraft } from '../templates/drafts';
import { notesOfStore, type NoteOf } from './notes';

export interface TextDocument extends Omit<StoreDraft, 'kind'> {
  kind: TextKind;
  /** Of shared words: their places and how they are in use. Absent where the blocks of the draft say it. */
  shared?: SharedText[];
}

/** Placeholders that are known at every moment may stand in shared words. */
export const SHARED_MOMENT = 'order.placed';

/** A document of shared words, with what is kept aside in the place of what is in use. */
export function sharedDocument(
  slug: SharedDocument,
  shared: SharedText[],
  { own, languages, note }: { own: string; languages: readonly string[]; note: NoteOf },
): TextDocument {
  const shown = (language: string, text: SharedText): string => {
    const said = note({ kind: 'shared', id: slug }, language, text.id);
    return said?.aside ? said.words : text.in(language);
  };
  return {
    kind: 'shared',
    ...{ id: slug, slug, name: SHARED_NAMES[slug], revision: 0, stale: {}, version: '' },
    moment: SHARED_MOMENT,
    draft: {
      version: 1,
      blocks: [],
      words: {
        [own]: Object.fromEntries(shared.map((t) => [t.id, t.source])),
        ...Object.fromEntries(languages.map((l) => [l, Object.fromEntries(shared.map((t) => [t.id, shown(l, t)]))])),
      },
    },
    shared,
  };
}

/** All documents of a store, those of shared words last, and what is known of their translations. */
export async function textDocuments(access: Access): Promise<{ documents: TextDocument[]; note: NoteOf }> {
  const { store } = access;
  const [drafts, note, all] = await Promise.all([
    draftsOfStore(access, true),
    notesOfStore(store.id),
    sharedWordsOf(access),
  ]);
  const of = { own: store.language, languages: targetsOf(access), note };
  const shared = SHARED_DOCUMENTS.map((slug) => sharedDocument(slug, textsOfShared(slug, all), of));
  return { documents: [...drafts, ...shared.filter((d) => d.shared!.length > 0)], note };
}

/** The places of a document that have words in the source, in the order of reading. */
export const placesOf = ({ shared, draft }: TextDocument, source: string): SegmentPlace[] =>
  shared?.map(({ id, form, label }) => ({ id, form, label })) ?? neededSegments(draft, source);

/** The version that a document follows, among the documents of its store. */
export function leadsAmong(documents: readonly TextDocument[]): (document: TextDocument) => StoreDraft | undefined {
  const templates = new Map(
    documents.flatMap((d): [string, StoreDraft][] => (d.kind === 'template' ? [[d.slug, d as StoreDraft]] : [])),
  );
  return ({ follows }) => (follows === undefined ? undefined : templates.get(follows));
}
