/** What Today is given: what is ready and what is not, what the day has come to, and what a new store still lacks. */
import type { DeliveryState } from '@/core/mail/state';

export interface TodayLine {
  state: 'good' | 'waiting' | 'failing';
  fact: string;
  /** What to do, as the words of a link. */
  action: string;
  /** Below the store's address. */
  href: string;
  /** The first step that says the same, while it is open. */
  step?: FirstStep['id'];
}

/** One of the things that a new store needs before its messages arrive. */
export interface FirstStep {
  id: 'look' | 'service' | 'check' | 'publish' | 'staff' | 'order' | 'message';
  words: string;
  done: boolean;
  /** Who may take it, where the person may not: "Owners". */
  who?: string;
  /** Below the store's address. */
  href: string;
  /** Drafts that can be published right there, by their slugs. */
  publish?: string[];
}

/** Messages of the store's present day, and what waits. */
export interface DaySoFar {
  accepted: number;
  failed: number;
  waiting: number;
  held: number;
  next: { id: string; notification: string; recipient: string; order: string; at: string; state: DeliveryState }[];
}

export interface ServiceUse {
  id: string;
  name: string;
  used: number;
  perDay: number | null;
  stopped: boolean;
}

/** How much of what customers get has words in a language, and how many messages were in it in the last 30 days. */
export interface LanguageCover {
  language: string;
  complete: number;
  of: number;
  messages: number;
}
