/** The certificate authorities that sending servers are checked against. */
import { readFileSync } from 'node:fs';
import { rootCertificates } from 'node:tls';
import { config } from '../base/config';

let list: string[] | undefined;

/** The public authorities, and those the keeper of this installation added. Undefined stands for the public ones. */
export function authorities(): string[] | undefined {
  const { extraAuthorities } = config();
  if (!extraAuthorities) return undefined;
  list ??= [...rootCertificates, readFileSync(extraAuthorities, 'utf8')];
  return list;
}
