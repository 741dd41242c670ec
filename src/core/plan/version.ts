/** Which version of a notification an order gets, and what has waited looked at again when it is due. */
import { conditionHolds, type OrderFacts } from '../conditions/condition';
import { conditionWords, type ConditionNames } from '../conditions/sentence';
import { orderFacts } from '../snapshot/facts';
import { aboutMoment } from '../snapshot/snapshot';
import { AT_ONCE } from '../time/timing';
import { pickLanguage, type Fallbacks, type WantedLanguage } from './language';
import type { NotificationFacts, VariantFacts } from './notification';
import type { Reason } from './reasons';
import { endReached, type OrderState } from './ends';
import { kept } from '../../words/kept';

export interface VersionFor {
  facts: OrderFacts;
  wanted: WantedLanguage;
  /** The store's own language. */
  own: string;
  fallbacks?: Fallbacks | undefined;
  names?: ConditionNames | undefined;
}

export type Version =
  | { kind: 'write'; variant: VariantFacts; editionId: string; language: string; reasons: Reason[] }
  | { kind: 'nothing'; reason: Reason };

/** Which version of a notification an order gets: the first variant that fits, or nothing, with the reasons. */
export function chooseVersion(
  notification: NotificationFacts,
  { facts, wanted, own, fallbacks, names }: VersionFor,
): Version {
  const { name, when, variants } = notification;
  const asked = wanted?.language ?? own;
  if (when && !conditionHolds(when, facts, asked)) {
    return {
      kind: 'nothing',
      reason: { code: 'condition', notification: name, words: kept(() => conditionWords(when, names)) },
    };
  }
  const variant = variants.find((v) => !v.when || conditionHolds(v.when, facts, asked));
  if (!variant) return { kind: 'nothing', reason: { code: 'no-variant', notification: name } };
  const words = variant.when ? kept(() => conditionWords(variant.when!, names)) : '';
  if (variant.nothing) {
    return {
      kind: 'nothing',
      reason: { code: 'variant-nothing', notification: name, variant: variant.name, words },
    };
  }
  const { edition } = variant;
  if (!edition) {
    return {
      kind: 'nothing',
      reason: { code: 'not-published', notification: variant.name ? `${name}, ${variant.name}` : name },
    };
  }
  const { language, reasons: why } = pickLanguage(wanted, edition, { own, fallbacks });
  const reasons: Reason[] = [];
  if (variant.when) reasons.push({ code: 'variant', variant: variant.name, words });
  reasons.push(...why);
  reasons.push({ code: 'edition', edition: String(edition.number) });
  return { kind: 'write', variant, editionId: edition.id, language, reasons };
}

export interface DueAgain {
  notification: NotificationFacts;
  state: OrderState;
  moment: string;
  turn: number;
  wanted: WantedLanguage;
  own: string;
  fallbacks?: Fallbacks | undefined;
  names?: ConditionNames;
}

/** What has waited is looked at again when it is due: whether it is still to go out, and in which version. */
export function planDue({ notification, state, moment, turn, wanted, own, fallbacks, names }: DueAgain): Version {
  const { name, schedule = AT_ONCE, offChannels } = notification;
  const { order } = state;
  if (!notification.on) return { kind: 'nothing', reason: { code: 'notification-off', notification: name } };
  if (offChannels?.includes(order.channel)) {
    return { kind: 'nothing', reason: { code: 'off-for-channel', notification: name, channel: order.channel } };
  }
  const end = endReached(schedule.ends, state);
  if (end) return { kind: 'nothing', reason: { code: 'ended', notification: name, end } };
  return chooseVersion(notification, {
    facts: orderFacts(order, { ...aboutMoment(order, moment), ...(schedule.row.length > 1 && { turn }) }),
    wanted,
    own,
    fallbacks,
    ...(names && { names }),
  });
}
