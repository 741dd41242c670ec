export * from './clock';
export * from './timing';
