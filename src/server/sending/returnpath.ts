/**
 * Addresses of our own at a store's bounce domain. Each names its delivery and is signed, so that what comes to it is matched without
 * trusting anything written in it: the return-path (VERP), "b-<delivery>-<signature>@bounce.quillwick.example", and the address for
 * replies, "reply+<delivery>-<signature>@bounce.quillwick.example". A proof has one that it goes to and comes back to,
 * "proof+<proof>-<signature>@bounce.quillwick.example".
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { config } from '../base/config';

/** What comes to an address: reports about the delivery, what somebody answered to it, or a proof and reports about it. */
export type OwnAddress = { kind: 'bounce' | 'reply'; deliveryId: string } | { kind: 'proof'; proofId: string };

const LOCAL = /^(b-|reply\+|proof\+)([0-9a-z]{26})-([0-9a-f]{20})$/;
const KIND_OF: Record<string, OwnAddress['kind']> = { 'b-': 'bounce', 'reply+': 'reply', 'proof+': 'proof' };
/** What is signed differs by kind, so that one address cannot be made of the other. */
const SIGNED = { bounce: 'return-path', reply: 'reply-to', proof: 'proof' } as const;

function signature(kind: OwnAddress['kind'], id: string, secret: string): string {
  return createHmac('sha256', secret).update(`${SIGNED[kind]} ${id}`).digest('hex').slice(0, 20);
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

/** The address of a proof, signed like a return-path: it goes there, or reports about it come there. */
export function proofAddressOf(proofId: string, bounceDomain: string, secret = config().secret): string {
  const id = proofId.toLowerCase();
  return `proof+${id}-${signature('proof', id, secret)}@${bounceDomain}`;
}

/** What an address of ours is for; "forged" when its signature is not ours, undefined when it is none of ours at all. */
export function readOwnAddress(address: string, secret = config().secret): OwnAddress | 'forged' | undefined {
  const local = address.slice(0, address.lastIndexOf('@')).toLowerCase();
  const match = LOCAL.exec(local);
  if (!match) return undefined;
  const [, prefix, id, given] = match as unknown as [string, string, string, string];
  const kind = KIND_OF[prefix]!;
  const wanted = signature(kind, id, secret);
  if (!timingSafeEqual(Buffer.from(given), Buffer.from(wanted))) return 'forged';
  return kind === 'proof' ? { kind, proofId: id.toUpperCase() } : { kind, deliveryId: id.toUpperCase() };
}

/** The subdomain that return-paths of a domain are at. */
export function bounceDomainOf(domain: string): string {
  return `bounce.${domain}`;
}
