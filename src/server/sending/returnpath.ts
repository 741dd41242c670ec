/**
 * Addresses of our own at a store's bounce domain. Each names its delivery and is signed, so that what comes to it is matched without
 * trusting anything written in it: the return-path (VERP), "b-<delivery>-<signature>@bounce.quillwick.example", and the address for
 * replies, "reply+<delivery>-<signature>@bounce.quillwick.example".
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { config } from '../base/config';

/** What comes to an address: reports about the delivery, or what somebody answered to it. */
export type OwnAddress = { kind: 'bounce' | 'reply'; deliveryId: string };

const LOCAL = /^(b-|reply\+)([0-9a-z]{26})-([0-9a-f]{20})$/;
/** What is signed differs by kind, so that one address cannot be made of the other. */
const SIGNED = { bounce: 'return-path', reply: 'reply-to' } as const;

function signature(kind: OwnAddress['kind'], deliveryId: string, secret: string): string {
  return createHmac('sha256', secret).update(`${SIGNED[kind]} ${deliveryId}`).digest('hex').slice(0, 20);
}

/** The address that mail about a delivery comes back to, signed so that nobody else can make one. */
export function returnPathOf(deliveryId: string, bounceDomain: string, secret = config().secret): string {
  const id = deliveryId.toLowerCase();
  return `b-${id}-${signature('bounce', id, secret)}@${bounceDomain}`;
}

/** The address that answers to a delivery come to, signed like its return-path. */
export function replyAddressOf(deliveryId: string, bounceDomain: string, secret = config().secret): string {
  const id = deliveryId.toLowerCase();
  return `reply+${id}-${signature('reply', id, secret)}@${bounceDomain}`;
}

/** What an address of ours is for; "forged" when its signature is not ours, undefined when it is none of ours at all. */
export function readOwnAddress(address: string, secret = config().secret): OwnAddress | 'forged' | undefined {
  const local = address.slice(0, address.lastIndexOf('@')).toLowerCase();
  const match = LOCAL.exec(local);
  if (!match) return undefined;
  const [, prefix, id, given] = match as unknown as [string, string, string, string];
  const kind = prefix === 'b-' ? 'bounce' : 'reply';
  const wanted = signature(kind, id, secret);
  return timingSafeEqual(Buffer.from(given), Buffer.from(wanted)) ? { kind, deliveryId: id.toUpperCase() } : 'forged';
}

/** The subdomain that return-paths of a domain are at. */
export function bounceDomainOf(domain: string): string {
  return `bounce.${domain}`;
}
