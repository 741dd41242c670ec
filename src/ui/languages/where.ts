/** Where the words of a document are translated. */
import type { DocumentCoverage, TextKind } from '@/contract/languages';

export interface Wanted {
  kind: TextKind;
  slug: string;
}

const QUERY: Record<TextKind, string> = { template: 'of', passage: 'passage', shared: 'shared' };

/** The address of a document on the translating desk. */
export const placeOf = (base: string, language: string, { kind, slug }: Wanted): string =>
  `${base}/languages/${language}?${new URLSearchParams({ [QUERY[kind]]: slug })}`;

/** The screen that shared words are written on. */
export const screenOf = (base: string, slug: string): string =>
  `${base}/${{ phrasebook: 'phrasebook', names: 'store/names', notes: 'store/notes', look: 'look' }[slug] ?? ''}`;

/** The documents of the translating desk in the order of work: open ones first, by how often they are sent. */
export function inOrderOfWork(
  documents: readonly DocumentCoverage[],
  isOpen: (document: DocumentCoverage) => boolean,
): DocumentCoverage[] {
  return documents.toSorted(
    (a, b) => Number(isOpen(b)) - Number(isOpen(a)) || Number(b.on) - Number(a.on) || b.sent - a.sent,
  );
}
