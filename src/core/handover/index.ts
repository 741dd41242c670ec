/** Texts out to translators and back in: XLIFF 2.1 and 1.2, gettext PO, and tables (CSV). */
export * from './shape';
export * from './write-xliff';
export * from './write-xliff12';
export * from './read-xliff';
export * from './po';
export * from './table';
export * from './compare';
