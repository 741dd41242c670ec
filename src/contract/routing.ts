/** What the screen of routing is given. */
import type { Scope } from '@/core/plan';

export interface Rule {
  id: string;
  notificationId: string;
  /** Of a colleague; an address typed in has none. */
  staffId?: string | undefined;
  name: string;
  address: string;
  job: string;
  scope: Scope;
}

export interface TriedOrder {
  number: string;
  written: {
    /** At another moment than when it is placed, should that come. */
    later: boolean;
    notification: string;
    recipient: { address: string; name: string; role: string };
    language: string;
    /** More than one of a row of reminders. */
    messages: number;
    reasons: string[];
  }[];
  notWritten: { notification: string; recipient?: { address: string; name: string } | undefined; reasons: string[] }[];
}
