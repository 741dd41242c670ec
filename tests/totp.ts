/** A program for codes, as people have one on their phone: RFC 6238 with SHA-1, six digits, half a minute. */
import { createHmac } from 'node:crypto';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

/** The bytes of a key as it is typed in: base32 (RFC 4648), in groups. */
function bytesOf(key: string): Buffer {
  const bits = [...key.replace(/[\s=]/g, '')].map((c) => LETTERS.indexOf(c).toString(2).padStart(5, '0')).join('');
  return Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
}

/** The code that a key shows at a time, ms since 1970. */
export function codeAt(key: string, time = Date.now()): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(time / 30_000)));
  const mac = createHmac('sha1', bytesOf(key)).update(counter).digest();
  const offset = mac.at(-1)! & 15;
  return String((mac.readUInt32BE(offset) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}
