/** One logger. Secrets have no way into it: fields that could hold one are removed by name. */
import pino from 'pino';

export const log = pino({
  level: process.env.LIBELLUS_LOG ?? 'info',
  redact: { paths: ['password', '*.password', 'secret', '*.secret', 'pass', '*.pass', 'key', '*.key'], remove: true },
});
