export * from './selection';
export * from './pace';
