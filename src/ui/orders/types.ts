/** What an order's screens are given about what can be done with it. */
import type { OrderActionKind } from '@/core/order';

export interface Possible {
  actions: { kind: OrderActionKind; label: string; why: string | undefined }[];
  toSend: { sku: string; name: string; quantity: number }[];
  toRefund: { lines: { sku: string; name: string; quantity: number; amount: number }[]; shipping: number; all: number };
}
