/** Translations out and in as XLIFF 2.1. */
export * from './shape';
export * from './write';
export * from './read';
export * from './compare';
