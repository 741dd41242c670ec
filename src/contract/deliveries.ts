/** What the record of deliveries is given. */
import type { DeliveryState } from '@/core/mail';
import type { Audience } from '@/core/moments';

export interface ListedDelivery {
  id: string;
  order: string;
  notification: string;
  recipient: string;
  recipientName: string;
  role: Audience;
  language: string;
  state: DeliveryState;
  subject: string;
  attempts: number;
  lastWords: string;
  createdAt: string;
  acceptedAt?: string | undefined;
  /** When it goes out, while it waits for its time. */
  dueAt?: string | undefined;
}

export interface AgainView {
  /** Where it can go, the address it went to first. */
  known: KnownAddress[];
  /** Why it can go to no other address; empty when it can. */
  only: string;
}

export interface KnownAddress {
  address: string;
  name: string;
  /** Whose it is, in words. */
  what: string;
}
