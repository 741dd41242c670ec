/** The stores of a person: how each is, and closing one. */
import { Type, type Static } from '@sinclair/typebox';
import type { Role } from './policy';

export interface StoreHealth {
  id: string;
  name: string;
  role: Role;
  /** ISO 8601; nothing for one that is open. */
  closedAt?: string;
  closedBy: string;
  /** Orders that came in the last 24 hours, and when the last one did. */
  orders: number;
  lastOrderAt?: string;
  waiting: number;
  held: number;
  /** Failed or bounced in the last seven days. */
  failed: number;
  /** Sending services that are not paused. */
  services: number;
}

/** What waits in a store that is to be closed. */
export interface ClosingSeen {
  waiting: number;
  held: number;
  notices: number;
  /** Webhooks of shops that are on. */
  sources: number;
}

export const CloseStoreSchema = Type.Object(
  {
    /** What becomes of messages that wait. */
    waiting: Type.Union([Type.Literal('send'), Type.Literal('stop')]),
  },
  { additionalProperties: false },
);
export type CloseStore = Static<typeof CloseStoreSchema>;
