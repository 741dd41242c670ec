export * from './schema';
export * from './hours';
export * from './names';
export * from './bank';
export * from './tracking';
export * from './check';
export * from './shipping';
export * from './notes';
