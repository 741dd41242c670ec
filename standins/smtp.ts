/**
 * A sending service on loopback: SMTP submission (RFC 6409) with STARTTLS on one port and TLS from the start on the next
 * (RFC 8314), AUTH PLAIN and LOGIN. What it takes goes straight into the recipients' mailboxes.
 */
import { readFileSync } from 'node:fs';
import { simpleParser } from 'mailparser';
import { SMTPServer, type SMTPServerOptions } from 'smtp-server';
import { ACCOUNTS, PROVIDER_HOST } from './scenery';
import { MailboxStore } from './store';

const mailboxes = await MailboxStore.open(process.env.STANDIN_DATABASE_URL!);
const key = readFileSync(process.env.STANDIN_TLS_KEY!);
const cert = readFileSync(process.env.STANDIN_TLS_CERT!);

function refusal(code: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode: code });
}

const options: SMTPServerOptions = {
  name: PROVIDER_HOST,
  banner: 'Harrowpost submission',
  key,
  cert,
  size: 25_000_000,
  authMethods: ['PLAIN', 'LOGIN'],
  disableReverseLookup: true,
  logger: false,
  closeTimeout: 500,
  onAuth(auth, _session, done) {
    const account = ACCOUNTS.find((a) => a.user === auth.username?.toLowerCase() && a.password === auth.password);
    if (account) done(null, { user: account.user });
    else done(refusal(535, '5.7.8 Authentication credentials invalid'));
  },
  onMailFrom(address, session, done) {
    const user = String(session.user ?? '');
    if (address.address.toLowerCase() !== user) {
      done(refusal(550, `5.7.1 ${user} may not send as ${address.address || 'nobody'}`));
    } else done();
  },
  onRcptTo(address, _session, done) {
    // One address that no longer exists, for trying out what a refusal looks like.
    if (address.address.toLowerCase().startsWith('gone@')) done(refusal(550, '5.1.1 No such mailbox here'));
    else done();
  },
  onData(stream, session, done) {
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      if (stream.sizeExceeded) return done(refusal(552, '5.3.4 Message too large'));
      take(Buffer.concat(chunks), session).then(
        (id) => done(null, `2.0.0 Taken as ${id}`),
        (error: Error & { responseCode?: number }) =>
          done(error.responseCode ? error : refusal(451, '4.3.0 Try again later')),
      );
    });
  },
};

async function take(
  raw: Buffer,
  session: { user?: unknown; envelope: { rcptTo: { address: string }[] } },
): Promise<number> {
  const mail = await simpleParser(raw, { skipHtmlToText: true, skipTextToHtml: true, skipImageLinks: true });
  const from = mail.from?.value[0]?.address?.toLowerCase() ?? '';
  if (from !== session.user) throw refusal(550, `5.7.1 The From header must be ${String(session.user)}`);
  // As receiving servers do: what lacks the marks of ordinary mail is put aside.
  const ordinary = mail.messageId && mail.date && mail.subject && mail.text;
  let id = 0;
  for (const { address } of session.envelope.rcptTo) {
    id = await mailboxes.add({
      mailbox: address,
      sender: mail.from?.text ?? '',
      subject: mail.subject ?? '',
      folder: ordinary ? 'Inbox' : 'Junk',
      messageId: mail.messageId ?? '',
      receivedAt: new Date(),
      raw,
    });
  }
  return id;
}

async function listen(server: SMTPServer, port: number): Promise<void> {
  server.on('error', (error: NodeJS.ErrnoException) => {
    // Connections that break off are the client's business; a port that cannot be had is ours.
    if (error.code === 'EADDRINUSE') {
      console.error(`Port ${port} is taken.`);
      process.exit(1);
    }
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
}

await listen(new SMTPServer(options), Number(process.env.STANDIN_SMTP_PORT));
await listen(new SMTPServer({ ...options, secure: true }), Number(process.env.STANDIN_SMTPS_PORT));
process.send?.('ready');
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
