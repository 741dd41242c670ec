/** Moments of which a customer has to hear, and notifications that alone tell of one. */
import type { Audience, MomentId } from '../moments';

/** Orders that are cancelled, money that goes back, and money that is asked for: customers wait for word of it. */
export const OWED_MOMENTS: readonly MomentId[] = [
  'order.cancelled',
  'order.items-cancelled',
  'refund.issued',
  'order.payment-due',
  'order.payment-failed',
];

export interface Told {
  slug: string;
  moment: MomentId;
  audience: Audience;
  live: boolean;
}

/** Whether customers would hear nothing of its moment without this one, and without those in `also` that go off with it. */
export function tellsAlone(one: Told, all: readonly Told[], also: ReadonlySet<string> = new Set()): boolean {
  const { slug, moment, audience, live } = one;
  if (!live || audience !== 'customer' || !OWED_MOMENTS.includes(moment)) return false;
  return !all.some(
    (o) => o.slug !== slug && !also.has(o.slug) && o.live && o.moment === moment && o.audience === 'customer',
  );
}

/** The moments of which customers would have to hear and hear nothing, though other messages of the store go out. */
export function unheardMoments(all: readonly Told[]): MomentId[] {
  const customers = all.filter((n) => n.audience === 'customer');
  if (!customers.some((n) => n.live)) return [];
  return OWED_MOMENTS.filter((moment) => {
    const tell = customers.filter((n) => n.moment === moment);
    return tell.length > 0 && !tell.some((n) => n.live);
  });
}
