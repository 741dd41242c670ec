export * from './catalogue';
export * from './moments';
export * from './foreign';
export * from './secrets';
