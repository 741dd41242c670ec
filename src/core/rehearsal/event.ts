/** Something that happens in a life that is rehearsed. */
import type { MomentDetails } from '../moments/details';
import type { MomentId } from '../moments/registry';
import type { Order } from '../order/schema';
import type { Letter } from '../plan/letter';
import type { PlanEvent } from '../plan/types';

export interface LifeEvent {
  moment: MomentId;
  /** Ms since the epoch. */
  at: number;
  /** As it is from then on. */
  order: Order;
  details?: MomentDetails;
  /** Of what a colleague writes: which message, in its own words. */
  letter?: Letter;
  /** Of what is worked out here, and told by nobody: what planning asks besides. */
  reckoned?: Pick<PlanEvent, 'because' | 'madeFor' | 'customer'>;
}
