/** What a shipped notification is, and the frames most of them share. */
import type { Condition } from '../conditions/condition';
import type { Audience } from '../moments/audience';
import type { Schedule } from '../time/timing';
import type { Block, Segments, Template } from '../template/schema';
import type { MomentId } from '../moments/registry';

export interface ShippedNotification {
  slug: string;
  /** What the team calls it. */
  name: string;
  moment: MomentId;
  audience: Audience;
  /** When, if not at once. */
  schedule?: Schedule;
  /** For contacts: the labels it goes to. */
  labels?: string[];
  /** It goes out, or is offered, only when this holds. */
  when?: Condition;
  /** For colleagues. */
  note?: string;
  /** Whether a new store has it on. */
  on: boolean;
  template: Template;
  /** Versions for some orders, tried before the one for everybody. */
  variants?: readonly ShippedVariant[];
}

export interface ShippedVariant {
  /** In addresses. */
  variant: string;
  name: string;
  when: Condition;
  template: Template;
  /** Only for stores that have this channel. */
  channel?: string;
}

/** A message to a customer: the store's masthead, a headline, what it has to say, who helps, the footer. */
export function toCustomer(middle: readonly Block[], words: Record<string, Segments>): Template {
  return {
    version: 1,
    blocks: [
      { id: 'masthead', kind: 'masthead' },
      { id: 'head', kind: 'heading' },
      { id: 'say', kind: 'text' },
      ...middle,
      { id: 'help', kind: 'text', size: 'small' },
      { id: 'footer', kind: 'footer' },
    ],
    words,
  };
}

/** A message to staff, to be read in five seconds on a phone: what to do first, then what one needs for it. */
export function toStaff(after: readonly Block[], words: Record<string, Segments>): Template {
  return {
    version: 1,
    blocks: [{ id: 'what', kind: 'heading', size: 'heading' }, { id: 'facts', kind: 'text' }, ...after],
    words,
  };
}

export const HELP_EN = 'Questions? Answer this message or write to {$store.email}, and one of us will see to it.';
export const HELP_DE =
  'Haben Sie Fragen? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}; jemand von uns kümmert sich darum.';
