export * from './schema';
export * from './totals';
export * from './snapshot';
