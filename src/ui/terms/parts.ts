/** The parts of a store's terms, each with an address of its own. */
export const TERMS_PARTS = [
  { id: 'payment', label: 'Payment' },
  { id: 'shipping', label: 'Shipping' },
  { id: 'carriers', label: 'Carriers' },
  { id: 'names', label: 'Names' },
  { id: 'invoices', label: 'Invoices' },
] as const;
export type TermsPart = (typeof TERMS_PARTS)[number]['id'];

export const isTermsPart = (part: string): part is TermsPart => TERMS_PARTS.some((p) => p.id === part);
