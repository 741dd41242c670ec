export * from './values';
export * from './source';
export * from './markup';
export * from './functions';
export * from './formatters';
export * from './compile';
export * from './document';
export * from './check';
