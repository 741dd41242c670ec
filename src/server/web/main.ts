/** The web process: Next.js behind the door. Says over its channel when it takes requests. */
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import { hostname } from 'node:os';
import next from 'next';
import { config } from '../base/config';
import { closeDatabase } from '../db/client';
import { beat, HEARTBEAT_MS, leave } from '../operations/heartbeat';
import { startDraining } from '../operations/health';
import { log } from '../base/log';
import { startTracing } from '../operations/tracing';
import { addressList } from '../net/addresses';
import { secretTrouble } from '../operations/secret-check';
import { door } from './door';
import { speakToReaders } from '../base/reader';
import { forReader } from './reader';

const HOST = process.env.LIBELLUS_WEB_HOST ?? '127.0.0.1';
const PORT = Number(process.env.LIBELLUS_WEB_PORT ?? 4310);
const id = `${hostname().slice(0, 30)}-${process.pid}-${randomBytes(4).toString('hex')}`;

const { url, secret, trustedProxies } = config();
speakToReaders();
const traced = startTracing('web');
const app = next({ dev: false, dir: process.cwd(), hostname: HOST, port: PORT });
await app.prepare();
const handle = app.getRequestHandler();
const through = door(
  { secure: url.startsWith('https:'), secret, trustedProxies: addressList(trustedProxies) },
  (request, response) => handle(request, response),
);
const server = createServer((request, response) => {
  // What is refused at the door is said to its reader, too.
  forReader(request.headers, () => through(request, response)).catch((error: unknown) => {
    log.error({ err: error }, 'a request could not be answered');
    if (!response.headersSent) response.writeHead(503, { 'content-type': 'text/plain', 'retry-after': '5' });
    response.end('Libellus cannot answer this just now.');
  });
});
// Who sends slowly must not keep a connection for ever.
server.headersTimeout = 20_000;
server.requestTimeout = 60_000;
// Longer than those who ask keep an idle line (proxies: 60 s), or a request is lost that is sent as the line is closed.
server.keepAliveTimeout = 75_000;

const beating = setInterval(() => {
  void secretTrouble()
    .then((trouble) => beat(id, 'web', trouble))
    .catch(() => undefined);
}, HEARTBEAT_MS);

let draining = false;

/** Whoever spreads requests is told first that no more are wanted here. */
function drain(): void {
  if (draining) return;
  draining = true;
  startDraining();
  setTimeout(stop, config().drainMs);
}

function stop(): void {
  clearInterval(beating);
  server.close(() => {
    void leave(id)
      .catch(() => undefined)
      .then(traced)
      .then(closeDatabase)
      .finally(() => process.exit(0));
  });
  server.closeIdleConnections();
  // Pages that are open keep their connections.
  setTimeout(() => server.closeAllConnections(), 3_000).unref();
}
process.on('SIGTERM', drain);
process.on('SIGINT', drain);

server.listen(PORT, HOST, () => {
  log.info({ web: id, port: PORT }, 'the web process takes requests');
  process.send?.('ready');
});
