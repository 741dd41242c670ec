export * from './catalogue';
export * from './moments';
