/** Pictures below the data folder's `media`, by a name that cannot leave it, and the signs that ship, in any colour. */
import { readFile } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { LINK_SIGNS, signSvg, type LinkSign } from '@/core/look';
import { config } from '../base/config';

const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp', gif: 'image/gif' };

const signs = new LRUCache<string, Promise<Buffer>>({ max: 400 });

/** A picture or sign below `/media`, or undefined when there is none or the path leads elsewhere. */
export async function readMedia(path: readonly string[]): Promise<{ bytes: Buffer; type: string } | undefined> {
  if (path[0] === 'signs') return readSign(path[1] ?? '');
  const root = resolve(config().dataDir, 'media');
  const file = resolve(join(root, ...path));
  const type = TYPES[file.slice(file.lastIndexOf('.') + 1)];
  if (!file.startsWith(root + sep) || !type) return undefined;
  try {
    return { bytes: await readFile(file), type };
  } catch {
    return undefined;
  }
}

/** `shop-7a3b1d.png`: a sign in a colour, at twice the size it is shown. */
async function readSign(name: string): Promise<{ bytes: Buffer; type: string } | undefined> {
  const match = /^([a-z]+)-([0-9a-f]{6})\.png$/.exec(name);
  const sign = LINK_SIGNS.find((s) => s === match?.[1]) as LinkSign | undefined;
  if (!match || !sign) return undefined;
  let drawn = signs.get(name);
  if (!drawn) {
    drawn = sharp(Buffer.from(signSvg(sign, `#${match[2]}`, 36)))
      .png({ compressionLevel: 9 })
      .toBuffer();
    signs.set(name, drawn);
  }
  return { bytes: await drawn, type: 'image/png' };
}
