/** DKIM signing (RFC 6376), by nodemailer, with the key of the From address's domain. */
import { generateKeyPair } from 'node:crypto';
import { promisify } from 'node:util';
import { LRUCache } from 'lru-cache';
import DKIM from 'nodemailer/lib/dkim';
import { unseal } from '../base/secrets';

export interface SigningKey {
  domain: string;
  selector: string;
  /** Sealed. */
  privateKey: string;
}

const signers = new LRUCache<string, DKIM>({ max: 200 });

/** The message with its signature before it. Header fields signed are those nodemailer signs by default. */
export async function signMessage(raw: Buffer, key: SigningKey): Promise<Buffer> {
  const name = `${key.domain} ${key.selector} ${key.privateKey}`;
  let signer = signers.get(name);
  if (!signer) {
    signer = new DKIM({ domainName: key.domain, keySelector: key.selector, privateKey: unseal(key.privateKey) });
    signers.set(name, signer);
  }
  const chunks: Buffer[] = [];
  for await (const chunk of signer.sign(raw)) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}

export interface KeyPair {
  /** PEM. */
  privateKey: string;
  /** DER in base64, as a DKIM record holds it. */
  publicKey: string;
}

/** A new RSA key of 2048 bits: what receivers ask for, and the most that fits many DNS pages (RFC 8301, 3.2). */
export async function makeKeyPair(): Promise<KeyPair> {
  const made = await promisify(generateKeyPair)('rsa', {
    modulusLength: 2048,
    publicKeyEncoding: { type: 'spki', format: 'der' },
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
  });
  return { privateKey: made.privateKey, publicKey: made.publicKey.toString('base64') };
}
