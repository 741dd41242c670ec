export * from './condition';
export * from './sentence';
export * from './contradiction';
