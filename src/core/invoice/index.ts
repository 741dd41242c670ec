export * from './tax';
export * from './data';
