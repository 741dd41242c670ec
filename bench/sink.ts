/**
 * A mail server that takes everything, in a process of its own. Tells its port, and when asked how many it took or, in order, the
 * Message-IDs of them.
 */
import { SMTPServer } from 'smtp-server';

/** How long it takes over each message, ms: at least and at most this, by chance. */
const [LEAST = 0, MOST = 0] = (process.env.SINK_TAKES ?? '').split('-').map(Number);
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
      if (MOST > 0) setTimeout(() => done(null, '2.0.0 Taken'), LEAST + Math.random() * (MOST - LEAST));
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
process.on('message', (asked) => process.send?.(asked === 'count' ? { count: taken.length } : { taken }));
process.on('disconnect', () => process.exit(0));
