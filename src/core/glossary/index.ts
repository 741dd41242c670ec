/** The glossary: words that are to be the same everywhere, found in texts, checked, and handed on. */
export * from './schema';
export * from './find';
export * from './check';
export * from './files';
export * from './compare';
