export * from './attachments';
export * from './sent-as';
export * from './finding';
export * from './segments';
export * from './template';
export * from './message';
export * from './empty-values';
