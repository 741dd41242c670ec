/** What can happen in the life of an order or an account, and what each moment tells. */
export * from './details';
export * from './registry';
export * from './usual';
