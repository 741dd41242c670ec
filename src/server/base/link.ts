/** Links that only we can have made: what they name, with a code that nobody else can work out (RFC 2104). */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { config } from './config';

/** The code of what a link names, for one purpose: 32 hexadecimal digits. */
export const linkCode = (purpose: string, named: string, secret = config().secret): string =>
  createHmac('sha256', secret).update(`${purpose} ${named}`).digest('hex').slice(0, 32);

/** Whether a code is that of what a link names. */
export function isLinkCode(purpose: string, named: string, code: string, secret = config().secret): boolean {
  const own = linkCode(purpose, named, secret);
  return code.length === own.length && timingSafeEqual(Buffer.from(code), Buffer.from(own));
}
