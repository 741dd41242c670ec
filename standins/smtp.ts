/**
 * Sending servers on loopback: an account at a mail host with STARTTLS and with TLS from the start (RFC 6409, RFC 8314), a relay for
 * verified domains, and a local server without sign-in. What they take goes to the recipients' mailboxes.
 */
import { readFileSync } from 'node:fs';
import { SMTPServer, type SMTPServerOptions, type SMTPServerSession } from 'smtp-server';
import { simpleParser } from 'mailparser';
import { sendDueBounces } from './bounces';
import { sendElsewhere } from './outgoing';
import { Faults, type FaultStep } from './faults';
import { mannerOf, receive } from './receiving';
import { SERVERS, type SendingServer } from './scenery';
import { MailboxStore } from './store';

const mailboxes = await MailboxStore.open(process.env.STANDIN_DATABASE_URL!);
const faults = await Faults.open(process.env.STANDIN_DATABASE_URL!);
const key = readFileSync(process.env.STANDIN_TLS_KEY!);
const cert = readFileSync(process.env.STANDIN_TLS_CERT!);
const port = (name: string): number => Number(process.env[name]);

function refusal(code: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode: code });
}

type Done = (error?: Error | null) => void;

/** Hangs up on a client without a word. */
function hangUp(server: SMTPServer, session: SMTPServerSession): void {
  const connections = (
    server as unknown as { connections: Set<{ session: SMTPServerSession; _socket: { destroy: () => void } }> }
  ).connections;
  for (const connection of connections) if (connection.session === session) connection._socket.destroy();
}

const day = (): string => new Date().toISOString().slice(0, 10);
const seenBefore = new Set<string>();

function optionsFor(own: SendingServer, self: () => SMTPServer): SMTPServerOptions {
  const sentToday = new Map<string, number>();
  const fault = async (step: FaultStep, session: SMTPServerSession, done: Done, go: () => void): Promise<void> => {
    switch (await faults.at(own.id, step)) {
      case 'later':
        return done(refusal(451, '4.3.2 Not just now'));
      case 'refuse':
        return done(
          step === 'sign-in' ? refusal(535, '5.7.8 Authentication credentials invalid') : refusal(554, '5.7.1 No'),
        );
      case 'limit':
        return done(refusal(450, '4.7.28 Rate limit of this account reached'));
      case 'hang up':
        return hangUp(self(), session);
      case 'silence':
        return;
      case 'none':
        return go();
    }
  };
  return {
    name: own.host,
    banner: own.banner,
    key,
    cert,
    size: 25_000_000,
    authMethods: ['PLAIN', 'LOGIN'],
    authOptional: own.accounts.length === 0,
    disabledCommands: own.accounts.length === 0 ? ['AUTH', 'STARTTLS'] : [],
    disableReverseLookup: true,
    logger: false,
    closeTimeout: 500,
    onConnect(session, done) {
      void fault('greeting', session, done, () => done());
    },
    onAuth(auth, session, done) {
      const account = own.accounts.find((a) => a.user === auth.username?.toLowerCase() && a.password === auth.password);
      void fault(
        'sign-in',
        session,
        (error) => done(error ?? null),
        () => {
          if (account) done(null, { user: account.user });
          else done(refusal(535, '5.7.8 Authentication credentials invalid'));
        },
      );
    },
    onMailFrom(address, session, done) {
      void fault('sender', session, done, () => {
        const from = address.address.toLowerCase();
        const user = String(session.user ?? '');
        const domain = from.slice(from.lastIndexOf('@') + 1);
        if (own.allows === 'itself' && from !== user) {
          return done(refusal(550, `5.7.1 ${user} may not send as ${from || 'nobody'}`));
        }
        if (
          typeof own.allows === 'object' &&
          !own.allows.domains.some((d) => domain === d || domain.endsWith(`.${d}`))
        ) {
          return done(refusal(550, `5.7.1 ${domain} is not verified here`));
        }
        const today = `${day()} ${user}`;
        if (own.perDay !== undefined && (sentToday.get(today) ?? 0) >= own.perDay) {
          return done(refusal(450, `4.7.28 Daily limit of ${own.perDay} reached`));
        }
        done();
      });
    },
    onRcptTo(address, session, done) {
      void fault('recipient', session, done, () => {
        const to = address.address.toLowerCase();
        switch (mannerOf(to)) {
          case 'gone':
            return done(refusal(550, '5.1.1 No such mailbox here'));
          case 'full':
            return done(refusal(452, '4.2.2 Mailbox full'));
          case 'overfull':
            return done(refusal(552, '5.2.2 Mailbox full'));
          case 'policy':
            return done(refusal(550, '5.7.1 Rejected by policy: sender has a poor reputation'));
          case 'grey': {
            if (seenBefore.has(to)) return done();
            seenBefore.add(to);
            return done(refusal(451, '4.7.1 Greylisted, try again later'));
          }
          default:
            return done();
        }
      });
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        if (stream.sizeExceeded) return done(refusal(552, '5.3.4 Message too large'));
        void fault(
          'message',
          session,
          (error) => done(error ?? null),
          () => {
            take(own, Buffer.concat(chunks), session).then(
              (outcome) => {
                if (outcome === 'drops') return hangUp(self(), session);
                const today = `${day()} ${String(session.user ?? '')}`;
                sentToday.set(today, (sentToday.get(today) ?? 0) + 1);
                done(null, `2.0.0 Taken as ${outcome}`);
              },
              (error: Error & { responseCode?: number }) => {
                if (!error.responseCode) console.error(error);
                done(error.responseCode ? error : refusal(451, '4.3.0 Try again later'));
              },
            );
          },
        );
      });
    },
  };
}

