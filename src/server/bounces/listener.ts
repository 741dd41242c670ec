/**
 * The listener for what comes back: SMTP (RFC 5321) for return-paths, addresses for replies and those of proofs only. It takes little at a time and
 * turns the rest away for now, so that a flood costs a counter and no sending.
 */
import { SMTPServer } from 'smtp-server';
import { config } from '../base/config';
import { log } from '../base/log';
import { readOwnAddress } from '../sending/returnpath';
import { countStray, takeBounce } from './receive';
import { takeProof } from './proofs';
import { takeReply } from './replies';

const MOST_AT_ONCE = 20;
/** A report needs no more. */
const MOST_OF_BOUNCE = 512_000;
/** A reply may have pictures with it. */
const MOST_OF_REPLY = 12_000_000;
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
    banner: 'Libellus takes bounces and replies only',
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: MOST_OF_REPLY,
    maxClients: MOST_AT_ONCE,
    socketTimeout: 30_000,
    closeTimeout: 500,
    logger: false,
    onRcptTo(address, _session, done) {
      const own = readOwnAddress(address.address);
      if (own === undefined || own === 'forged') {
        void countStray(own ?? 'unmatched').catch(() => undefined);
        done(refusal(550, '5.1.1 No such address'));
      } else if (tooMany()) {
        void countStray('too many').catch(() => undefined);
        done(refusal(451, '4.3.2 Too much at once, try again later'));
      } else done();
    },
    onData(stream, session, done) {
      const { rcptTo, mailFrom } = session.envelope;
      const from = mailFrom === false ? '' : mailFrom.address;
      const owns = rcptTo.map((to) => readOwnAddress(to.address));
      const most = owns.some((own) => typeof own === 'object' && own.kind === 'reply') ? MOST_OF_REPLY : MOST_OF_BOUNCE;
      let chunks: Buffer[] = [];
      let bytes = 0;
      stream.on('data', (chunk: Buffer) => {
        bytes += chunk.length;
        // What is too large is read to its end, as SMTP wants, and not kept.
        if (bytes > most) chunks = [];
        else chunks.push(chunk);
      });
      stream.on('end', () => {
        if (bytes > most) return done(refusal(552, '5.3.4 Too large'));
        const raw = Buffer.concat(chunks);
        Promise.all(
          owns.map((own, i) => {
            if (typeof own === 'object' && own.kind === 'reply') return takeReply(own.deliveryId, from, raw);
            if (typeof own === 'object' && own.kind === 'proof') {
              const helo = session.hostNameAppearsAs || 'unknown';
              return takeProof(own.proofId, { from, helo, ip: session.remoteAddress }, raw);
            }
            return takeBounce(rcptTo[i]!.address, raw);
          }),
        ).then(
          (taken) =>
            taken.includes('too many')
              ? done(refusal(552, '5.2.2 Enough was answered to this'))
              : done(null, '2.0.0 Noted'),
          (error: unknown) => {
            log.error({ err: error }, 'what came back could not be written down');
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
