/** Looking names up, by the machine's resolver or the one that was set. */
import { promises as dns } from 'node:dns';
import { isIP } from 'node:net';
import { config } from '../config';

export function resolver(): dns.Resolver {
  const made = new dns.Resolver({ timeout: 4000, tries: 2 });
  const { dnsServers } = config();
  if (dnsServers.length > 0) made.setServers(dnsServers);
  return made;
}

/**
 * The addresses of a host, IPv4 first. Rejects with the resolver's own error code (ENOTFOUND, ENODATA, ETIMEOUT ...).
 */
export async function resolveHost(host: string): Promise<string[]> {
  if (isIP(host)) return [host];
  if (config().dnsServers.length === 0) {
    // The machine's own way, with its hosts file: what "localhost" and names of a private network need.
    return (await dns.lookup(host, { all: true, order: 'ipv4first' })).map((a) => a.address);
  }
  const ask = resolver();
  const [four, six] = await Promise.allSettled([ask.resolve4(host), ask.resolve6(host)]);
  const found = [...(four.status === 'fulfilled' ? four.value : []), ...(six.status === 'fulfilled' ? six.value : [])];
  if (found.length > 0) return found;
  throw four.status === 'rejected' ? four.reason : new Error(`No address for ${host}.`);
}
