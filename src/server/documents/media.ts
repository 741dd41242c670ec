/** Pictures below the data folder's `media`, by a name that cannot leave it, and the signs that ship, in any colour. */
import { readFile } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { LRUCache } from 'lru-cache';
import QRCode from 'qrcode';
import sharp from 'sharp';
import { sql } from 'drizzle-orm';
import { LINK_SIGNS, signSvg, type LinkSign } from '@/core/look';
import { transferCodeOf } from '@/core/render';
import { readTransferCode } from '@/core/terms';
import { config } from '../base/config';
import { readSamplePicture } from './sample-pictures';
import { database } from '../db/client';
import { stores } from '../db/schema';

const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp', gif: 'image/gif' };

const signs = new LRUCache<string, Promise<Buffer>>({ max: 400 });

/** A picture or sign below `/media`, or undefined when there is none or the path leads elsewhere. */
export async function readMedia(path: readonly string[]): Promise<{ bytes: Buffer; type: string } | undefined> {
  if (path[0] === 'signs') return readSign(path[1] ?? '');
  if (path[0] === 'samples') return readSamplePicture(path[1] ?? '');
  if (path[0] === 'transfer-codes') return readTransferPicture(path[1] ?? '');
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

const codes = new LRUCache<string, Buffer>({ max: 200 });

/** Black and white squares are as small unfiltered (PNG, 9.2), and trying which filter is best took most of the time. */
const DRAWN = { deflateLevel: 9, filterType: 0 };

/**
 * The picture of a bank transfer's code (QR Code, ISO/IEC 18004, level M as EPC069-12 wants it). Only for accounts of a store: nobody
 * else's can be had from here.
 */
async function readTransferPicture(name: string): Promise<{ bytes: Buffer; type: string } | undefined> {
  const code = transferCodeOf(name);
  const transfer = code === undefined ? undefined : readTransferCode(code);
  if (code === undefined || !transfer) return undefined;
  const [known] = await database()
    .select({ id: stores.id })
    .from(stores)
    .where(sql`json_search(${stores.terms}, 'one', ${transfer.iban}, null, '$.payments[*].account.iban') is not null`)
    .limit(1);
  if (!known) return undefined;
  let bytes = codes.get(code);
  if (!bytes) {
    bytes = await QRCode.toBuffer(code, { errorCorrectionLevel: 'M', margin: 4, width: 396, rendererOpts: DRAWN });
    codes.set(code, bytes);
  }
  return { bytes, type: 'image/png' };
}
