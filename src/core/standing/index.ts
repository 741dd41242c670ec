export * from './standing';
export * from './owed';
