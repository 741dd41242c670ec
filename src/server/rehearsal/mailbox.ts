/**
 * The mailbox of a rehearsal: an SMTP listener (RFC 5321) of this process, on an address that only this machine reaches. What is sent goes
 * over the real protocol, to addresses of a domain that does not exist (RFC 2606), and nothing of it leaves the process.
 */
import type { AddressInfo } from 'node:net';
import { SMTPServer, type SMTPServerSession } from 'smtp-server';
import type { FaultStep, Misdeed } from '@/core/rehearsal';
import type { ServiceSettings } from '../sending/service';
import { Line, type SendResult } from '../sending/transport';

/** Where all mail of rehearsals goes. */
const DOMAIN = 'rehearsal.invalid';
const HOST = '127.0.0.1';
const MOST_BYTES = 40_000_000;
const LIMIT_MS = 30_000;

/** A message that came in. */
export interface Taken {
  /** Whom it was for before its envelope was changed. */
  recipient: string;
  raw: Buffer;
}

/** What messages of one life are sent through. */
export interface Post {
  send: Line['send'];
  /** All that came in. */
  taken: Taken[];
  quit: () => void;
}

export interface Mailbox {
  /** A line of its own, with a box of its own. */
  post: () => Post;
  close: () => Promise<void>;
}

/** What a server does in place of what it should at a step just now; nothing while all is well. */
export type Manner = (step: FaultStep) => Misdeed | undefined;

/** Which connection of a server a session is on, to be hung up. */
function hangUp(server: SMTPServer, session: SMTPServerSession): void {
  const { connections } = server as unknown as {
    connections: Set<{ session: SMTPServerSession; _socket: { destroy: () => void } }>;
  };
  for (const connection of connections) if (connection.session === session) connection._socket.destroy();
}

/** For so long a server that says nothing is waited for, of the minutes that a service may take. */
const SILENCE_MS = 400;

/**
 * Opens a mailbox on a free port.
 *
 * @param manner what goes wrong there
 * @param host what it is called in what is said of it
 */
export async function openMailbox(manner: Manner = () => undefined, host = DOMAIN): Promise<Mailbox> {
  const expected = new Map<string, { recipient: string; into: Taken[] }>();
  let count = 0;
  type Done = (error?: Error | null) => void;
  const misdeedAt = (step: FaultStep, session: SMTPServerSession, done: Done, go: Done): void => {
    const deed = manner(step);
    if (deed === undefined || deed === 'takes it and hangs up') return go();
    if (typeof deed === 'object') return done(Object.assign(new Error(deed.says), { responseCode: deed.code }));
    if (deed === 'hangs up') hangUp(server, session);
  };
  const server = new SMTPServer({
    name: DOMAIN,
    banner: 'Libellus takes rehearsals only',
    authOptional: true,
    allowInsecureAuth: true,
    disableReverseLookup: true,
    size: MOST_BYTES,
    closeTimeout: 500,
    logger: false,
    onConnect: (session, done) => misdeedAt('greeting', session, done, done),
    onAuth: (_auth, session, done) =>
      misdeedAt('sign-in', session, done as Done, () => done(null, { user: 'rehearsal' })),
    onRcptTo: ({ address }, session, done) =>
      misdeedAt('recipient', session, done, () =>
        done(expected.has(address) ? null : Object.assign(new Error('5.1.1 No such address'), { responseCode: 550 })),
      ),
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      const take = (): void => {
        const raw = Buffer.concat(chunks);
        for (const { address } of session.envelope.rcptTo) {
          const box = expected.get(address);
          box?.into.push({ recipient: box.recipient, raw });
        }
      };
      stream.on('end', () => {
        // One that hangs up before it answers may have taken the message all the same.
        if (manner('message') === 'takes it and hangs up') {
          take();
          return hangUp(server, session);
        }
        misdeedAt('message', session, done, () => {
          take();
          done();
        });
      });
    },
  });
  server.on('error', () => undefined);
  await new Promise<void>((listening, failed) => {
    server.server.once('error', failed);
    server.listen(0, HOST, () => listening());
  });
  const { port } = server.server.address() as AddressInfo;
  const settings = (): ServiceSettings => {
    const signsIn = manner('sign-in') !== undefined;
    return {
      // Nobody listens at the first port.
      ...{ host, port: manner('connect') === 'is away' ? 1 : port, signIn: 'auto', ehloName: DOMAIN },
      security: manner('certificate') === 'cannot be trusted' ? 'starttls' : 'none',
      ...{ user: signsIn ? 'rehearsal' : '', password: signsIn ? 'rehearsal' : '' },
      ...{ messagesPerConnection: 1_000, timeout: 30 },
    };
  };
  return {
    post: () => {
      let line = new Line(settings(), LIMIT_MS, HOST);
      let made = JSON.stringify(settings());
      const taken: Taken[] = [];
      return {
        taken,
        quit: () => line.quit(),
        send: async ({ from, to }, message, limitMs): Promise<SendResult> => {
          count += 1;
          const address = `${count}@${DOMAIN}`;
          expected.set(address, { recipient: to, into: taken });
          // What goes wrong may have changed how it is connected to.
          if (JSON.stringify(settings()) !== made) {
            line.quit();
            made = JSON.stringify(settings());
            line = new Line(settings(), LIMIT_MS, HOST);
          }
          const patience = manner('recipient') === 'says nothing' ? SILENCE_MS : limitMs;
          try {
            return await line.send({ from, to: address }, message, patience);
          } finally {
            expected.delete(address);
          }
        },
      };
    },
    close: () => new Promise<void>((closed) => server.close(() => closed())),
  };
}
