/** The lines below every message, where a look has none of its own; the same in each language. */
export const FOOTER = '{$store.name}{#br/}{$store.address}{#br/}{$store.email}';
