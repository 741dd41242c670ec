export * from './clock';
export * from './timing';
export * from './rhythm';
export * from './holidays';
