/**
 * What every request goes through before the application sees it: who asks is worked out from the connection, bodies that are too
 * large or too deep are refused with words, and every answer carries the headers that protect it.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { IncomingMessage, type ServerResponse } from 'node:http';
import type { BlockList } from 'node:net';
import { WORDS_MARK } from '@/core/result';
import { jsonTooLarge } from '@/core/size';
import { ADDRESS_HEADER, clientAddress } from '../net/addresses';
import { BODY_SIZE, bodyRule } from '../net/limits';
import { say } from '@/words/operations';

export interface DoorSettings {
  secure: boolean;
  secret: string;
  trustedProxies: BlockList;
}

type Handle = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

/** Headers that a proxy sets and that decide who asks or where: believed from trusted proxies only. */
const FORWARDED = [
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-forwarded-port',
  'forwarded',
  'x-real-ip',
];

/** Every request goes through here before Next.js: who asks, what is refused, the headers that protect the answer. */
export function door(settings: DoorSettings, handle: Handle): Handle {
  return async (request, response) => {
    identify(request, settings);
    protect(request, response, settings);
    const refusal = refusalOf(request, settings);
    if (refusal) return refuse(request, response, refusal);
    if (!isReadFirst(request)) return handle(request, response);
    const body = await bodyOf(request);
    if (!body) return;
    const large = jsonTooLarge(body.toString('latin1'), BODY_SIZE);
    if (large) return refuse(request, response, { status: 400, words: large });
    await handle(withBody(request, body), response);
  };
}

function identify(request: IncomingMessage, { trustedProxies }: DoorSettings): void {
  const connection = request.socket.remoteAddress ?? '';
  const forwarded = request.headers['x-forwarded-for'];
  const address = clientAddress(connection, Array.isArray(forwarded) ? forwarded.join(',') : forwarded, trustedProxies);
  if (clientAddress(connection, '192.0.2.1', trustedProxies) !== '192.0.2.1') {
    for (const name of FORWARDED) delete request.headers[name];
  }
  request.headers[ADDRESS_HEADER] = address;
}

/** Pages are not kept open to devices; once seen over https, the address is opened over https only (RFC 6797). */
function protect(request: IncomingMessage, response: ServerResponse, { secure }: DoorSettings): void {
  response.setHeader(
    'permissions-policy',
    'camera=(), geolocation=(), microphone=(), payment=(), usb=(), browsing-topics=()',
  );
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('referrer-policy', 'same-origin');
  response.setHeader('cross-origin-opener-policy', 'same-origin');
  if (secure) response.setHeader('strict-transport-security', 'max-age=31536000; includeSubDomains');
  // The application answers what goes wrong by itself in words. What is left is a body it could not read, or a page that cannot be
  // made just now.
  const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => ServerResponse;
  const action = request.headers['next-action'] !== undefined;
  response.writeHead = ((status: number, ...rest: unknown[]) => {
    if (status !== 500) return writeHead(status, ...rest);
    if (!action) response.setHeader('retry-after', '5');
    return writeHead(action ? 400 : 503, ...rest);
  }) as typeof response.writeHead;
}

interface Refusal {
  status: 400 | 401 | 411 | 413;
  words: string;
}

/** A browser listens only once it has sent everything: so much is taken and dropped first, and anything longer is cut off. */
const MOST_DROPPED = 64_000_000;

async function refuse(request: IncomingMessage, response: ServerResponse, { status, words }: Refusal): Promise<void> {
  if (!request.readableEnded && Number(request.headers['content-length'] ?? 0) <= MOST_DROPPED) {
    let bytes = 0;
    try {
      for await (const chunk of request) {
        bytes += (chunk as Buffer).length;
        if (bytes > MOST_DROPPED) break;
      }
    } catch {
      return;
    }
  }
  response.writeHead(status, { 'content-type': 'text/plain', connection: 'close', 'cache-control': 'no-store' });
  response.end(WORDS_MARK + words);
}

const size = (bytes: number): string => (bytes >= 1_000_000 ? `${bytes / 1_000_000} MB` : `${bytes / 1_000} kB`);

/** What is wrong with a request by its head alone. */
/** Whether what stands for letters in an address (RFC 3986, 2.1) stands for any. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

function refusalOf(
  { method = 'GET', headers, url = '/' }: IncomingMessage,
  { secret }: DoorSettings,
): Refusal | undefined {
  if (!isReadable(pathOf(url))) return { status: 400, words: say.addressBroken };
  if (method === 'GET' || method === 'HEAD' || method === 'OPTIONS') return undefined;
  const rule = bodyRule(pathOf(url), headers['content-type'] ?? '');
  if (rule.handled) return undefined;
  if (headers['content-length'] === undefined) {
    if (headers['transfer-encoding'] === undefined) return undefined;
    return { status: 411, words: say.needsLength };
  }
  const bytes = Number(headers['content-length']);
  if (bytes > rule.most) {
    return {
      status: 413,
      words: say.tooLarge({ size: size(bytes), most: size(rule.most) }),
    };
  }
  if (bytes > rule.openTo && !hasSession(headers.cookie ?? '', secret)) {
    return { status: 401, words: say.signedOut };
  }
  return undefined;
}

const pathOf = (url: string): string => url.split('?', 1)[0]!;

/** Whether the whole body is read here first, to see how deep it goes. Files are not: they are read as they come. */
function isReadFirst({ method = 'GET', headers, url = '/' }: IncomingMessage): boolean {
  const type = headers['content-type'] ?? '';
  return method === 'POST' && !type.startsWith('multipart/') && !bodyRule(pathOf(url), type).handled;
}

/** Reads a whole body; its length was checked. Undefined when the connection ended before. */
async function bodyOf(request: IncomingMessage): Promise<Buffer | undefined> {
  const chunks: Buffer[] = [];
  try {
    for await (const chunk of request) chunks.push(chunk as Buffer);
  } catch {
    return undefined;
  }
  return request.complete ? Buffer.concat(chunks) : undefined;
}

/** The same request with a body that was read already. */
function withBody(request: IncomingMessage, body: Buffer): IncomingMessage {
  const again = new IncomingMessage(request.socket);
  const { method, url, headers, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor } = request;
  Object.assign(again, { method, url, headers, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor });
  again.push(body);
  again.push(null);
  again.complete = true;
  return again;
}

/** Whether a cookie of a session is there that this installation signed. Whether the session is still open is asked later. */
export function hasSession(cookies: string, secret: string): boolean {
  const value = /(?:^|;\s*)(?:__Secure-)?libellus\.session_token=([^;]+)/.exec(cookies)?.[1];
  if (!value) return false;
  let plain: string;
  try {
    plain = decodeURIComponent(value);
  } catch {
    return false;
  }
  const dot = plain.lastIndexOf('.');
  const wanted = createHmac('sha256', secret).update(plain.slice(0, dot)).digest();
  const given = Buffer.from(plain.slice(dot + 1), 'base64');
  return dot > 0 && given.length === wanted.length && timingSafeEqual(given, wanted);
}
