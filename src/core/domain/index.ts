export * from './spf';
export * from './records';
export * from './judge';
export * from './recheck';
