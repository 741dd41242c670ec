/** Living proof: small true messages by every path of a store, and what the mailbox that they go to says of them. */
export * from './authentication';
export * from './paths';
export * from './standing';
