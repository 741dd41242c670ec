/** Looking names up, by the machine's resolver or the one that was set. */
import { promises as dns } from 'node:dns';
import { isIP, type BlockList } from 'node:net';
import { config } from '../base/config';
import { addressList, inList, isPrivateAddress } from '../net/addresses';

/** Asks the DNS servers of the configuration, or those of the machine; gives up after 4 s and a second try. */
export function resolver(): dns.Resolver {
  const made = new dns.Resolver({ timeout: 4000, tries: 2 });
  const { dnsServers } = config();
  if (dnsServers.length > 0) made.setServers(dnsServers);
  return made;
}

/**
 * The addresses of a host, IPv4 first. Rejects with the resolver's own error code (ENOTFOUND, ENODATA, ETIMEOUT ...).
 * An address in a private network is refused (EPRIVATE) unless the settings allow that network: else a check would tell anybody who may
 * set up a service which ports are open behind the firewall.
 */
export async function resolveHost(host: string): Promise<string[]> {
  const found = await addressesOf(host);
  const open = found.filter((a) => !isPrivateAddress(a) || inList(allowedNetworks(), a));
  if (open.length > 0) return open;
  throw Object.assign(new Error(`${host} is ${found.join(', ')}, in a private network.`), { code: 'EPRIVATE' });
}

let allowed: BlockList | undefined;
const allowedNetworks = (): BlockList => (allowed ??= addressList(config().privateNetworks));

async function addressesOf(host: string): Promise<string[]> {
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
