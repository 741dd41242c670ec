/** Everybody's mailboxes, over HTTP: JSON and raw messages for programs, a plain page for people; and over IMAP. */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { randomUUID } from 'node:crypto';
import { simpleParser } from 'mailparser';
import MailComposer from 'nodemailer/lib/mail-composer';
import { complaint } from './bounces';
import { FAULT_KINDS, FAULT_STEPS, Faults } from './faults';
import { MAILBOX_PASSWORD, serveImap } from './imap';
import { answer, escapeHtml, formOf, page, redirect, sameOrigin } from './pages';
import { sendElsewhere } from './outgoing';
import { MAILBOX_KINDS, receive } from './receiving';
import { MAILBOX_HOST, SERVERS, type ServerId } from './scenery';
import { MailboxStore } from './store';

const port = Number(process.env.STANDIN_MAILBOXES_PORT);
const store = await MailboxStore.open(process.env.STANDIN_DATABASE_URL!);
const faults = await Faults.open(process.env.STANDIN_DATABASE_URL!);
const PORTS: Record<ServerId, string> = {
  harrowpost: `${process.env.STANDIN_SMTP_PORT} (STARTTLS) or ${process.env.STANDIN_SMTPS_PORT} (TLS)`,
  fernbridge: `${process.env.STANDIN_RELAY_PORT} (STARTTLS)`,
  mill: `${process.env.STANDIN_LOCAL_PORT} (none)`,
};

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
  const manners = MAILBOX_KINDS.map(
    ([name, does]) => `<tr><td><code>${name}</code></td><td>${escapeHtml(does)}</td></tr>`,
  ).join('');
  return page(
    'Stand-in mailboxes',
    `<p>Mail that the demo sends ends here and goes nowhere else. <a href="/servers">The sending servers and their faults</a></p>
<table><thead><tr><th>Mailbox</th><th>Messages</th><th>Newest</th></tr></thead><tbody>${rows || '<tr><td colspan="3">Nothing has arrived yet.</td></tr>'}</tbody></table>
<p>Mail programs read them by IMAP at ${MAILBOX_HOST}, port ${process.env.STANDIN_IMAP_PORT} (TLS), user: the address, password <code>${MAILBOX_PASSWORD}</code>.</p>
<h2>What mailboxes do, by the beginning of their names</h2><table><tbody>${manners}</tbody></table>`,
  );
}

/** The sending servers: where they are, who may sign in, and what is to go wrong with them. */
async function servers(): Promise<string> {
  const [set, now] = await Promise.all([faults.all(), faults.now()]);
  const sections = SERVERS.map((server) => {
    const accounts = server.accounts
      .map((a) => `user <code>${a.user}</code>, password <code>${a.password}</code>`)
      .join('<br>');
    const rows = FAULT_STEPS.map((step) => {
      const chosen = set.find((f) => f.server === server.id && f.step === step)?.kind ?? 'none';
      const options = FAULT_KINDS.map(
        (kind) => `<option value="${kind}"${kind === chosen ? ' selected' : ''}>${kind}</option>`,
      ).join('');
      return `<tr><td><label for="${server.id}-${step}">${step}</label></td><td><form method="post" action="/servers/fault"><input type="hidden" name="server" value="${server.id}"><input type="hidden" name="step" value="${step}"><select id="${server.id}-${step}" name="kind">${options}</select> <button aria-label="Set the fault of ${server.id} at ${step}">Set</button></form></td></tr>`;
    }).join('');
    return `<h2>${server.host}</h2><p>${escapeHtml(server.words)}. Port ${PORTS[server.id]}.</p><p>${accounts || 'No sign-in.'}</p><table><thead><tr><th>Step</th><th>Fault</th></tr></thead><tbody>${rows}</tbody></table>`;
  });
  return page(
    'Stand-in servers',
    `<p><a href="/">All mailboxes</a></p><form method="post" action="/servers/wind"><p>The stand-ins’ clock says ${now.toISOString().slice(0, 16).replace('T', ' ')} UTC. <button>Wind it one hour on</button></p></form>${sections.join('')}`,
  );
}

