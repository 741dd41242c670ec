export * from './judge';
export { otherTongue } from './tongue';
