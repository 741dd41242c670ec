export * from './glossary';
export * from './items';
export * from './languages';
export * from './pictures';
export * from './schema';