async function readMailbox(address: string): Promise<string> {
  const list = await store.list(address);
  const threads = new Map<string, typeof list>();
  for (const m of list) {
    const key = m.thread || String(m.id);
    threads.set(key, [...(threads.get(key) ?? []), m]);
  }
  const rows = [...threads.values()]
    .flatMap((thread) => thread.toReversed().map((m, at) => ({ ...m, answer: at > 0 })))
    .map(
      (m) =>
        `<tr><td>${m.answer ? '&#8627; ' : ''}<a href="/read/message/${m.id}">${escapeHtml(m.subject)}</a></td><td>${escapeHtml(m.sender)}</td><td>${m.folder}</td><td>${escapeHtml(m.verdict)}</td><td>${m.receivedAt.toISOString().slice(0, 19).replace('T', ' ')} UTC</td></tr>`,
    )
    .join('');
  return page(
    address,
    `<p><a href="/">All mailboxes</a></p><table><thead><tr><th>Subject</th><th>From</th><th>Folder</th><th>Vouched for</th><th>Received</th></tr></thead><tbody>${rows || '<tr><td colspan="5">Empty.</td></tr>'}</tbody></table>`,
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
  const files = mail.attachments
    .map((a, i) => ({ ...a, i }))
    .filter((a) => a.contentDisposition !== 'inline')
    .map(
      (a) =>
        `<li><a href="/messages/${id}/files/${a.i}">${escapeHtml(a.filename ?? 'file')}</a>, ${escapeHtml(a.contentType)}, ${a.size} bytes</li>`,
    )
    .join('');
  return page(
    found.subject || '(no subject)',
    `<p><a href="/read/${encodeURIComponent(found.mailbox)}">${escapeHtml(found.mailbox)}</a></p>
<dl><dt>From</dt><dd>${escapeHtml(mail.from?.text ?? '')}</dd><dt>To</dt><dd>${escapeHtml(to)}</dd><dt>Message-ID</dt><dd>${escapeHtml(mail.messageId ?? '')}</dd><dt>Folder</dt><dd>${found.folder}</dd><dt>Vouched for</dt><dd>${escapeHtml(found.verdict || 'not judged')}</dd></dl>
<p><a href="/messages/${id}.eml">The message as it came (.eml)</a></p>${files ? `<h2>Files</h2><ul>${files}</ul>` : ''}
<form method="post" action="/read/message/${id}/reply"><p><label for="words">Answer as ${escapeHtml(found.mailbox)}</label><br><textarea id="words" name="words" rows="3" cols="60"></textarea><br><label><input type="checkbox" name="picture"> with a picture</label> <label><input type="checkbox" name="away"> as a holiday answer</label> <button>Send the answer</button></p></form>
<form method="post" action="/read/message/${id}/complain"><p><button>This is spam</button> The provider of this mailbox tells whoever sent it (RFC 5965).</p></form>${frame}<h2>Text part</h2><pre dir="auto">${escapeHtml(mail.text ?? '')}</pre>`,
  );
}

/** A picture of one pixel. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** Answers a message as its mailbox: to where its sender wants answers, quoting what it answers to. */
async function reply(id: number, form: URLSearchParams): Promise<boolean> {
  const found = await store.raw(id);
  if (!found) return false;
  const mail = await simpleParser(found.raw);
  const to = (mail.replyTo ?? mail.from)?.value[0]?.address ?? '';
  const raw = await new MailComposer({
    from: found.mailbox,
    to,
    subject: `Re: ${found.subject}`,
    messageId: `<${randomUUID()}@${found.mailbox.slice(found.mailbox.lastIndexOf('@') + 1)}>`,
    inReplyTo: found.messageId,
    references: [found.thread, found.messageId].filter((r, i, all) => r !== '' && all.indexOf(r) === i),
    text: `${form.get('words') ?? ''}\n\n> ${(mail.text ?? '').slice(0, 300).replaceAll('\n', '\n> ')}`,
    ...(form.has('away') && { headers: { 'Auto-Submitted': 'auto-replied' } }),
    ...(form.has('picture') && { attachments: [{ filename: 'picture.png', content: PIXEL }] }),
  })
    .compile()
    .build();
  if (await sendElsewhere({ from: found.mailbox, to }, raw)) return true;
  await receive(store, raw, { from: found.mailbox, to, helo: 'mailboxes.example', mta: 'mailboxes.example' });
  return true;
}

/** Calls a message spam: its provider tells the address that it came from, if it does so at all. */
async function complain(id: number): Promise<boolean> {
  const found = await store.raw(id);
  if (!found) return false;
  if (found.returnPath !== '') await sendElsewhere({ from: '', to: found.returnPath }, complaint(found));
  return true;
}

async function change(path: string, request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (!sameOrigin(request)) return answer(response, 403, 'text/plain', 'Only from this page.');
  const form = await formOf(request);
  const answered = /^\/read\/message\/(\d+)\/(reply|complain)$/.exec(path);
  if (answered) {
    const id = Number(answered[1]);
    const known = answered[2] === 'reply' ? await reply(id, form) : await complain(id);
    return known
      ? redirect(response, `/read/message/${answered[1]}`)
      : answer(response, 404, 'text/plain', 'No such message.');
  }
  if (path === '/servers/fault') {
    await faults.set(form.get('server') ?? '', form.get('step') ?? '', form.get('kind') ?? 'none');
  } else if (path === '/servers/wind') {
    await faults.wind(3_600);
  } else return answer(response, 404, 'text/plain', 'Nothing here.');
  redirect(response, '/servers');
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
      verdict: m.verdict,
      messageId: m.messageId,
      thread: m.thread,
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
  const file = /^\/messages\/(\d+)\/files\/(\d+)$/.exec(path);
  if (file) {
    const found = await store.raw(Number(file[1]));
    const part = found && (await simpleParser(found.raw)).attachments[Number(file[2])];
    return part
      ? answer(response, 200, part.contentType, part.content)
      : answer(response, 404, 'text/plain', 'No such file.');
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
  if (path === '/servers') return html(response, await servers());
  return html(response, page('Nothing here', '<p><a href="/">All mailboxes</a></p>'), 404);
}

const server = createServer((request, response) => {
  const path = (request.url ?? '/').split('?')[0]!;
  const handled = request.method === 'POST' ? change(path, request, response) : handle(path, response);
  handled.catch((error: Error) => answer(response, 500, 'text/plain', error.message));
});
await serveImap(store, Number(process.env.STANDIN_IMAP_PORT));
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
