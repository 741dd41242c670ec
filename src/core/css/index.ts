export * from './css';
