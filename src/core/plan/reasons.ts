/** Why somebody is written to, or not: plain data in the record, sentences on the screen. */
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { languageName } from '../names';
import { momentOf } from '../moments';
import { rhythmWords, type Rhythm } from '../time/rhythm';
import { END_WORDS, timingWords, type End, type Timing } from '../time/timing';
import { say } from '../../words/reasons';
import { readKept } from '../../words/kept';
import { listed, readerLocale } from '../../words/speak';

const text = Type.String();
/** What a rule is about when it is no order. */
const of = Type.Optional(Type.Literal('product'));
const reason = <C extends string, P extends Record<string, TSchema>>(code: C, details: P) =>
  Type.Object({ code: Type.Literal(code), ...details });

export const ReasonSchema = Type.Union([
  reason('moment', { moment: text, notification: text }),
  reason('by-hand', { person: text, notification: text }),
  reason('adapted', { person: text }),
  reason('typed', { person: text, name: text }),
  reason('copy', { person: text, name: text }),
  reason('copy-of', { person: text, of: text }),
  reason('again', { person: text, first: text }),
  reason('customer-of-order', { name: text, order: text }),
  reason('rule-all', { person: text, of }),
  reason('rule-category', { person: text, category: text, product: text, of }),
  reason('rule-when', { person: text, words: text, of }),
  reason('stock-low', { product: text, left: text, lowAt: text, place: text }),
  reason('stock-out', { product: text, place: text }),
  reason('summary', { person: text, scope: text, rhythm: text, orders: text }),
  reason('language-of-order', { language: text }),
  reason('language-of-customer', { language: text }),
  reason('language-of-person', { language: text }),
  reason('language-default', { wanted: text, language: text }),
  reason('language-next', { wanted: text, language: text }),
  reason('language-partly', { language: text }),
  reason('edition', { edition: text }),
  reason('due', { notification: text, timing: text, ends: text }),
  reason('variant', { variant: text, words: text }),
  reason('contact', { name: text, label: text, order: text }),
  reason('contact-chosen', { name: text, notification: text }),
  // Why not.
  reason('notification-off', { notification: text }),
  reason('not-published', { notification: text }),
  reason('channel-forbids', { channel: text }),
  reason('masked-kind', { channel: text }),
  reason('rule-no-category', { person: text, category: text, of }),
  reason('rule-when-not', { person: text, words: text, of }),
  reason('rule-paused', { person: text, until: Type.Optional(text) }),
  reason('stand-in', { person: text, instead: text }),
  reason('no-rules', { notification: text }),
  reason('nothing-to-tell', { person: text }),
  reason('already-written', { address: text }),
  reason('unsubscribed', { address: text, kind: text }),
  reason('no-consent', { address: text }),
  reason('chosen', { name: text }),
  reason('off-for-channel', { notification: text, channel: text }),
  reason('condition', { notification: text, words: text }),
  reason('together', { rhythm: text }),
  reason('no-variant', { notification: text }),
  reason('variant-nothing', { notification: text, variant: text, words: text }),
  reason('started', { notification: text }),
  reason('ended', { notification: text, end: text }),
  reason('copies-limit', { person: text, most: text }),
  reason('nobody-in-order', { role: text, order: text }),
  reason('domain-not-allowed', { role: text, address: text }),
  reason('no-contacts', { notification: text, labels: text }),
  reason('is-customer', { address: text }),
  reason('had-already', { order: text }),
  reason('order-cancelled', { order: text }),
  reason('overtaken', { order: text, by: text }),
  reason('too-late', { days: text }),
  reason('withheld', { pattern: text, reason: text }),
]);
export type Reason = Static<typeof ReasonSchema>;

/** An end by its name; what was kept in words stands as it is. */
const endWords = (end: string): string => (Object.hasOwn(END_WORDS, end) ? END_WORDS[end as End] : end);

/** A timing that was kept as data, in words; what was kept in words stands as it is. */
function whenWords(timing: string): string {
  try {
    return timingWords(JSON.parse(timing) as Timing);
  } catch {
    return timing;
  }
}

/** A rhythm that was kept as data, in words. */
const rhythmOf = (rhythm: string): string => rhythmWords(JSON.parse(rhythm) as Rhythm);

/** One reason as a sentence. */
export const reasonWords = (reason: Reason): string => readKept(sentenceOf(reason));

