/** Why somebody is written to, or not: plain data in the record, sentences on the screen. */
import { Type, type Static } from '@sinclair/typebox';

const text = Type.String();
const reason = <C extends string, P extends Record<string, typeof text>>(code: C, details: P) =>
  Type.Object({ code: Type.Literal(code), ...details });

export const ReasonSchema = Type.Union([
  reason('moment', { moment: text, notification: text }),
  reason('customer-of-order', { name: text, order: text }),
  reason('rule-all', { person: text }),
  reason('rule-category', { person: text, category: text, product: text }),
  reason('language-of-order', { language: text }),
  reason('language-of-customer', { language: text }),
  reason('language-of-person', { language: text }),
  reason('language-default', { wanted: text, language: text }),
  reason('edition', { edition: text }),
  // Why not.
  reason('notification-off', { notification: text }),
  reason('not-published', { notification: text }),
  reason('channel-forbids', { channel: text }),
  reason('masked-kind', { channel: text }),
  reason('rule-no-category', { person: text, category: text }),
  reason('no-rules', { notification: text }),
  reason('already-written', { address: text }),
]);
export type Reason = Static<typeof ReasonSchema>;

/** The name of a language in English: "German" for "de". */
export function languageName(tag: string): string {
  return LANGUAGE_NAMES.of(tag) ?? tag;
}
const LANGUAGE_NAMES = new Intl.DisplayNames('en', { type: 'language' });

/** One reason as a sentence. */
export function reasonWords(reason: Reason): string {
  switch (reason.code) {
    case 'moment':
      return `${reason.notification} goes out ${reason.moment}.`;
    case 'customer-of-order':
      return `${reason.name} placed order ${reason.order}.`;
    case 'rule-all':
      return `${reason.person} hears of all orders.`;
    case 'rule-category':
      return `${reason.person} hears of orders with ${reason.category}, and ${reason.product} is in this one.`;
    case 'language-of-order':
      return `The order was placed in ${languageName(reason.language)}.`;
    case 'language-of-customer':
      return `The customer reads ${languageName(reason.language)}.`;
    case 'language-of-person':
      return `Their language is ${languageName(reason.language)}.`;
    case 'language-default':
      return `There are no words in ${languageName(reason.wanted)}, so it is written in ${languageName(reason.language)}, the store's own language.`;
    case 'edition':
      return `Made from edition ${reason.edition}.`;
    case 'notification-off':
      return `${reason.notification} is off.`;
    case 'not-published':
      return `${reason.notification} has never been published.`;
    case 'channel-forbids':
      return `Orders from ${reason.channel} may not be answered with mail to the customer.`;
    case 'masked-kind':
      return `${reason.channel} hides its customers' addresses, and lets no message of this kind through to them.`;
    case 'rule-no-category':
      return `${reason.person} hears only of orders with ${reason.category}, and none is in this one.`;
    case 'no-rules':
      return `Nobody is named to hear of ${reason.notification}.`;
    case 'already-written':
      return `${reason.address} already gets this message by an earlier rule.`;
  }
}
