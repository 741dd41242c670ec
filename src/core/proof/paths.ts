/** The ways out of a store: each service with each domain that it sends for. */
import { senderTrouble, type ServiceStanding } from '../mail';

export interface ProvingSender {
  name: string;
  address: string;
}

export interface ProvingPath {
  service: { id: string; name: string };
  domain: string;
  /** Who its proofs come from: the first sender of that domain whom the service sends for. */
  sender: ProvingSender;
}

export interface PathLeftOut {
  service: { id: string; name: string };
  why: 'paused' | 'no sender';
}

/** Every path of a store, and the services that have none. Senders come in the order in which the first of a domain is taken. */
export function provingPaths(
  services: readonly ServiceStanding[],
  senders: readonly ProvingSender[],
): { paths: ProvingPath[]; leftOut: PathLeftOut[] } {
  const paths: ProvingPath[] = [];
  const leftOut: PathLeftOut[] = [];
  for (const standing of services) {
    const service = { id: standing.id, name: standing.name };
    if (standing.paused) {
      leftOut.push({ service, why: 'paused' });
      continue;
    }
    const own = new Map<string, ProvingSender>();
    for (const { name, address } of senders) {
      const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
      if (!own.has(domain) && !senderTrouble(standing, address)) own.set(domain, { name, address });
    }
    if (own.size === 0) leftOut.push({ service, why: 'no sender' });
    for (const [domain, sender] of own) paths.push({ service, domain, sender });
  }
  return { paths, leftOut };
}
