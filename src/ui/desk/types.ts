/** What the Desk is given of a store, and of what is on it. */
import type { Look } from '@/core/look';
import type { StoreFacts } from '@/core/snapshot';
import type { DiscountCode } from '@/core/order';
import type { Passages, Segments } from '@/core/template';
import type { MomentId } from '@/core/moments';

export interface DeskStore {
  id: string;
  name: string;
  language: string;
  languages: string[];
  locales: Record<string, string>;
  timeZone: string;
  currency: string;
  facts: StoreFacts;
  look: Look;
  phrases: Record<string, Segments>;
  passages: Passages;
  passageNames: { id: string; name: string }[];
  codes: DiscountCode[];
  channels: { id: string; name: string }[];
  products: { sku: string; name: string; category: string }[];
  locations: string[];
}

/** What lies on the Desk: a notification, or a passage that several of them share. */
export interface OnDesk {
  kind: 'notification' | 'passage';
  slug: string;
  name: string;
  moment: MomentId;
  on: boolean;
}
