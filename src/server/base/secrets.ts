/**
 * Secrets at rest: AES-256-GCM (NIST SP 800-38D) with a key derived from the installation's secret, which is outside
 * the database. A sealed text is "v1." and base64url of nonce, tag and ciphertext.
 */
import { createCipheriv, createDecipheriv, createHash, hkdfSync, randomBytes } from 'node:crypto';
import { config } from './config';
import { SecretError } from './faults';

function keyFrom(secret: string): Buffer {
  return Buffer.from(hkdfSync('sha256', secret, 'libellus', 'secrets at rest', 32));
}

/** Seals a text with the installation's secret (AES-256-GCM, a fresh nonce); see {@link unseal}. */
export function seal(plain: string, secret = config().secret): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', keyFrom(secret), nonce);
  const body = Buffer.concat([cipher.update(plain, 'utf8'), cipher.final()]);
  return `v1.${Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64url')}`;
}

/** Opens a sealed text. Throws a {@link SecretError} when it was sealed with another secret or changed since. */
export function unseal(sealed: string, secret = config().secret): string {
  if (!sealed.startsWith('v1.')) throw new SecretError('This is not a sealed secret.');
  const bytes = Buffer.from(sealed.slice(3), 'base64url');
  if (bytes.length < 28) throw new SecretError('This is not a sealed secret.');
  const decipher = createDecipheriv('aes-256-gcm', keyFrom(secret), bytes.subarray(0, 12));
  decipher.setAuthTag(bytes.subarray(12, 28));
  try {
    return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8');
  } catch {
    throw new SecretError('A stored secret cannot be opened: LIBELLUS_SECRET is not the one it was sealed with.');
  }
}

/** SHA-256 in hex, for keys that only ever need to be recognised. */
export function fingerprint(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}
