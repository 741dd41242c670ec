/**
 * A mail server that takes everything, in a process of its own. Tells its port, and on request how many it took and, in order,
 * the Message-IDs of them.
 */
import { SMTPServer } from 'smtp-server';

/** How long it takes over each message, ms: at most this, by chance. */
const SLOWNESS = Number(process.env.SINK_SLOWNESS ?? 0);
const taken: string[] = [];

const server = new SMTPServer({
  disabledCommands: ['AUTH', 'STARTTLS'],
  authOptional: true,
  disableReverseLookup: true,
  logger: false,
  onData(stream, _session, done) {
    let head = '';
    stream.on('data', (chunk: Buffer) => {
      if (head.length < 4_000) head += chunk.toString('latin1');
    });
    stream.on('end', () => {
      taken.push(/^Message-ID: *(<[^>]+>)/im.exec(head)?.[1] ?? '');
      if (SLOWNESS > 0) setTimeout(() => done(null, '2.0.0 Taken'), Math.random() * SLOWNESS);
      else done(null, '2.0.0 Taken');
    });
  },
});
// A client that was killed cuts its line.
server.on('error', () => undefined);
server.listen(0, '127.0.0.1', () => {
  const address = server.server.address();
  process.send?.({ port: typeof address === 'object' && address ? address.port : 0 });
});
process.on('message', () => process.send?.({ taken }));
process.on('disconnect', () => process.exit(0));
