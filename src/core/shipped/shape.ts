/** What a shipped notification is, and the frames most of them share. */
import type { Condition } from '../conditions/condition';
import type { Audience } from '../moments/audience';
import type { Schedule } from '../time/timing';
import type { Block, Segments, Template } from '../template/schema';
import type { MomentId } from '../moments/registry';
import { templateAddress } from '../plan/notification';
import { day, p, whether } from './sentences';

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
  /** News or an offer, which its readers can unsubscribe from. */
  offers?: true;
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

/** The words that ship in a language besides those that stand with the notifications themselves. */
export interface ShippedWords {
  /** What most messages to customers and contacts say alike. */
  customer: Segments;
  /** What most messages to staff say alike. */
  staff: Segments;
  /** By the address of a template (`order-received~guests`); a version has the words of its notification but for its own. */
  templates: Readonly<Record<string, Segments>>;
}

/** A notification with its words in one more language: of what is known in it, those segments that it has. */
export function inLanguage(shipped: ShippedNotification, language: string, words: ShippedWords): ShippedNotification {
  const alike = shipped.audience === 'staff' ? words.staff : words.customer;
  const spoken = (template: Template, own: Segments): Template => {
    const segments = Object.keys(template.words.en ?? {}).flatMap((id) =>
      own[id] === undefined ? [] : [[id, own[id]]],
    );
    return { ...template, words: { ...template.words, [language]: Object.fromEntries(segments) as Segments } };
  };
  const own = { ...alike, ...words.templates[shipped.slug] };
  return {
    ...shipped,
    template: spoken(shipped.template, own),
    ...(shipped.variants && {
      variants: shipped.variants.map((v) => ({
        ...v,
        template: spoken(v.template, { ...own, ...words.templates[templateAddress(shipped.slug, v.variant)] }),
      })),
    }),
  };
}

/** What most messages to customers say alike: the greeting, and who helps. */
const CUSTOMER: Record<string, Segments> = {
  en: {
    greet: whether('customer.firstName', p('Hello {$customer.firstName},'), p('Hello,')),
    help: 'Do you have a question? Answer this message or write to {$store.email}.',
  },
  de: {
    greet: whether('customer.firstName', p('Guten Tag {$customer.firstName},'), p('Guten Tag,')),
    help: 'Haben Sie eine Frage? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
  },
};

/** What most messages to staff say alike: the customer's note, and where the order is looked at. */
const STAFF: Record<string, Segments> = {
  en: {
    note: whether('order.note', p('{#b}Note from the customer:{/b} {$order.note}')),
    record: 'Open the order',
    shop: 'Open it in the shop',
  },
  de: {
    note: whether('order.note', p('{#b}Notiz zur Bestellung:{/b} {$order.note}')),
    record: 'Bestellung öffnen',
    shop: 'Im Shop öffnen',
  },
};

/** By when an order is expected to leave, while that is still to come. */
export const DISPATCH: Record<'en' | 'de', string> = {
  en: whether(
    'order.expectedDispatch',
    p(`We expect to send it on ${day('order.expectedDispatch')}, and write to you again when we do.`),
  ),
  de: whether(
    'order.expectedDispatch',
    p(
      `Der Versand ist vorgesehen für ${day('order.expectedDispatch')}. Wir schreiben Ihnen wieder, sobald es so weit ist.`,
    ),
  ),
};

const withShared = (shared: Record<string, Segments>, words: Record<string, Segments>): Record<string, Segments> =>
  Object.fromEntries(Object.entries(words).map(([language, own]) => [language, { ...shared[language], ...own }]));

/** A message to a customer: the store's masthead, a headline, a greeting, what it has to say, who helps, the footer. */
export function toCustomer(middle: readonly Block[], words: Record<string, Segments>): Template {
  return {
    version: 1,
    blocks: [
      { id: 'masthead', kind: 'masthead' },
      { id: 'head', kind: 'heading' },
      { id: 'greet', kind: 'text' },
      { id: 'say', kind: 'text' },
      ...middle,
      { id: 'help', kind: 'text', size: 'small' },
      { id: 'footer', kind: 'footer' },
    ],
    words: withShared(CUSTOMER, words),
  };
}

/**
 * A message to staff, to be read in five seconds on a phone: what to do first, then what one needs for it, with the customer's note,
 * where the goods go, and links to the order here and in the shop.
 */
export function toStaff(after: readonly Block[], words: Record<string, Segments>): Template {
  return {
    version: 1,
    blocks: [
      { id: 'what', kind: 'heading', size: 'heading' },
      { id: 'facts', kind: 'text' },
      ...after,
      { id: 'note', kind: 'text' },
      { id: 'where', kind: 'addresses', show: 'delivery' },
      { id: 'record', kind: 'button', target: { variable: 'order.recordUrl' } },
      { id: 'shop', kind: 'button', target: { variable: 'order.statusUrl' } },
    ],
    words: withShared(STAFF, words),
  };
}

/** The same structure with some words put otherwise: a version for some orders. */
export function saidOtherwise(template: Template, words: Record<string, Segments>): Template {
  return { ...template, words: withShared(template.words, words) };
}
