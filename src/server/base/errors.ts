/** Errors meant for the person or program that asked: what happened, where, and what to do. */

export type ErrorCode = 'invalid' | 'not-found' | 'forbidden' | 'signed-out' | 'conflict';

export interface FieldProblem {
  /** JSON Pointer to the place, or the name of a form field. */
  path: string;
  message: string;
}

export class AppError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly problems: FieldProblem[] = [],
    /** Data the asker needs to go on, such as the other version in a conflict. */
    readonly detail?: unknown,
  ) {
    super(message);
  }
}