function sentenceOf(reason: Reason): string {
  switch (reason.code) {
    case 'moment':
      return say.moment({
        notification: reason.notification,
        moment: momentOf(reason.moment)?.words ?? reason.moment,
      });
    case 'by-hand':
      return say.byHand(reason);
    case 'typed':
      return say.typed(reason);
    case 'copy-of':
      return say.copyOf(reason);
    case 'copy':
      return say.copy(reason);
    case 'adapted':
      return say.adapted(reason);
    case 'again':
      return reason.first ? say.againElsewhere(reason) : say.again(reason);
    case 'customer-of-order':
      return say.customerOfOrder(reason);
    case 'rule-all':
      return (reason.of ? say.ruleAllProducts : say.ruleAll)(reason);
    case 'rule-category':
      return (reason.of ? say.ruleCategoryProduct : say.ruleCategory)(reason);
    case 'rule-when':
      return (reason.of ? say.ruleWhenProduct : say.ruleWhen)(reason);
    case 'stock-low':
      return reason.place ? say.stockLowAt(reason) : say.stockLow(reason);
    case 'stock-out':
      return reason.place ? say.stockOutAt(reason) : say.stockOut(reason);
    case 'summary':
      return say.summary({ ...reason, rhythm: rhythmOf(reason.rhythm), orders: Number(reason.orders) });
    case 'together':
      return say.together({ rhythm: rhythmOf(reason.rhythm) });
    case 'language-of-order':
      return say.languageOfOrder({ language: languageName(reason.language) });
    case 'language-of-customer':
      return say.languageOfCustomer({ language: languageName(reason.language) });
    case 'language-of-person':
      return say.languageOfPerson({ language: languageName(reason.language) });
    case 'language-next':
      return say.languageNext({ wanted: languageName(reason.wanted), language: languageName(reason.language) });
    case 'language-partly':
      return say.languagePartly({ language: languageName(reason.language) });
    case 'language-default':
      return say.languageDefault({ wanted: languageName(reason.wanted), language: languageName(reason.language) });
    case 'edition':
      return say.edition(reason);
    case 'notification-off':
      return say.isOff(reason);
    case 'not-published':
      return say.notPublished(reason);
    case 'channel-forbids':
      return say.channelForbids(reason);
    case 'masked-kind':
      return say.maskedKind(reason);
    case 'rule-no-category':
      return (reason.of ? say.ruleNoCategoryProduct : say.ruleNoCategory)(reason);
    case 'rule-when-not':
      return (reason.of ? say.ruleWhenNotProduct : say.ruleWhenNot)(reason);
    case 'rule-paused':
      return reason.until === undefined
        ? say.rulePaused(reason)
        : say.rulePausedUntil({ person: reason.person, until: dayWords(reason.until) });
    case 'stand-in':
      return say.standIn(reason);
    case 'no-rules':
      return say.noRules(reason);
    case 'nothing-to-tell':
      return say.nothingToTell(reason);
    case 'due': {
      const timing = whenWords(reason.timing);
      if (!reason.ends) return say.due({ timing });
      const ends = listed(reason.ends.split(', ').map(endWords), 'disjunction');
      return say.dueUnless({ timing, ends });
    }
    case 'variant':
      return say.variant(reason);
    case 'contact':
      return say.contact(reason);
    case 'contact-chosen':
      return say.contactChosen(reason);
    case 'off-for-channel':
      return say.offForChannel(reason);
    case 'condition':
      return say.condition(reason);
    case 'no-variant':
      return say.noVariant(reason);
    case 'variant-nothing':
      return reason.words ? say.nothingWhen(reason) : say.nothingElse(reason);
    case 'started':
      return say.started(reason);
    case 'ended':
      return reason.end === 'answered' ? say.answered : say.ended({ end: endWords(reason.end) });
    case 'copies-limit':
      return say.copiesLimit(reason);
    case 'nobody-in-order':
      return say.nobodyInOrder(reason);
    case 'domain-not-allowed':
      return say.domainNotAllowed(reason);
    case 'no-contacts':
      return say.noContacts(reason);
    case 'is-customer':
      return say.isCustomer(reason);
    case 'had-already':
      return say.hadAlready(reason);
    case 'order-cancelled':
      return say.orderCancelled(reason);
    case 'overtaken':
      return say.overtaken({ order: reason.order, by: momentOf(reason.by)?.label ?? reason.by });
    case 'too-late':
      return say.tooLate(reason);
    case 'withheld':
      return say.withheld(reason);
    case 'unsubscribed':
      return reason.kind === 'feedback' ? say.unsubscribedFeedback(reason) : say.unsubscribedOffers(reason);
    case 'no-consent':
      return say.noConsent(reason);
    case 'chosen':
      return say.chosen(reason);
    case 'already-written':
      return say.alreadyWritten(reason);
  }
}

const dayWords = (at: string): string =>
  new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' }).format(
    new Date(at),
  );
