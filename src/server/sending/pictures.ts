/** Pictures that travel in the message: those of our own that its HTML shows, named by Content-ID (RFC 2392). */
import { createHash } from 'node:crypto';
import { TRANSFER_CODE_PATH, type RenderedMessage } from '@/core/render';
import { config } from '../base/config';
import { readMedia } from '../documents/media';
import type { ComposeOptions } from './compose';

/** More than this is left linked: a message that heavy is better fetched. */
const MOST_BYTES = 1_500_000;

/**
 * The message with its pictures put in, and those pictures: all of the store's own, or only the codes of bank transfers, which have to be
 * there when they are wanted. What cannot be read stays linked.
 */
export async function withPictures(
  message: RenderedMessage,
  which: 'all' | 'codes',
): Promise<{ message: RenderedMessage; pictures: NonNullable<ComposeOptions['pictures']> }> {
  const base = `${config().url}/media/`;
  const codes = `${config().url}${TRANSFER_CODE_PATH}`;
  const found = new Map<string, { cid: string; type: string; name: string; bytes: Buffer }>();
  const sources = new Set([...message.html.matchAll(/<img\b[^>]*?\ssrc="([^"]+)"/g)].map((m) => m[1]!));
  let total = 0;
  for (const source of sources) {
    if (!source.startsWith(which === 'all' ? base : codes)) continue;
    const path = source.slice(base.length);
    const media = await readMedia(path.split('/').map(decodeURIComponent));
    if (!media || total + media.bytes.length > MOST_BYTES) continue;
    total += media.bytes.length;
    const cid = `${createHash('sha256').update(path).digest('hex').slice(0, 24)}@libellus`;
    found.set(source, {
      cid,
      type: media.type,
      name: source.startsWith(codes) ? 'transfer.png' : path.split('/').at(-1)!,
      bytes: media.bytes,
    });
  }
  const html = message.html.replace(/(<img\b[^>]*?\ssrc=")([^"]+)"/g, (whole, before: string, source: string) => {
    const picture = found.get(source);
    return picture ? `${before}cid:${picture.cid}"` : whole;
  });
  return { message: { ...message, html }, pictures: [...found.values()] };
}
