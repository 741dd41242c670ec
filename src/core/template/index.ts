export * from './schema';
export * from './phrasebook';
export * from './passages';
export * from './changes';
export * from './stale';
export * from './import-html';
export * from './edit';
export * from './promises';
