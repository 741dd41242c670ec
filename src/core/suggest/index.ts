export * from './companions';
export * from './suggest';
