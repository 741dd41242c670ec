/** Translating: how far each segment of words is in a language, and what is wrong with a translation. */
export * from './state';
export * from './check';
export * from './begin';
export * from './tags';
export * from './memory';
export * from './shared';
