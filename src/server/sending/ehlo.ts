import { hostname } from 'node:os';

/** How Libellus names itself to servers: this machine's name when it is a full one, else an address literal (RFC 5321, 4.1.3). */
export function ehloName(): string {
  const name = hostname();
  return /^[a-z0-9-]+(\.[a-z0-9-]+)+$/i.test(name) ? name : '[127.0.0.1]';
}
