export * from './schema';
export * from './totals';
export * from './codes';
export * from './facts';
export * from './snapshot';
export * from './samples';
export * from './details';
