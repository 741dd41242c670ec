/** Texts out to translators and back in: XLIFF 2.1, gettext PO, and tables (CSV). */
export * from './shape';
export * from './write-xliff';
export * from './read-xliff';
export * from './po';
export * from './table';
export * from './compare';
