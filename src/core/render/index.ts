export * from './skeleton';
export * from './message';
