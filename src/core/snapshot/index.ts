/** What a message can say about an order: its values, and the facts that conditions ask for. */
export * from './facts';
export * from './facts-on-demand';
export * from './snapshot';
export { cancellationValues, refundRows } from './money';
export * from './made';
export * from './given-codes';
export * from './fits';
