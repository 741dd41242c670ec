/** What an action gives back to the screen: a value, or what went wrong in words, with the places. */
export interface Problem {
  path: string;
  message: string;
}

export interface Failure {
  code: 'invalid' | 'not-found' | 'forbidden' | 'signed-out' | 'conflict' | 'broken';
  message: string;
  problems: Problem[];
  detail?: unknown;
}

export type Result<T> = { ok: true; value: T } | { ok: false; error: Failure };

/** Before words of the web process itself, which the interface shows as they are. */
export const WORDS_MARK = 'Libellus: ';
