/**
 * What every request goes through before the application sees it: who asks is worked out from the connection, bodies that are too
 * large or too deep are refused with words, and every answer carries the headers that protect it.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { BlockList } from 'node:net';
import { WORDS_MARK } from '@/core/result';
import { jsonDepth } from '@/core/size';
import { clientAddress } from '../net/addresses';
import { bodyRule, MOST_NESTED } from './limits';

/** The request's own header for who asks. The door writes it; what a client sends under this name is dropped. */
export const ADDRESS_HEADER = 'x-libellus-address';

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

export function door(settings: DoorSettings, handle: Handle): Handle {
  return async (request, response) => {
    identify(request, settings);
    protect(request, response, settings);
    const refusal = await refusalOf(request, settings);
    if (refusal) return refuse(response, refusal);
    await handle(request, response);
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

function refuse(response: ServerResponse, { status, words }: Refusal): void {
  response.writeHead(status, { 'content-type': 'text/plain', connection: 'close', 'cache-control': 'no-store' });
  response.end(WORDS_MARK + words);
}

const size = (bytes: number): string => (bytes >= 1_000_000 ? `${bytes / 1_000_000} MB` : `${bytes / 1_000} kB`);

async function refusalOf(request: IncomingMessage, settings: DoorSettings): Promise<Refusal | undefined> {
  const { method = 'GET', headers, url = '/' } = request;
  if (method === 'GET' || method === 'HEAD' || method === 'OPTIONS') return undefined;
  const type = headers['content-type'] ?? '';
  const rule = bodyRule(url.split('?', 1)[0]!, type);
  if (rule.handled) return undefined;
  if (headers['content-length'] === undefined) {
    if (headers['transfer-encoding'] === undefined) return undefined;
    return { status: 411, words: 'A body needs its length: send Content-Length.' };
  }
  const bytes = Number(headers['content-length']);
  if (bytes > rule.most) {
    return {
      status: 413,
      words: `This is too large: it has ${size(bytes)}, and at most ${size(rule.most)} are taken here.`,
    };
  }
  if (bytes > rule.openTo && !hasSession(headers.cookie ?? '', settings.secret)) {
    return { status: 401, words: 'You are signed out. Sign in again; what you typed is still here.' };
  }
  if (type.startsWith('multipart/')) return undefined;
  const body = await readAhead(request, bytes);
  if (body && jsonDepth(body.toString('latin1'), MOST_NESTED) > MOST_NESTED) {
    return { status: 400, words: `This is nested more than ${MOST_NESTED} levels deep, which nothing here needs.` };
  }
  return undefined;
}

/** Reads a whole body and puts it back, for who reads it next. Undefined when the connection ended before. */
function readAhead(request: IncomingMessage, bytes: number): Promise<Buffer | undefined> {
  if (bytes === 0) return Promise.resolve(undefined);
  return new Promise((resolve) => {
    const chunks: Buffer[] = [];
    let have = 0;
    const done = (body: Buffer | undefined): void => {
      request.off('readable', read).off('close', gone).off('error', gone);
      resolve(body);
    };
    const gone = (): void => done(undefined);
    const read = (): void => {
      for (let chunk = request.read() as Buffer | null; chunk; chunk = request.read() as Buffer | null) {
        chunks.push(chunk);
        have += chunk.length;
        if (have >= bytes) break;
      }
      if (have < bytes) return;
      const body = Buffer.concat(chunks);
      // In the same turn as the last reading, so that the stream does not end in between.
      request.unshift(body);
      done(body);
    };
    request.on('readable', read).on('close', gone).on('error', gone);
  });
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
