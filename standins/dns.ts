/** A name server on loopback that answers for the demo's domains, over UDP and TCP (RFC 1035). */
import dns2 from 'dns2';
import { fixedRecords, mailRecordsOf, type DnsRecord } from './scenery';
import { Zone } from './zone';

const { Packet } = dns2;
const port = Number(process.env.STANDIN_DNS_PORT);
const fixed = fixedRecords({
  starttls: Number(process.env.STANDIN_SMTP_PORT),
  tls: Number(process.env.STANDIN_SMTPS_PORT),
});
const zone = await Zone.open(process.env.STANDIN_DATABASE_URL!);

/** A text longer than 255 bytes is one record of several strings (RFC 1035, 3.3.14). */
function strings(text: string): string[] {
  const bytes = Buffer.from(text);
  const cut: string[] = [];
  for (let at = 0; at < bytes.length || at === 0; at += 255) cut.push(bytes.subarray(at, at + 255).toString());
  return cut;
}

function fieldsOf({ type, value }: DnsRecord): Record<string, unknown> {
  const words = value.split(/\s+/);
  switch (type) {
    case 'A':
      return { address: value };
    case 'MX':
      return { priority: Number(words[0]), exchange: words[1] ?? '' };
    case 'SRV':
      return { priority: Number(words[0]), weight: Number(words[1]), port: Number(words[2]), target: words[3] ?? '' };
    case 'TXT':
      return { data: strings(value) };
  }
}

async function recordsFor(name: string): Promise<DnsRecord[]> {
  const asked = name.toLowerCase().replace(/\.$/, '');
  const own = [...fixed.filter((r) => r.name === asked), ...(await zone.at(asked))];
  return [...own, ...mailRecordsOf(asked).filter((m) => !own.some((o) => o.type === m.type))];
}

const server = dns2.createServer({
  udp: true,
  tcp: true,
  handle: (request, send) => {
    const response = Packet.createResponseFromRequest(request);
    const [question] = request.questions as { name: string; type?: number }[];
    recordsFor(question!.name).then(
      (known) => {
        // The package's types ask for a class instance where its code takes plain fields.
        const answers = response.answers as unknown as Record<string, unknown>[];
        for (const record of known) {
          if (Packet.TYPE[record.type] !== question!.type) continue;
          const { name, ttl, type } = record;
          answers.push({ ...fieldsOf(record), name, ttl, type: Packet.TYPE[type], class: Packet.CLASS.IN });
        }
        // NXDOMAIN for a name that does not exist at all, as a real server says it.
        if (known.length === 0) (response.header as { rcode: number }).rcode = 3;
        send(response);
      },
      () => {
        (response.header as { rcode: number }).rcode = 2;
        send(response);
      },
    );
  },
});

await server.listen({ udp: { port, address: '127.0.0.1' }, tcp: { port, address: '127.0.0.1' } });
process.send?.('ready');
process.on('SIGTERM', () => void server.close().then(() => process.exit(0)));
process.on('disconnect', () => process.exit(0));
