/**
 * The mailbox of a rehearsal: an SMTP listener (RFC 5321) of this process, on an address that only this machine reaches. What is sent goes
 * over the real protocol, to addresses of a domain that does not exist (RFC 2606), and nothing of it leaves the process.
 */
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { Line, type SendResult } from '../sending/transport';

/** Where all mail of rehearsals goes. */
const DOMAIN = 'rehearsal.invalid';
const HOST = '127.0.0.1';
const MOST_BYTES = 40_000_000;

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

/** Opens a mailbox on a free port. */
export async function openMailbox(): Promise<Mailbox> {
  const expected = new Map<string, { recipient: string; into: Taken[] }>();
  let count = 0;
  const server = new SMTPServer({
    name: DOMAIN,
    banner: 'Libellus takes rehearsals only',
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: MOST_BYTES,
    closeTimeout: 500,
    logger: false,
    onRcptTo: ({ address }, _session, done) =>
      done(expected.has(address) ? null : Object.assign(new Error('5.1.1 No such address'), { responseCode: 550 })),
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        const raw = Buffer.concat(chunks);
        for (const { address } of session.envelope.rcptTo) {
          const box = expected.get(address);
          box?.into.push({ recipient: box.recipient, raw });
        }
        done();
      });
    },
  });
  server.on('error', () => undefined);
  await new Promise<void>((listening, failed) => {
    server.server.once('error', failed);
    server.listen(0, HOST, () => listening());
  });
  const { port } = server.server.address() as AddressInfo;
  const settings = {
    ...{ host: DOMAIN, port, security: 'none' as const, signIn: 'auto' as const, user: '', password: '' },
    ...{ ehloName: DOMAIN, messagesPerConnection: 1_000, timeout: 30 },
  };
  return {
    post: () => {
      const line = new Line(settings, 30_000, HOST);
      const taken: Taken[] = [];
      return {
        taken,
        quit: () => line.quit(),
        send: async ({ from, to }, message, limitMs): Promise<SendResult> => {
          count += 1;
          const address = `${count}@${DOMAIN}`;
          expected.set(address, { recipient: to, into: taken });
          try {
            return await line.send({ from, to: address }, message, limitMs);
          } finally {
            expected.delete(address);
          }
        },
      };
    },
    close: () => new Promise<void>((closed) => server.close(() => closed())),
  };
}
