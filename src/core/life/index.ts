/** What becomes of an order when something is done with it. */
export * from './actions';
export * from './walk';
