/** The segments that a document has of its own in a language, each as it stands: one place for coverage, the desk and files. */
import type { SegmentToTranslate } from '@/contract/languages';
import type { SegmentPlace } from '@/core/template';
import { segmentStanding } from '@/core/translation';
import { sharesPlace, type StoreDraft } from '../templates/drafts';
import { placesOf, type TextDocument } from './documents';
import type { NoteOf } from './notes';

/**
 * In the order of reading, without those that a version has from the one that it follows (`leads`). Who asks for several languages finds
 * the `places` once.
 */
export function segmentsIn(
  document: TextDocument,
  language: string,
  source: string,
  of: { leads: StoreDraft | undefined; note: NoteOf; places?: readonly SegmentPlace[] },
): SegmentToTranslate[] {
  const { draft, live, stale, shared } = document;
  const places = of.places ?? placesOf(document, source);
  return places
    .filter(({ id }) => !of.leads || !sharesPlace(document, of.leads, language, id))
    .map((place) => {
      const { id } = place;
      const own = { source: draft.words[source]?.[id] ?? '', words: draft.words[language]?.[id] ?? '' };
      const note = of.note(document, language, id);
      const text = shared?.find((t) => t.id === id);
      const standing = segmentStanding({
        ...own,
        note,
        live: live && { source: live.words[source]?.[id] ?? '', words: live.words[language]?.[id] ?? '' },
        stale: stale[language]?.includes(id) ?? false,
        ships: text?.ships(language) ?? false,
      });
      return {
        ...place,
        ...own,
        ...standing,
        ...(note && { said: { by: note.saidBy, at: note.saidAt.toISOString() } }),
        ...(note?.aside && { aside: true as const }),
        ...(text && { most: text.most }),
      };
    });
}
