/** Rehearsals: which lives of orders show every message once, what they are expected to send, and whether what arrives is right. */
export * from './scene';
export * from './lives';
export * from './expected';
export * from './cover';
export * from './forms';
export * from './plan';
export * from './checks';
export * from './links';
export * from './marks';
export * from './carry';
export * from './compare';
export * from './faults';
export * from './moved';
