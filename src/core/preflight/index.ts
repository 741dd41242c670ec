export * from './template';
