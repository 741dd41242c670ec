import { conditionHolds } from '@/core/conditions';
import { aboutMoment, orderFacts } from '@/core/snapshot';
import { type Order } from '@/core/order';
import type { Template } from '@/core/template';
import type { LookMessage } from '@/contract/templates';

/** What an order gets of a message: its first version whose condition the order meets, or else the last. */
export function versionFor({ moment, versions }: LookMessage, order: Order, language: string): Template {
  const facts = orderFacts(order, aboutMoment(order, moment));
  return (versions.find(({ when }) => !when || conditionHolds(when, facts, language)) ?? versions.at(-1)!).template;
}
