/** Which version of a notification an order gets, and why the others are not taken. */
import { tryCondition, type Tried } from '../conditions/sentence';
import type { ConditionNames } from '../conditions/sentence';
import type { OrderFacts } from '../conditions/condition';
import type { NotificationSettings } from './settings';

export interface TriedVariant {
  name: string;
  verdict: 'taken' | 'nothing' | 'does not fit' | 'comes later';
  /** Its condition with what the order has; undefined for the one for everybody. */
  tried?: Tried;
}

export interface TriedNotification {
  /** Whether its own condition holds; undefined without one. */
  condition?: Tried;
  variants: TriedVariant[];
}

/** Tries settings, saved or not, against an order's facts. `language` is the one the customer is written to in. */
export function tryNotification(
  settings: Pick<NotificationSettings, 'when' | 'variants'>,
  facts: OrderFacts,
  language: string,
  names: ConditionNames = {},
): TriedNotification {
  const condition = settings.when && tryCondition(settings.when, facts, language, names);
  let open = condition?.holds ?? true;
  const variants = settings.variants.map((variant): TriedVariant => {
    const tried = variant.when && tryCondition(variant.when, facts, language, names);
    const fits = tried?.holds ?? true;
    const verdict = !fits ? 'does not fit' : !open ? 'comes later' : variant.nothing ? 'nothing' : 'taken';
    if (fits) open = false;
    return { name: variant.name, verdict, ...(tried && { tried }) };
  });
  return { ...(condition && { condition }), variants };
}
