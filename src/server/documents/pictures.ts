/**
 * Pictures on their way in: checked by what they are (not by their name), made no larger than they are shown on a fine
 * screen, written anew so that nothing rides along, and kept under a name made from their content.
 */
import { createHash } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, resolve, sep } from 'node:path';
import { and, eq } from 'drizzle-orm';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { foreignPictures, mainColours, storeOfPicture, type Asset, type PictureColour } from '@/core/look';
import type { Access } from '../auth/access';
import { config } from '../base/config';
import { database } from '../db/client';
import { pictures } from '../db/schema';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { say } from '@/words/refusals';
import { say as operations } from '@/words/operations';

export const MAX_BYTES = 10_000_000;
const MAX_PIXELS = 36_000_000;
const FORMATS = ['png', 'jpeg', 'webp', 'gif'];

export interface BroughtPicture {
  asset: Asset;
  /** What came in, and what was done: "2,000 x 800 px, 1.4 MB, now 480 x 192 px, 31 kB". */
  words: string;
  colours: PictureColour[];
}

const refuse = (name: string, message: string): AppError =>
  new AppError('invalid', say.nameWasNotImportedMessage({ name, message }), [{ path: '/picture', message }]);

const size = (bytes: number): string =>
  bytes >= 1_000_000
    ? say.toFixedMb({ toFixed: (bytes / 1_000_000).toFixed(1) })
    : say.maxKB({ max: Math.max(1, Math.round(bytes / 1000)) });
const number = new Intl.NumberFormat('en');
const pixels = (width: number, height: number): string => `${number.format(width)} x ${number.format(height)} px`;

/** Reads what a file is, and refuses what cannot go into a message, with the reason and what to do. */
async function examine(bytes: Buffer, name: string): Promise<Metadata> {
  if (bytes.length > MAX_BYTES) {
    throw refuse(name, say.itHasSizeAtMost({ size: size(bytes.length), size2: size(MAX_BYTES) }));
  }
  if (
    /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)?(<!doctype svg[^>]*>\s*)?<svg[\s>]/i.test(
      bytes.subarray(0, 2000).toString('utf8'),
    )
  ) {
    throw refuse(name, say.itIsAnSvgDrawing);
  }
  let found: Metadata;
  try {
    found = await sharp(bytes, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse(name, say.itIsNotAPicture);
  }
  if (!FORMATS.includes(found.format ?? '')) {
    throw refuse(name, say.itIsAPictureOf({ format: found.format ?? 'unknown' }));
  }
  if ((found.pages ?? 1) > 1) {
    throw refuse(name, say.itMovesPagesPicturesIn({ pages: found.pages ?? 1 }));
  }
  const area = (found.width ?? 0) * (found.height ?? 0);
  if (area > MAX_PIXELS) {
    throw refuse(
      name,
      say.itHasPixelsRoundMillion({
        pixels: pixels(found.width ?? 0, found.height ?? 0),
        round: Math.round(area / 1_000_000),
        n: MAX_PIXELS / 1_000_000,
      }),
    );
  }
  return found;
}

async function encode(image: Sharp, seeThrough: boolean): Promise<{ data: Buffer; type: 'png' | 'jpg' }> {
  const png = await image.clone().png({ palette: true, quality: 90, effort: 8, compressionLevel: 9 }).toBuffer();
  if (seeThrough) return { data: png, type: 'png' };
  const jpeg = await image.clone().flatten({ background: '#ffffff' }).jpeg({ quality: 82, mozjpeg: true }).toBuffer();
  return jpeg.length < png.length ? { data: jpeg, type: 'jpg' } : { data: png, type: 'png' };
}

/** What a picture that comes in is known by. */
export const sourceOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex').slice(0, 24);

/** Takes a picture in for a store. `shown` is how wide it will be at most, in CSS pixels; it is kept at up to twice that. */
export async function bringPicture(
  access: Access,
  bytes: Buffer,
  name: string,
  shown: number,
): Promise<BroughtPicture> {
  const label = name.slice(0, 120) || say.thePicture;
  const was = await examine(bytes, label);
  const turned = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).rotate();
  let made: { data: Buffer; type: 'png' | 'jpg' };
  let colours: PictureColour[];
  try {
    const small = turned.resize({
      width: Math.min(Math.round(shown * 2), 1600),
      height: 3200,
      fit: 'inside',
      withoutEnlargement: true,
    });
    made = await encode(small, was.hasAlpha ?? false);
    colours = await sampledColours(sharp(made.data));
  } catch {
    throw refuse(label, say.itIsBrokenOrCut);
  }
  const now = await sharp(made.data).metadata();
  const digest = createHash('sha256').update(made.data).digest('hex').slice(0, 24);
  const path = `/media/pictures/${access.store.id}/${digest}.${made.type}`;
  const file = resolve(config().dataDir, path.slice(1));
  await mkdir(dirname(file), { recursive: true });
  await writeFile(file, made.data);
  const asset: Asset = { path, width: now.width ?? 1, height: now.height ?? 1, bytes: made.data.length };
  await database()
    .insert(pictures)
    .ignore()
    .values({
      id: newId(),
      storeId: access.store.id,
      path,
      name: label,
      width: asset.width,
      height: asset.height,
      bytes: asset.bytes,
      source: sourceOf(bytes),
      by: access.person.name,
      at: new Date(),
    });
  return {
    asset,
    colours,
    words: operations.pictureTaken({
      before: pixels(was.width ?? 0, was.height ?? 0),
      sizeBefore: size(bytes.length),
      after: pixels(asset.width, asset.height),
      sizeAfter: size(asset.bytes),
    }),
  };
}

/** The main colours of a picture that the store brought in. */
export async function coloursOf(access: Access, path: string): Promise<PictureColour[]> {
  const [known] = await database()
    .select({ path: pictures.path })
    .from(pictures)
    .where(and(eq(pictures.storeId, access.store.id), eq(pictures.path, path)));
  if (!known) throw new AppError('not-found', say.theStoreHasNoSuch);
  return sampledColours(sharp(pictureFile(known.path)));
}

async function sampledColours(image: Sharp): Promise<PictureColour[]> {
  return mainColours(await image.resize(96, 96, { fit: 'inside' }).ensureAlpha().raw().toBuffer());
}

/** The file of a store's picture, by its path. Refuses every path that is not one, whatever document it stood in. */
export function pictureFile(path: string): string {
  const root = resolve(config().dataDir, 'media/pictures');
  const file = resolve(config().dataDir, path.replace(/^\/+/, ''));
  if (storeOfPicture(path) === undefined || !file.startsWith(root + sep)) {
    throw new AppError('invalid', say.aPictureOfThisLook);
  }
  return file;
}

/** Refuses a document that names a picture which is not this store's own. */
export function refuseForeignPictures(storeId: string, document: unknown): void {
  const places = foreignPictures(document, storeId);
  if (places.length === 0) return;
  throw new AppError(
    'invalid',
    say.aPictureHereIsNot,
    places.slice(0, 10).map((path) => ({ path, message: 'Choose a picture of this store.' })),
  );
}
