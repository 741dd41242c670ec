/** Why somebody is written to, or not: plain data in the record, sentences on the screen. */
import { Type, type Static } from '@sinclair/typebox';
import { languageName } from '../names';

const text = Type.String();
const reason = <C extends string, P extends Record<string, typeof text>>(code: C, details: P) =>
  Type.Object({ code: Type.Literal(code), ...details });

export const ReasonSchema = Type.Union([
  reason('moment', { moment: text, notification: text }),
  reason('by-hand', { person: text, notification: text }),
  reason('adapted', { person: text }),
  reason('again', { person: text, first: text }),
  reason('customer-of-order', { name: text, order: text }),
  reason('rule-all', { person: text }),
  reason('rule-category', { person: text, category: text, product: text }),
  reason('rule-when', { person: text, words: text }),
  reason('language-of-order', { language: text }),
  reason('language-of-customer', { language: text }),
  reason('language-of-person', { language: text }),
  reason('language-default', { wanted: text, language: text }),
  reason('edition', { edition: text }),
  reason('due', { notification: text, timing: text, ends: text }),
  reason('variant', { variant: text, words: text }),
  reason('contact', { name: text, label: text, order: text }),
  // Why not.
  reason('notification-off', { notification: text }),
  reason('not-published', { notification: text }),
  reason('channel-forbids', { channel: text }),
  reason('masked-kind', { channel: text }),
  reason('rule-no-category', { person: text, category: text }),
  reason('rule-when-not', { person: text, words: text }),
  reason('no-rules', { notification: text }),
  reason('already-written', { address: text }),
  reason('off-for-channel', { notification: text, channel: text }),
  reason('condition', { notification: text, words: text }),
  reason('no-variant', { notification: text }),
  reason('variant-nothing', { notification: text, variant: text, words: text }),
  reason('started', { notification: text }),
  reason('ended', { notification: text, end: text }),
  reason('no-contacts', { notification: text, labels: text }),
  reason('is-customer', { address: text }),
  reason('had-already', { order: text }),
  reason('order-cancelled', { order: text }),
  reason('overtaken', { order: text, by: text }),
  reason('too-late', { days: text }),
  reason('withheld', { pattern: text, reason: text }),
]);
export type Reason = Static<typeof ReasonSchema>;

const orList = (list: string): string => list.replace(/, ([^,]*)$/, ' or $1');

/** One reason as a sentence. */
export function reasonWords(reason: Reason): string {
  switch (reason.code) {
    case 'moment':
      return `${reason.notification} goes out ${reason.moment}.`;
    case 'by-hand':
      return `${reason.person} chose to send ${reason.notification}.`;
    case 'adapted':
      return `${reason.person} changed its text for this message.`;
    case 'again':
      return `${reason.person} sent it again${reason.first ? `, to another address than ${reason.first}, which it had gone to` : ''}.`;
    case 'customer-of-order':
      return `${reason.name} placed order ${reason.order}.`;
    case 'rule-all':
      return `${reason.person} gets messages about all orders.`;
    case 'rule-category':
      return `${reason.person} gets messages about orders with ${reason.category}, and ${reason.product} is in this one.`;
    case 'rule-when':
      return `${reason.person} gets messages about orders where ${reason.words}.`;
    case 'language-of-order':
      return `The order was placed in ${languageName(reason.language)}.`;
    case 'language-of-customer':
      return `The customer reads ${languageName(reason.language)}.`;
    case 'language-of-person':
      return `Their language is ${languageName(reason.language)}.`;
    case 'language-default':
      return `No ${languageName(reason.wanted)} translation, so it is in ${languageName(reason.language)}, the fallback language.`;
    case 'edition':
      return `Made from edition ${reason.edition}.`;
    case 'notification-off':
      return `${reason.notification} is off.`;
    case 'not-published':
      return `${reason.notification} has never been published.`;
    case 'channel-forbids':
      return `Customer messages are blocked for ${reason.channel} orders.`;
    case 'masked-kind':
      return `${reason.channel} hides its customers' email addresses and passes on no messages of this kind.`;
    case 'rule-no-category':
      return `${reason.person} gets messages only about orders with ${reason.category}, and this one has none.`;
    case 'rule-when-not':
      return `${reason.person} gets messages only about orders where ${reason.words}.`;
    case 'no-rules':
      return `${reason.notification} has no staff recipients.`;
    case 'due':
      return `It goes out ${reason.timing}${reason.ends ? `, unless the order is ${orList(reason.ends)} before` : ''}.`;
    case 'variant':
      return `The version “${reason.variant}” is for orders where ${reason.words}.`;
    case 'contact':
      return `${reason.name} is a contact of the customer of order ${reason.order}: ${reason.label}.`;
    case 'off-for-channel':
      return `${reason.notification} is off for orders from ${reason.channel}.`;
    case 'condition':
      return `${reason.notification} goes out only when ${reason.words}.`;
    case 'no-variant':
      return `No version of ${reason.notification} matches this order.`;
    case 'variant-nothing':
      return `${reason.notification} is set to send nothing ${reason.words ? `when ${reason.words}` : 'to everyone else'}.`;
    case 'started':
      return `${reason.notification} is already scheduled for this order.`;
    case 'ended':
      return reason.end === 'answered' ? 'The customer has answered.' : `The order is ${reason.end}.`;
    case 'no-contacts':
      return `The customer has no contact for ${reason.notification} (${reason.labels}).`;
    case 'is-customer':
      return `${reason.address} is the customer's own address, which gets this message anyway.`;
    case 'had-already':
      return `Order ${reason.order} has had this already, so it is not sent again.`;
    case 'order-cancelled':
      return `Order ${reason.order} was cancelled before, so this is not sent.`;
    case 'overtaken':
      return `Not sent: order ${reason.order} has moved on (${reason.by}).`;
    case 'too-late':
      return `Not sent: the shop reported this ${reason.days} days late.`;
    case 'withheld':
      return `${reason.pattern} is on the do-not-send list: ${reason.reason}`;
    case 'already-written':
      return `${reason.address} already gets this message by an earlier rule.`;
  }
}
