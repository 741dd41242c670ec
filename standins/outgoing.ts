/** Sends what a mailbox or server here says to others: to the mail exchange of its domain as real servers do, or into a mailbox here. */
import { Resolver } from 'node:dns/promises';
import { createTransport } from 'nodemailer';

const resolver = new Resolver({ timeout: 2_000, tries: 1 });
resolver.setServers([`127.0.0.1:${process.env.STANDIN_DNS_PORT}`]);
/** Where port 25 of the bounce host really is. */
const exchangePort = Number(process.env.STANDIN_BOUNCE_PORT);

/**
 * Sends to the mail exchange of an address.
 * @returns false when its mail is kept here, where nothing was done with it
 */
export async function sendElsewhere(envelope: { from: string; to: string }, raw: Buffer): Promise<boolean> {
  const domain = envelope.to.slice(envelope.to.lastIndexOf('@') + 1);
  const [exchange] = await resolver.resolveMx(domain).catch(() => []);
  if (!exchange || exchange.exchange.endsWith('harrowpost.example')) return false;
  const transport = createTransport({ host: '127.0.0.1', port: exchangePort, secure: false, ignoreTLS: true });
  try {
    await transport.sendMail({ envelope, raw });
  } finally {
    transport.close();
  }
  return true;
}