async function take(own: SendingServer, raw: Buffer, session: SMTPServerSession): Promise<number | 'drops'> {
  const mail = await simpleParser(raw, { skipHtmlToText: true, skipTextToHtml: true, skipImageLinks: true });
  const from = mail.from?.value[0]?.address?.toLowerCase() ?? '';
  if (own.allows === 'itself' && from !== session.user) {
    throw refusal(550, `5.7.1 The From header must be ${String(session.user)}`);
  }
  const sender = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
  let id = 0;
  for (const { address } of session.envelope.rcptTo) {
    const manner = mannerOf(address);
    if (manner === 'drops') return 'drops';
    if (manner === 'slow') await new Promise((resolve) => setTimeout(resolve, 4_000));
    if (manner === 'later') {
      const messageId = mail.messageId ?? '';
      await faults.bounceLater({ returnPath: sender, recipient: address, messageId }, 3_600);
    }
    // What is for a sender's own listener is passed on there, as every other server would.
    if (/@bounce\./i.test(address) && (await sendElsewhere({ from: sender, to: address }, raw))) continue;
    id = await receive(mailboxes, raw, {
      from: sender,
      to: address,
      helo: session.hostNameAppearsAs || 'unknown',
      mta: own.host,
    });
  }
  return id;
}

async function listen(own: SendingServer, at: number, secure = false): Promise<void> {
  const server: SMTPServer = new SMTPServer({ ...optionsFor(own, () => server), secure });
  server.on('error', (error: NodeJS.ErrnoException) => {
    // Connections that break off are the client's business; a port that cannot be had is ours.
    if (error.code === 'EADDRINUSE') {
      console.error(`Port ${at} is taken.`);
      process.exit(1);
    }
  });
  await new Promise<void>((resolve) => server.listen(at, '127.0.0.1', resolve));
}

const [account, relay, local] = SERVERS as [SendingServer, SendingServer, SendingServer];
await listen(account, port('STANDIN_SMTP_PORT'));
await listen(account, port('STANDIN_SMTPS_PORT'), true);
await listen(relay, port('STANDIN_RELAY_PORT'));
await listen(local, port('STANDIN_LOCAL_PORT'));
process.send?.('ready');
let sending = false;
setInterval(() => {
  if (sending) return;
  sending = true;
  sendDueBounces(faults, mailboxes)
    .catch((error: Error) => console.error(error.message))
    .finally(() => (sending = false));
}, 500).unref();
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
