export * from './skeleton';
export * from './message';
export * from './together';
export * from './compiler';
export { blockClass } from './blocks';
export type { Gate, Node, Range, Slot } from './marks';
export { KeptWords } from './kept-words';
export { wordsHtml, wordsStyles, type WordsStyles } from './words';
export { TRANSFER_CODE_PATH, transferCodeOf, transferCodePath } from './transfer-code';
