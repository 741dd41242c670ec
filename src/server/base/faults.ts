/** Whose fault an error is: the words of a message, a secret that does not open what is stored, the database, or ours. */
import { isAway } from './database-errors';

/** Words that cannot be made into a message for this order. */
export class ContentError extends Error {}

/** Something sealed that the installation's secret does not open. */
export class SecretError extends Error {}

/** A file that goes with a message could not be had just now. */
export class FileError extends Error {}

/** A code that a message promises is gone, and the message is not to go out without it. */
export class CodeError extends Error {}

/** What a fault is counted under: those of one cause are tried again together. */
export type FaultCause = 'content' | 'file' | 'code' | 'secret' | 'database' | 'internal';

/** What a fault is counted under. */
export function faultCause(error: unknown): FaultCause {
  if (error instanceof ContentError) return 'content';
  if (error instanceof FileError) return 'file';
  if (error instanceof CodeError) return 'code';
  if (error instanceof SecretError) return 'secret';
  return isDatabaseError(error) ? 'database' : 'internal';
}

/** Whether an error comes from the database or the way to it. */
export function isDatabaseError(error: unknown): boolean {
  const { name, cause, sqlState } = error as { name?: string; cause?: { sqlState?: string }; sqlState?: string };
  return isAway(error) || name === 'DrizzleQueryError' || sqlState !== undefined || cause?.sqlState !== undefined;
}
