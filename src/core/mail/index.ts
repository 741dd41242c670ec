export * from './reply';
export * from './diagnose';
export * from './retry';
export * from './state';
