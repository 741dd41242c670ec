/**
 * One logger. Secrets have no way into it: fields that could hold one are removed by name, and of an error of the database its
 * statement is logged without what was filled in.
 */
import pino from 'pino';

interface LoggedError {
  type: string;
  message: string;
  code?: string | undefined;
  stack?: string | undefined;
  cause?: LoggedError | undefined;
}

/** What is logged of an error. Drizzle puts all parameters of a statement into its message, and the driver the whole statement. */
export function loggedError(error: unknown, depth = 0): LoggedError {
  if (!(error instanceof Error)) return { type: typeof error, message: String(error).slice(0, 500) };
  const { name, code, cause, stack } = error as Error & { code?: string };
  const message = error.message
    .replace(/Duplicate entry '[^]*?' for key/, 'Duplicate entry (left out) for key')
    .replace(/\nparams:[\s\S]*$/, '\nparams: (left out)')
    .slice(0, 2_000);
  const frames = stack?.slice(stack.indexOf('\n    at '));
  return {
    type: name,
    message,
    ...(code !== undefined && { code: String(code) }),
    ...(depth === 0 && frames && { stack: frames }),
    ...(cause !== undefined && depth < 3 && { cause: loggedError(cause, depth + 1) }),
  };
}

export const log = pino({
  level: process.env.LIBELLUS_LOG ?? 'info',
  redact: { paths: ['password', '*.password', 'secret', '*.secret', 'pass', '*.pass', 'key', '*.key'], remove: true },
  serializers: { err: loggedError },
});
