/** Where the words of a document are translated. */
import type { DocumentCoverage } from '@/contract/languages';

export interface Wanted {
  kind: 'template' | 'passage';
  slug: string;
}

/** The address of a document on the translating desk, or of the screen that has its words. */
export function placeOf(
  base: string,
  language: string,
  { kind, slug }: Pick<DocumentCoverage, 'kind' | 'slug'>,
): string {
  switch (kind) {
    case 'phrasebook':
      return `${base}/phrasebook`;
    case 'names':
      return `${base}/store/names`;
    case 'notes':
      return `${base}/store/notes`;
    case 'look':
      return `${base}/look`;
    case 'template':
    case 'passage': {
      const query = new URLSearchParams({ [kind === 'passage' ? 'passage' : 'of']: slug });
      return `${base}/languages/${language}?${query}`;
    }
  }
}

/** The documents of the translating desk in the order of work: open ones first, by how often they are sent. */
export function inOrderOfWork(
  documents: readonly DocumentCoverage[],
  isOpen: (document: DocumentCoverage) => boolean,
): DocumentCoverage[] {
  const onDesk = documents.filter(({ kind }) => kind === 'template' || kind === 'passage');
  return onDesk.toSorted(
    (a, b) => Number(isOpen(b)) - Number(isOpen(a)) || Number(b.on) - Number(a.on) || b.sent - a.sent,
  );
}
