/** Errors of the public interface, as RFC 9457 writes them, with each place both as a JSON Pointer and in words. */
import { placeWords } from '@/core/schema';
import type { FieldProblem } from '../base/errors';

/** A refusal as a problem document (RFC 9457), with the places of what is wrong. */
export function problem(
  status: number,
  title: string,
  problems: readonly FieldProblem[] = [],
  headers: Record<string, string> = {},
): Response {
  return Response.json(
    {
      type: 'about:blank',
      title,
      status,
      ...(problems.length > 0 && {
        problems: problems.map((p) => ({
          path: p.path,
          place: placeWords(p.path),
          message: p.message,
        })),
      }),
    },
    { status, headers: { 'content-type': 'application/problem+json', ...headers } },
  );
}

/** 429 with how long to wait (RFC 9110, 10.2.3). */
export const tooOften = (seconds: number): Response =>
  problem(429, `Too many requests. Ask again in ${seconds} s.`, [], { 'retry-after': String(seconds) });
