/** What an order's screens are given about what can be done with it. */
import type { OrderActionKind, Pieces } from '@/core/order';

export interface Possible {
  actions: { kind: OrderActionKind; label: string; why: string | undefined }[];
  toSend: Pieces[];
  toRefund: { lines: (Pieces & { amount: number })[]; shipping: number; all: number };
  /** What has left. */
  toReturn: Pieces[];
  /** Places of the parcels that have not been delivered. */
  onTheWay: number[];
}
