export * from './condition';
export * from './sentence';
