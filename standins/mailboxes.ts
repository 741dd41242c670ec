/** Everybody's mailboxes, over HTTP: JSON and raw messages for programs, a plain page for people. */
import { createServer, type ServerResponse } from 'node:http';
import { simpleParser } from 'mailparser';
import { escapeHtml } from '../src/core/text/values';
import { ACCOUNTS, PROVIDER_HOST } from './scenery';
import { MailboxStore } from './store';

const port = Number(process.env.STANDIN_MAILBOXES_PORT);
const store = await MailboxStore.open(process.env.STANDIN_DATABASE_URL!);
const smtpPorts = `${process.env.STANDIN_SMTP_PORT} (STARTTLS) or ${process.env.STANDIN_SMTPS_PORT} (TLS)`;

const STYLE = `body{font:15px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#14232b}
table{border-collapse:collapse;width:100%}td,th{text-align:start;padding:.35rem .6rem;border-bottom:1px solid #d3dce0}
a{color:#0e5f6b}iframe{width:100%;height:70vh;border:1px solid #d3dce0}pre{white-space:pre-wrap;background:#ecf1f2;padding:1rem}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.2rem 1rem}dd{margin:0}`;

function page(title: string, body: string): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeHtml(title)}</title><style>${STYLE}</style><h1>${escapeHtml(title)}</h1>${body}</html>`;
}

function answer(response: ServerResponse, status: number, type: string, body: string | Buffer): void {
  response.writeHead(status, {
    'content-type': type,
    'x-content-type-options': 'nosniff',
    'cache-control': 'no-store',
  });
  response.end(body);
}

const html = (response: ServerResponse, body: string, status = 200): void =>
  answer(response, status, 'text/html; charset=utf-8', body);

async function front(): Promise<string> {
  const boxes = await store.mailboxes();
  const rows = boxes
    .map(
      (b) =>
        `<tr><td><a href="/read/${encodeURIComponent(b.mailbox)}">${escapeHtml(b.mailbox)}</a></td><td>${b.messages}</td><td>${b.newest.toISOString().slice(0, 19).replace('T', ' ')} UTC</td></tr>`,
    )
    .join('');
  const accounts = ACCOUNTS.map((a) => `<tr><td>${a.user}</td><td><code>${a.password}</code></td></tr>`).join('');
  return page(
    'Stand-in mailboxes',
    `<p>Mail that the demo sends ends here and goes nowhere else.</p>
<table><thead><tr><th>Mailbox</th><th>Messages</th><th>Newest</th></tr></thead><tbody>${rows || '<tr><td colspan="3">Nothing has arrived yet.</td></tr>'}</tbody></table>
<h2>The sending service</h2><p>Host <code>${PROVIDER_HOST}</code>, port ${smtpPorts}. An account sends only as itself.</p>
<table><thead><tr><th>Account</th><th>Password</th></tr></thead><tbody>${accounts}</tbody></table>`,
  );
}

async function readMailbox(address: string): Promise<string> {
  const rows = (await store.list(address))
    .map(
      (m) =>
        `<tr><td><a href="/read/message/${m.id}">${escapeHtml(m.subject)}</a></td><td>${escapeHtml(m.sender)}</td><td>${m.folder}</td><td>${m.receivedAt.toISOString().slice(0, 19).replace('T', ' ')} UTC</td></tr>`,
    )
    .join('');
  return page(
    address,
    `<p><a href="/">All mailboxes</a></p><table><thead><tr><th>Subject</th><th>From</th><th>Folder</th><th>Received</th></tr></thead><tbody>${rows || '<tr><td colspan="4">Empty.</td></tr>'}</tbody></table>`,
  );
}

async function readMessage(id: number): Promise<string | undefined> {
  const found = await store.raw(id);
  if (!found) return undefined;
  const mail = await simpleParser(found.raw);
  const to = Array.isArray(mail.to) ? mail.to.map((t) => t.text).join(', ') : (mail.to?.text ?? '');
  const frame =
    typeof mail.html === 'string'
      ? `<iframe sandbox title="The message" srcdoc="${escapeHtml(mail.html)}"></iframe>`
      : '';
  return page(
    found.subject || '(no subject)',
    `<p><a href="/read/${encodeURIComponent(found.mailbox)}">${escapeHtml(found.mailbox)}</a></p>
<dl><dt>From</dt><dd>${escapeHtml(mail.from?.text ?? '')}</dd><dt>To</dt><dd>${escapeHtml(to)}</dd><dt>Message-ID</dt><dd>${escapeHtml(mail.messageId ?? '')}</dd><dt>Folder</dt><dd>${found.folder}</dd></dl>
<p><a href="/messages/${id}.eml">The message as it came (.eml)</a></p>${frame}<h2>Text part</h2><pre dir="auto">${escapeHtml(mail.text ?? '')}</pre>`,
  );
}

async function handle(path: string, response: ServerResponse): Promise<void> {
  const mailbox = /^\/mailboxes\/([^/]+)$/.exec(path);
  if (mailbox) {
    const list = await store.list(decodeURIComponent(mailbox[1]!));
    const rows = list.map((m) => ({
      id: m.id,
      from: m.sender,
      subject: m.subject,
      receivedAt: m.receivedAt.toISOString(),
      folder: m.folder,
    }));
    return answer(response, 200, 'application/json', JSON.stringify(rows));
  }
  const raw = /^\/messages\/(\d+)\.eml$/.exec(path);
  if (raw) {
    const found = await store.raw(Number(raw[1]));
    return found
      ? answer(response, 200, 'message/rfc822', found.raw)
      : answer(response, 404, 'text/plain', 'No such message.');
  }
  const message = /^\/read\/message\/(\d+)$/.exec(path);
  if (message) {
    const body = await readMessage(Number(message[1]));
    return body
      ? html(response, body)
      : html(response, page('No such message', '<p><a href="/">All mailboxes</a></p>'), 404);
  }
  const read = /^\/read\/([^/]+)$/.exec(path);
  if (read) return html(response, await readMailbox(decodeURIComponent(read[1]!)));
  if (path === '/') return html(response, await front());
  return html(response, page('Nothing here', '<p><a href="/">All mailboxes</a></p>'), 404);
}

const server = createServer((request, response) => {
  const path = (request.url ?? '/').split('?')[0]!;
  handle(path, response).catch((error: Error) => answer(response, 500, 'text/plain', error.message));
});
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
