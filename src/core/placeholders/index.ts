export * from './catalogue';
export * from './provided';
export * from './foreign';
export * from './secrets';
export * from './search';
