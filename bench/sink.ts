/** A mail server that takes everything and keeps nothing, in a process of its own. Tells its port, and counts on request. */
import { SMTPServer } from 'smtp-server';

let taken = 0;
const server = new SMTPServer({
  disabledCommands: ['AUTH', 'STARTTLS'],
  authOptional: true,
  disableReverseLookup: true,
  logger: false,
  onData(stream, _session, done) {
    stream.on('data', () => undefined);
    stream.on('end', () => {
      taken += 1;
      done(null, '2.0.0 Taken');
    });
  },
});
server.listen(0, '127.0.0.1', () => {
  const address = server.server.address();
  process.send?.({ port: typeof address === 'object' && address ? address.port : 0 });
});
process.on('message', () => process.send?.({ taken }));
process.on('disconnect', () => process.exit(0));
