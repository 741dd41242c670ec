export * from './attachments';
export * from './finding';
export * from './segments';
export * from './template';
export * from './message';
