/** How much is left of a product, and when that is told. */
export * from './stock';
