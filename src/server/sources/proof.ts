/** Whether a request is the shop's: by a signature over its body, a token in a header, or a name and password. */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { unseal } from '../base/secrets';
import type { Proof } from '../db/schema';

const opened = new LRUCache<string, string>({ max: 500 });

function secretOf({ secret }: Proof): string {
  let plain = opened.get(secret);
  if (plain === undefined) {
    plain = unseal(secret);
    opened.set(secret, plain);
  }
  return plain;
}

/** Compares in a time that does not tell how much of it is right. */
function same(given: string, expected: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(expected)];
  return a.length === b.length && timingSafeEqual(a, b);
}

/** What is missing or wrong of a request's proof, as a sentence for whoever runs the shop; undefined for one that is proven. */
export function unproven(proof: Proof, body: Uint8Array, headers: Headers): string | undefined {
  const secret = secretOf(proof);
  if (proof.by === 'basic') {
    const given = /^Basic\s+(\S+)$/i.exec(headers.get('authorization') ?? '')?.[1];
    if (given === undefined) return 'It has no name and password (Authorization: Basic, RFC 7617).';
    return same(Buffer.from(given, 'base64').toString('utf8'), `${proof.user}:${secret}`)
      ? undefined
      : 'Its name or password is another one.';
  }
  const given = headers.get(proof.header)?.trim();
  if (!given) return `It has no header ${proof.header}.`;
  if (proof.by === 'token') {
    const token = proof.header.toLowerCase() === 'authorization' ? given.replace(/^Bearer\s+/i, '') : given;
    return same(token, secret) ? undefined : `The token in its header ${proof.header} is another one.`;
  }
  const { algorithm, encoding, prefix } = proof;
  const expected = createHmac(algorithm, secret).update(body).digest(encoding);
  const bare = given.startsWith(prefix) ? given.slice(prefix.length) : given;
  return same(encoding === 'hex' ? bare.toLowerCase() : bare, expected)
    ? undefined
    : `The signature in its header ${proof.header} does not match: it was made with another secret or in another way, or the body changed.`;
}
