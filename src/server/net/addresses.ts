/** Internet addresses: which are private, which belong to a list, and what network an address is counted under. */
import { BlockList, isIP, isIPv6 } from 'node:net';

/** Addresses that lead into a private network or to the machine itself (RFC 1918, 4193, 4291, 5735, 6598, 6890). */
const PRIVATE = [
  '0.0.0.0/8',
  '10.0.0.0/8',
  '100.64.0.0/10',
  '127.0.0.0/8',
  '169.254.0.0/16',
  '172.16.0.0/12',
  '192.0.0.0/24',
  '192.168.0.0/16',
  '198.18.0.0/15',
  '224.0.0.0/3',
  '::/127',
  '64:ff9b:1::/48',
  'fc00::/7',
  'fe80::/10',
  'ff00::/8',
];

/** A list of addresses and networks, as "10.0.0.0/8" or "192.168.1.4". Throws with the first entry that is neither. */
export function addressList(entries: readonly string[]): BlockList {
  const list = new BlockList();
  for (const entry of entries) {
    const [address = '', bits] = entry.trim().split('/');
    const family = isIP(address);
    const most = family === 6 ? 128 : 32;
    const prefix = bits === undefined ? most : Number(bits);
    if (family === 0 || !Number.isInteger(prefix) || prefix < 0 || prefix > most) {
      throw new Error(`"${entry}" is neither an address nor a network, such as 10.0.0.0/8.`);
    }
    list.addSubnet(address, prefix, family === 6 ? 'ipv6' : 'ipv4');
  }
  return list;
}

const privates = addressList(PRIVATE);

/** Whether an address is of this machine or a private network (RFC 6890), where mail is sent only when that is allowed. */
export function isPrivateAddress(address: string): boolean {
  return inList(privates, address);
}

/** Whether a list has an address; an IPv4 address written as IPv6 (RFC 4291, 2.5.5.2) counts as IPv4. */
export function inList(list: BlockList, address: string): boolean {
  const plain = plainAddress(address);
  const family = isIP(plain);
  return family !== 0 && list.check(plain, family === 6 ? 'ipv6' : 'ipv4');
}

/** An IPv4 address written as IPv6 (RFC 4291, 2.5.5.2) as IPv4. */
export function plainAddress(address: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address.trim());
  return mapped ? mapped[1]! : address.trim();
}

/** What guesses from an address are counted under: an IPv4 address by itself, of IPv6 the /64 that one customer usually has. */
export function networkOf(address: string): string {
  const plain = plainAddress(address);
  if (!isIPv6(plain)) return plain;
  const [head = '', tail] = plain.split('::');
  const before = head.split(':').filter(Boolean);
  const after = (tail ?? '').split(':').filter(Boolean);
  const zeros =
    tail === undefined ? [] : Array.from({ length: Math.max(0, 8 - before.length - after.length) }, () => '0');
  return `${[...before, ...zeros, ...after]
    .slice(0, 4)
    .map((g) => Number.parseInt(g, 16).toString(16))
    .join(':')}::/64`;
}

/**
 * Who asks: the address of the connection, or what a proxy says when the connection comes from one that is trusted. Of
 * `X-Forwarded-For`, which grows to the right, the last address that is no trusted proxy counts: what stands before it anybody can write.
 */
export function clientAddress(connection: string, forwardedFor: string | undefined, trusted: BlockList): string {
  const own = plainAddress(connection);
  if (!forwardedFor || !inList(trusted, own)) return own;
  const chain = forwardedFor
    .split(',')
    .map(plainAddress)
    .filter((a) => isIP(a) !== 0);
  return chain.findLast((a) => !inList(trusted, a)) ?? chain[0] ?? own;
}

/** The request's own header for who asks. The door writes it; what a client sends under this name is dropped. */
export const ADDRESS_HEADER = 'x-libellus-address';
