export * from './css';
export * from './declarations';
