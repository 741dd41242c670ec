export * from './reasons';
export * from './plan';
