export * from './decode';
export * from './columns';
export * from './csv';
export * from './orders';
export * from './customers';
