export * from './attachment';
export * from './file';
export * from './kinds';
export * from './size';
