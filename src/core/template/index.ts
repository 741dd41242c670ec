export * from './schema';
export * from './phrasebook';
export * from './changes';
export * from './defaults';
