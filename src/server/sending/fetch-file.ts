/** Fetches a file that a shop's event names by its address: of open networks only, no larger than files are, and in good time. */
import { get as httpGet, type IncomingMessage } from 'node:http';
import { get as httpsGet } from 'node:https';
import { MOST_FILE_BYTES } from '@/core/attach';
import { fileSize } from '@/core/names';
import { kept } from '@/words/kept';
import { say } from '@/words/files';
import { ContentError, FileError } from '../base/faults';
import { authorities } from './authorities';
import { resolveHost } from './dns';

const PATIENCE_MS = 15_000;
const MOST_TURNS = 3;

/**
 * The bytes at an address. Throws a {@link FileError} when it cannot be had just now, and a {@link ContentError} when trying again would
 * not help: it is not there, too large, or in a network that is not open.
 */
export async function fetchFile(url: string, turns = MOST_TURNS): Promise<Buffer> {
  const address = new URL(url);
  const { host, protocol } = address;
  const [ip] = await resolveHost(address.hostname.replace(/^\[|\]$/g, '')).catch((error: { code?: string }) => {
    if (error.code === 'EPRIVATE') throw new ContentError(kept(() => say.isInAPrivateNetwork({ host })));
    throw new FileError(kept(() => say.couldNotBeFetched({ host, why: String(error.code ?? error) })));
  });
  const response = await new Promise<IncomingMessage>((resolve, reject) => {
    const fail = (why: string): void => reject(new FileError(kept(() => say.couldNotBeFetched({ host, why }))));
    const common = {
      host: ip,
      port: address.port || (protocol === 'https:' ? 443 : 80),
      path: `${address.pathname}${address.search}`,
      headers: { host, accept: '*/*', 'user-agent': 'Libellus' },
      timeout: PATIENCE_MS,
      signal: AbortSignal.timeout(4 * PATIENCE_MS),
    };
    const request =
      protocol === 'https:'
        ? httpsGet({ ...common, servername: address.hostname, ca: authorities() }, resolve)
        : httpGet(common, resolve);
    request.on('timeout', () => request.destroy(Object.assign(new Error('timeout'), { code: 'ETIMEDOUT' })));
    request.on('error', (error: NodeJS.ErrnoException) => fail(error.code ?? error.message));
  });
  const status = response.statusCode ?? 0;
  if (status >= 300 && status < 400 && response.headers.location && turns > 0) {
    response.resume();
    return fetchFile(new URL(response.headers.location, url).href, turns - 1);
  }
  if (status !== 200) {
    response.resume();
    const words = kept(() => say.couldNotBeFetched({ host, why: `HTTP ${status}` }));
    throw status === 404 || status === 410 || status === 403 ? new ContentError(words) : new FileError(words);
  }
  const chunks: Buffer[] = [];
  let size = 0;
  try {
    for await (const chunk of response as AsyncIterable<Buffer>) {
      size += chunk.length;
      if (size > MOST_FILE_BYTES) {
        response.destroy();
        throw new ContentError(kept(() => say.fetchedIsTooLarge({ host, most: fileSize(MOST_FILE_BYTES) })));
      }
      chunks.push(chunk);
    }
  } catch (error) {
    if (error instanceof ContentError) throw error;
    throw new FileError(kept(() => say.couldNotBeFetched({ host, why: (error as NodeJS.ErrnoException).code ?? '' })));
  }
  return Buffer.concat(chunks);
}
