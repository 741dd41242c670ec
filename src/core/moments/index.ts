/** What can happen in the life of an order or an account, and what each moment tells. */
export * from './audience';
export * from './details';
export * from './optional';
export * from './registry';
