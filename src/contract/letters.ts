/** What the screen of messages by hand is given. */
import type { Audience } from '@/core/moments';
import type { Order } from '@/core/order';
import type { Template } from '@/core/template';

/** A message that colleagues can choose. */
export interface MessageChoice {
  slug: string;
  name: string;
  note: string;
  /** Of the chosen orders, for how many it is offered. */
  offered: number;
  /** Why it is not offered for the others. */
  why: string;
}

/** What goes out in one version and one language, and to whom. */
export interface LetterPart {
  editionId: string;
  language: string;
  /** What the team calls the version; empty for everybody. */
  version: string;
  template: Template;
  to: { order: string; address: string; name: string; role: Audience }[];
}

/** Whom a letter about one order goes to, as the screen asks for it and its address keeps it. */
export interface WhomAsked {
  customer: boolean;
  /** Addresses of contacts, and typed ones. */
  to: string[];
  /** Ids of colleagues. */
  copies: string[];
}

/** Whom there is to choose from. */
export interface WhomChoices {
  customer: { name: string; address: string };
  contacts: { label: string; name: string; address: string }[];
  colleagues: { id: string; name: string; address: string }[];
}

export interface WrittenOrder {
  number: string;
  name: string;
  order: Order;
  channelName?: string;
}

export interface WithoutLetter {
  order: string;
  name: string;
  why: string;
}
