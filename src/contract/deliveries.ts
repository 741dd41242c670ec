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
  /** In the record of a person: the number of the edition that it was made from, and what or who it is there for. */
  edition?: number;
  cause?: string;
}

/** What the record holds of one notification. */
export interface NotificationRecord {
  id: string;
  name: string;
  audience: Audience;
  /** It is on, and something of it is live. */
  goesOut: boolean;
  /** The newest message that a server took. */
  last?: { id: string; order: string; recipient: string; at: string };
  /** Of the last 30 days. */
  accepted: number;
  failed: number;
  /** Still to go out, and how many of all the store's should have gone out ten minutes ago or more. */
  waiting: number;
  overdue: number;
  /** How often the shop told of its moment since the last was accepted, or in 30 days; undefined for what waits for a time of its own. */
  since?: number;
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

/** One delivery with all that is known of it. */
/** A file that went with a message. */
export interface SentFile {
  name: string;
  type: string;
  bytes: number;
}

export interface DeliveryView {
  id: string;
  order: string;
  notification: string;
  slug?: string | undefined;
  recipient: string;
  recipientName: string;
  role: Audience;
  language: string;
  state: DeliveryState;
  subject: string;
  messageId: string;
  /** The trace of its event (W3C Trace Context), which lines of the log name too. */
  trace: string;
  words: string;
  dueAt?: string;
  /** For its time. */
  waits: boolean;
  mayBeReleased: boolean;
  /** How it can be sent once more, if it can. */
  again?: AgainView | undefined;
  /** How many more are in this state for the same cause. */
  othersOfCause: number;
  bounces: { id: string; at: string; kind: string; status: string; words: string; diagnostic: string }[];
  edition?: number | undefined;
  reasons: string[];
  event?: { type: string; source: string; eventId: string; receivedAt: string } | undefined;
  attempts: {
    id: string;
    number: number;
    startedAt: string;
    ms?: number;
    lost: boolean;
    state: DeliveryState;
    via: string;
    words: string;
    remedy: string;
    conversation: string;
  }[];
  message?: { from: string; html: string; text: string; bytes: number; files: SentFile[] } | undefined;
  /** What it would say if it went out now, while it has not. */
  would?: { subject: string; html: string; text: string } | undefined;
  /** What it went out with in one mail. */
  mailedWith: { id: string; order: string; subject: string }[];
  others: { id: string; recipient: string; notification: string; state: DeliveryState }[];
  notWritten: { id: string; notification: string; recipient: string; recipientName: string; reason: string }[];
}
