/** The parts of a store's terms, each with an address of its own. */
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/terms';
export const TERMS_PARTS = inEachLanguage(
  () =>
    [
      { id: 'payment', label: say.payment },
      { id: 'shipping', label: say.shipping },
      { id: 'carriers', label: say.carriers },
      { id: 'places', label: say.places },
      { id: 'names', label: say.names },
      { id: 'notes', label: say.notes },
      { id: 'invoices', label: say.invoices },
    ] as const,
);
export type TermsPart = (typeof TERMS_PARTS)[number]['id'];

export const isTermsPart = (part: string): part is TermsPart => TERMS_PARTS.some((p) => p.id === part);
