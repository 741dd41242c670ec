/** A name server on loopback that answers for the demo's domains, over UDP and TCP (RFC 1035). */
import dns2 from 'dns2';
import { recordsFor } from './scenery';

const { Packet } = dns2;
const port = Number(process.env.STANDIN_DNS_PORT);

const server = dns2.createServer({
  udp: true,
  tcp: true,
  handle: (request, send) => {
    const response = Packet.createResponseFromRequest(request);
    const [question] = request.questions;
    const { name } = question as { name: string };
    const type = (question as { type?: number }).type;
    const known = recordsFor(name);
    // The package's types ask for a class instance where its code takes plain fields.
    const answers = response.answers as unknown as Record<string, unknown>[];
    for (const { type: kind, ...fields } of known) {
      if (Packet.TYPE[kind] === type) answers.push({ ...fields, name, type, class: Packet.CLASS.IN });
    }
    // NXDOMAIN for a name that does not exist at all, as a real server says it.
    if (known.length === 0) (response.header as { rcode: number }).rcode = 3;
    send(response);
  },
});

await server.listen({ udp: { port, address: '127.0.0.1' }, tcp: { port, address: '127.0.0.1' } });
process.send?.('ready');
process.on('SIGTERM', () => void server.close().then(() => process.exit(0)));
process.on('disconnect', () => process.exit(0));
