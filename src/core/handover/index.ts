/** Texts out to translators and back in: XLIFF 2.1 and 1.2, gettext PO, tables (CSV), and memories (TMX 1.4). */
export * from './shape';
export * from './xml';
export * from './write-xliff';
export * from './write-xliff12';
export * from './read-xliff';
export * from './po';
export * from './table';
export * from './memory';
export * from './tmx';
export * from './compare';
