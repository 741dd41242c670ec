/** Finding a service's settings from an address: SRV records (RFC 6186, RFC 8314), then names that servers commonly have. */
import type { Security } from './causes';

export interface SrvRecord {
  name: string;
  port: number;
  priority: number;
  weight: number;
}

export interface Candidate {
  host: string;
  port: number;
  security: Security;
  /** How it was come by, in words. */
  from: string;
}

/** What the SRV records of a domain offer, best first. A target of "." says that the service is not offered (RFC 2782). */
export function candidatesFromSrv(
  domain: string,
  tls: readonly SrvRecord[],
  starttls: readonly SrvRecord[],
): Candidate[] {
  const made = (records: readonly SrvRecord[], service: string, security: Security): Candidate[] =>
    records
      .filter((r) => r.name !== '' && r.name !== '.')
      .toSorted((a, b) => a.priority - b.priority || b.weight - a.weight)
      .map((r) => ({
        host: r.name.replace(/\.$/, ''),
        port: r.port,
        security,
        from: `SRV record ${service}.${domain}`,
      }));
  // RFC 8314, 3.3: TLS from the start is preferred.
  return [...made(tls, '_submissions._tcp', 'tls'), ...made(starttls, '_submission._tcp', 'starttls')];
}

/** Names to try when there are no SRV records: beside the servers that take the domain's mail, and usual names. */
export function candidatesFromNames(domain: string, exchanges: readonly string[]): Candidate[] {
  const hosts = new Map<string, string>();
  const add = (host: string, from: string): void => {
    if (!hosts.has(host)) hosts.set(host, from);
  };
  for (const exchange of exchanges) {
    const name = exchange.replace(/\.$/, '').toLowerCase();
    const parent = name.split('.').slice(1).join('.');
    if (parent.includes('.'))
      for (const label of ['smtp', 'mail', 'submission'])
        add(`${label}.${parent}`, `beside ${name}, which takes mail for ${domain}`);
    add(name, `takes mail for ${domain}`);
  }
  for (const label of ['smtp', 'mail', 'submission']) add(`${label}.${domain}`, 'a name that many servers have');
  return [...hosts].flatMap(([host, from]) => [
    { host, port: 465, security: 'tls' as const, from },
    { host, port: 587, security: 'starttls' as const, from },
  ]);
}
