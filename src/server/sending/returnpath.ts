/**
 * Return-paths of our own (VERP): each names its delivery and is signed, so that what comes back is matched without trusting
 * anything written in it. "b-<delivery>-<signature>@bounce.quillwick.example".
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { config } from '../base/config';

const LOCAL = /^b-([0-9a-z]{26})-([0-9a-f]{20})$/;

function signature(deliveryId: string, secret: string): string {
  return createHmac('sha256', secret).update(`return-path ${deliveryId}`).digest('hex').slice(0, 20);
}

/** The address that mail about a delivery comes back to, signed so that nobody else can make one. */
export function returnPathOf(deliveryId: string, bounceDomain: string, secret = config().secret): string {
  const id = deliveryId.toLowerCase();
  return `b-${id}-${signature(id, secret)}@${bounceDomain}`;
}

/** The delivery a return-path names; "forged" when its signature is not ours, undefined when it is no return-path at all. */
export function readReturnPath(
  address: string,
  secret = config().secret,
): { deliveryId: string } | 'forged' | undefined {
  const local = address.slice(0, address.lastIndexOf('@')).toLowerCase();
  const match = LOCAL.exec(local);
  if (!match) return undefined;
  const [, id, given] = match as unknown as [string, string, string];
  const wanted = signature(id, secret);
  return timingSafeEqual(Buffer.from(given), Buffer.from(wanted)) ? { deliveryId: id.toUpperCase() } : 'forged';
}

/** The subdomain that return-paths of a domain are at. */
export function bounceDomainOf(domain: string): string {
  return `bounce.${domain}`;
}
