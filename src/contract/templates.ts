/** What the Desk and the Look are given. */
import type { FileShelf } from './files';
import type { Condition } from '@/core/conditions';
import type { Look } from '@/core/look';
import type { Audience, MomentDetails, MomentId } from '@/core/moments';
import type { KnownCodes } from '@/core/codes';
import type { Fallbacks } from '@/core/plan';
import type { StoreFacts } from '@/core/snapshot';
import type { Passages, Segments, Template } from '@/core/template';

export interface DeskStore {
  id: string;
  name: string;
  language: string;
  languages: string[];
  /** What readers of a language get where a message is not complete in it. */
  fallbacks: Fallbacks;
  locales: Record<string, string>;
  timeZone: string;
  currency: string;
  facts: StoreFacts;
  look: Look;
  phrases: Record<string, Segments>;
  passages: Passages;
  passageNames: { id: string; name: string }[];
  codes: KnownCodes;
  channels: { id: string; name: string }[];
  products: { sku: string; name: string; category: string }[];
  locations: string[];
  /** Domains that its senders are of. */
  senderDomains: string[];
  /** Files there are to attach, and how much fits. */
  shelf: FileShelf;
}

/** What lies on the Desk: a notification, or a passage that several of them share. */
export interface OnDesk {
  kind: 'notification' | 'passage';
  slug: string;
  name: string;
  moment: MomentId;
  /** Of a notification: whom it goes to. */
  audience?: Audience;
  /** Of a version that follows another: that one, as its draft is now. */
  leads?: { slug: string; name: string; template: Template };
  on: boolean;
  /** What its messages would be about now, for a moment that is about no order. */
  details?: MomentDetails;
}

/** One of the versions of the notification on the Desk. */
export interface VersionOnDesk {
  /** In addresses. */
  slug: string;
  name: string;
  /** For which orders, in words; for all others without it. */
  when?: string;
  /** Who falls under it gets nothing. */
  nothing: boolean;
  /** Of its draft. */
  revision: number;
  /** Of the live edition; none has ever been published without it. */
  edition?: number;
  /** In how many places the draft differs from what is live. */
  changes: number;
  /** The address of the version that it follows. */
  follows?: string;
  /** Of the orders of the last month that got any version, those that got this one, from 0 to 1. */
  share?: number;
}

/** A message that the look is tried on. */
export interface LookMessage {
  slug: string;
  name: string;
  moment: string;
  /** As they are asked: an order takes the first whose condition it meets. */
  versions: { when?: Condition; template: Template }[];
}

/** How something on the Desk is published: with what else, and why. */
export interface Publishing {
  also?: { slug: string; revision: number }[];
  note?: string;
}

export interface EditionNote {
  number: number;
  publishedBy: string;
  publishedAt: string;
  /** Why, if somebody said. */
  note: string;
}
