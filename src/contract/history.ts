/** What anybody did in a store: searched by who, what and when. */

/** Parts of the work that entries can be narrowed to. */
export const AREAS = [
  ...(['access', 'taken', 'messages', 'languages', 'sending', 'routing', 'customers', 'store'] as const),
] as const;
export type Area = (typeof AREAS)[number];

export interface HistoryFilter {
  /** Whole words that all have to be in it. */
  words: string;
  /** Id of a colleague. */
  who: string;
  area: Area | '';
  /** Calendar days in the store's zone, both included: "2026-11-29". */
  from: string;
  until: string;
  /** Entries before this one. */
  before: string;
}

export interface HistoryRow {
  id: string;
  at: string;
  words: string;
}

export interface HistoryPage {
  rows: HistoryRow[];
  filter: HistoryFilter;
  /** There are more, before the last of these. */
  more: boolean;
  /** Who can be searched for: everybody who is or was a colleague and did something. */
  people: { id: string; name: string }[];
}
