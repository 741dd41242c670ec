/**
 * The made-up web: the pages that the demo's messages lead to, behind a proxy (RFC 9110, 9.3.6) as firms have one. Of a host that it does
 * not know it says so, as a proxy does; connections to this machine are handed on.
 */
import { readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { connect, isIP, type Socket } from 'node:net';
import { answer, page } from './pages';
import { WEB_HOSTS } from './scenery';

/** What there is, by host. */
const PAGES: Record<string, RegExp> = {
  'quillwick.example':
    /^\/($|notes$|notes\/hide-glue$|care\/bone-folder$|course$|kurs$|join\/long-stitch$|shop\/[a-z0-9-]+$|workshops\/[a-z0-9-]+$)/,
  'trade.quillwick.example': /^\/($|shop\/[a-z0-9-]+$)/,
  'fieldpost.example': /^\/$/,
  'carterline.example': /^\/$/,
};

function handle(request: IncomingMessage, response: ServerResponse): void {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '');
  const { pathname } = new URL(request.url ?? '/', `https://${host}`);
  const isThere = PAGES[host]?.test(pathname) === true;
  const title = isThere ? host : 'Nothing here';
  answer(response, isThere ? 200 : 404, 'text/html; charset=utf-8', page(title, `<p>${host}</p>`));
}

/** Listens as a proxy, on this machine alone. */
export function startWeb(port: number, certificate: { key: string; cert: string }): void {
  const plain = createServer(handle);
  const secure = createSecureServer(
    { key: readFileSync(certificate.key), cert: readFileSync(certificate.cert) },
    handle,
  );
  const proxy = createServer((_, response) => answer(response, 405, 'text/plain', 'Only CONNECT.'));
  proxy.on('connect', (request: IncomingMessage, socket: Socket, head: Buffer) => {
    socket.on('error', () => socket.destroy());
    const [, host = '', wanted = ''] = /^\[?([^\]]+?)\]?:(\d+)$/.exec(request.url ?? '') ?? [];
    const welcome = (): void => void socket.write('HTTP/1.1 200 Connection established\r\n\r\n');
    if (isIP(host) || host === 'localhost') {
      const onward = connect(Number(wanted), host, () => {
        welcome();
        onward.write(head);
        socket.pipe(onward).pipe(socket);
      });
      onward.on('error', () => socket.end('HTTP/1.1 502 Bad Gateway\r\n\r\n'));
      return;
    }
    if (!WEB_HOSTS.includes(host)) return void socket.end('HTTP/1.1 502 Bad Gateway\r\ncontent-length: 0\r\n\r\n');
    welcome();
    socket.unshift(head);
    (wanted === '443' ? secure : plain).emit('connection', socket);
  });
  proxy.listen(port, '127.0.0.1');
}
