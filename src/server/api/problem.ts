/** Errors of the public interface, as RFC 9457 writes them, with each place both as a JSON Pointer and in words. */
import { placedSentence, placeWords } from '@/core/schema';
import { AppError, type FieldProblem } from '../base/errors';

/** What can be wrong, by the last part of its `type` URI, with its status. These names stay what they are. */
export const PROBLEM_TYPES = {
  'not-json': 400,
  'not-taken': 400,
  'not-signed': 401,
  'no-reading-key': 401,
  'no-rehearsal-key': 401,
  closed: 403,
  'not-found': 404,
  contradiction: 409,
  'under-way': 409,
  'too-large': 413,
  'too-many': 429,
  unavailable: 503,
} as const satisfies Record<string, number>;
export type ProblemType = keyof typeof PROBLEM_TYPES;

/** A refusal as the members of a problem document, with the places of what is wrong. */
export function problemBody(type: ProblemType, title: string, problems: readonly FieldProblem[] = []) {
  return {
    type: `urn:libellus:problem:${type}`,
    title,
    status: PROBLEM_TYPES[type],
    ...(problems.length > 0 && {
      problems: problems.map((p) => ({
        path: p.path,
        place: placeWords(p.path),
        message: p.message,
      })),
    }),
  };
}

/** A refusal as a problem document (RFC 9457). */
export function problem(
  type: ProblemType,
  title: string,
  problems: readonly FieldProblem[] = [],
  headers: Record<string, string> = {},
): Response {
  const body = problemBody(type, title, problems);
  return Response.json(body, {
    status: body.status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });
}

/** 429 with how long to wait (RFC 9110, 10.2.3). */
export const tooOften = (seconds: number, headers: Record<string, string> = {}): Response =>
  problem('too-many', `Too many requests. Ask again in ${seconds} s.`, [], {
    'retry-after': String(seconds),
    ...headers,
  });

/** What a use case refused, as a program is told it; undefined for what is no refusal. */
export function refusal(error: unknown): Response | undefined {
  if (!(error instanceof AppError)) return undefined;
  if (error.code === 'not-found') return problem('not-found', error.message);
  if (error.code === 'forbidden') return problem('closed', error.message);
  if (error.code !== 'invalid') return undefined;
  const places = error.problems.map(placedSentence).filter((said) => !error.message.includes(said));
  return problem('not-taken', [error.message, ...places].join(' ').trim(), error.problems);
}
