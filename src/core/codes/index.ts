export * from './code';
export * from './series';
export * from './promise';
export * from './outlook';
export * from './use';
