/**
 * The listener for bounces: SMTP (RFC 5321) for return-paths only. It takes little at a time and turns the rest away for now, so
 * that a flood costs a counter and no sending.
 */
import { SMTPServer } from 'smtp-server';
import { config } from '../base/config';
import { log } from '../base/log';
import { readReturnPath } from '../sending/returnpath';
import { countStray, takeBounce } from './receive';

const MOST_AT_ONCE = 20;
const MOST_BYTES = 512_000;
/** Messages a minute; a bounce that is turned away comes again. */
const MOST_A_MINUTE = 600;

function refusal(code: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode: code });
}

/** Starts listening. The promise rejects when the port cannot be had. */
export async function listenForBounces(at: { host: string; port: number }): Promise<{ close: () => Promise<void> }> {
  let minute = 0;
  let taken = 0;
  const tooMany = (): boolean => {
    const now = Math.floor(Date.now() / 60_000);
    if (now !== minute) {
      minute = now;
      taken = 0;
    }
    taken += 1;
    return taken > MOST_A_MINUTE;
  };
  const server = new SMTPServer({
    name: config().bounceHost ?? 'bounce.invalid',
    banner: 'Libellus takes bounces only',
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: MOST_BYTES,
    maxClients: MOST_AT_ONCE,
    socketTimeout: 30_000,
    closeTimeout: 500,
    logger: false,
    onRcptTo(address, _session, done) {
      const path = readReturnPath(address.address);
      if (path === undefined || path === 'forged') {
        void countStray(path ?? 'unmatched').catch(() => undefined);
        done(refusal(550, '5.1.1 No such return-path'));
      } else if (tooMany()) {
        void countStray('too many').catch(() => undefined);
        done(refusal(451, '4.3.2 Too much at once, try again later'));
      } else done();
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        if (stream.sizeExceeded) return done(refusal(552, '5.3.4 Too large for a bounce'));
        const raw = Buffer.concat(chunks);
        Promise.all(session.envelope.rcptTo.map((to) => takeBounce(to.address, raw))).then(
          () => done(null, '2.0.0 Noted'),
          (error: unknown) => {
            log.error({ err: error }, 'a bounce could not be written down');
            done(refusal(451, '4.3.0 Try again later'));
          },
        );
      });
    },
  });
  server.on('error', (error) => log.warn({ err: error }, 'trouble on the line for bounces'));
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(at.port, at.host, () => {
      server.off('error', reject);
      resolve();
    });
  });
  return { close: () => new Promise((resolve) => server.close(resolve)) };
}
