/** Pictures on their way in: what is taken, what it becomes, and what is refused and why. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { config } from '@/server/base/config';
import { readMedia } from '@/server/documents/media';
import { bringPicture, coloursOf, pictureFile } from '@/server/documents/pictures';
import { accessAs, SHOP, useDatabase } from './fixture';

useDatabase();

const plain = (width: number, height: number, background = '#7a3325') =>
  sharp({ create: { width, height, channels: 3, background } });
const kept = (): string[] => {
  const dir = join(config().dataDir, 'media', 'pictures', SHOP);
  return existsSync(dir) ? readdirSync(dir) : [];
};

describe('a picture', () => {
  it('is made no larger than twice what is shown, and says what was done to it', async () => {
    // What cannot be made small: noise, the same in every run.
    let state = 1;
    const next = (): number => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) >>> 24;
    const noise = Buffer.from(Uint8Array.from({ length: 2000 * 800 * 3 }, next));
    const png = await sharp(noise, { raw: { width: 2000, height: 800, channels: 3 } })
      .png()
      .toBuffer();
    const { asset, words } = await bringPicture(await accessAs(), png, 'logo.png', 240);
    expect(asset).toMatchObject({ width: 480, height: 192 });
    expect(words).toMatch(/^2,000 x 800 px, [\d.]+ MB, now 480 x 192 px, \d+ kB$/);
    const written = await sharp(pictureFile(asset.path)).metadata();
    expect([written.width, written.height]).toEqual([480, 192]);
    expect(await readMedia(asset.path.split('/').slice(2))).toMatchObject({ type: expect.stringMatching(/^image\//) });
  });

  it('is never made larger, keeps what is see-through, and its colours can be read', async () => {
    const png = await sharp({
      create: { width: 90, height: 30, channels: 4, background: { r: 14, g: 95, b: 107, alpha: 0.5 } },
    })
      .png()
      .toBuffer();
    const access = await accessAs();
    const { asset, colours } = await bringPicture(access, png, 'small.png', 240);
    expect(asset).toMatchObject({ width: 90, height: 30 });
    expect((await sharp(pictureFile(asset.path)).metadata()).hasAlpha).toBe(true);
    expect(colours.length).toBeGreaterThan(0);
    expect(await coloursOf(access, asset.path)).toEqual(colours);
    await expect(coloursOf(access, '/media/pictures/quillwick/other.png')).rejects.toMatchObject({ code: 'not-found' });
  });

  it('is turned the way it was held, and loses where it was taken', async () => {
    const jpeg = await plain(300, 100).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const { asset } = await bringPicture(await accessAs(), jpeg, 'photo.jpg', 400);
    expect(asset).toMatchObject({ width: 100, height: 300 });
    expect((await sharp(pictureFile(asset.path)).metadata()).exif).toBeUndefined();
  });

  it.each<[string, () => Promise<Buffer> | Buffer, RegExp]>([
    ['a text named .png', () => Buffer.from('not a picture at all'), /is not a picture, whatever its name says/],
    ['nothing', () => Buffer.alloc(0), /is not a picture/],
    [
      'an SVG',
      () => Buffer.from('<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><script>x</script></svg>'),
      /SVG drawing.*Save it as PNG/,
    ],
    [
      'forty megapixels',
      () => plain(8000, 5000).png({ compressionLevel: 9 }).toBuffer(),
      /8,000 x 5,000 px, 40 million; at most 36 million/,
    ],
    [
      'a moving GIF',
      () =>
        sharp(Buffer.concat([Buffer.alloc(20 * 20 * 3, 10), Buffer.alloc(20 * 20 * 3, 200)]), {
          raw: { width: 20, height: 40, channels: 3, pageHeight: 20 },
        })
          .gif({ delay: [100, 100], loop: 0 })
          .toBuffer(),
      /It moves \(2 pictures in one\)/,
    ],
    ['more than is read', () => Buffer.alloc(10_000_001, 1), /at most 10\.0 MB are read/],
    ['a TIFF', () => plain(20, 20).tiff().toBuffer(), /of a kind \(tiff\) that is not taken/],
    [
      'half a picture',
      async () => (await plain(400, 400, '#0e5f6b').png().toBuffer()).subarray(0, 300),
      /broken or cut off|is not a picture/,
    ],
  ])('that is %s is refused by its name, and nothing of it is kept', async (_what, make, words) => {
    const before = kept();
    const refused = await bringPicture(await accessAs(), await make(), 'logo.png', 240).catch((e: unknown) => e);
    expect(refused).toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/^logo\.png was not imported\. /),
      problems: [{ path: '/picture', message: expect.stringMatching(words) }],
    });
    expect(kept()).toEqual(before);
  });
});

describe('the signs that ship', () => {
  it('are drawn in any colour, and only those there are', async () => {
    const sign = await readMedia(['signs', 'mail-7a3325.png']);
    expect(sign?.type).toBe('image/png');
    const { data } = await sharp(sign!.bytes).raw().toBuffer({ resolveWithObject: true });
    const inked = [...Array(data.length / 4).keys()].find((i) => data[i * 4 + 3] === 255)!;
    expect([...data.subarray(inked * 4, inked * 4 + 3)]).toEqual([0x7a, 0x33, 0x25]);
    for (const name of ['nothing-7a3325.png', 'mail-red.png', '../secret', 'mail-7a3325.svg']) {
      expect(await readMedia(['signs', name])).toBeUndefined();
    }
  });
});
