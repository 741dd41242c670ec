/** Messages that nobody has to get: requests for feedback, and news or offers written by hand. Their readers can unsubscribe. */
import { goesByHand, type MomentId } from './registry';

export const OPTIONAL_KINDS = ['feedback', 'offers'] as const;
export type OptionalKind = (typeof OPTIONAL_KINDS)[number];

/**
 * Which kind a message is that its reader can unsubscribe from; undefined for one about an order, an account or a payment, which they
 * have to get.
 * @param offers its notification is news or an offer; counts for what is written by hand only
 */
export function optionalKindOf(moment: MomentId, offers: boolean | undefined): OptionalKind | undefined {
  if (moment === 'feedback.due') return 'feedback';
  return goesByHand(moment) && offers ? 'offers' : undefined;
}
