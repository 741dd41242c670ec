/** What a new store needs before its messages arrive, and how far it is. */
import { and, eq, isNotNull } from 'drizzle-orm';
import { may, whoMay, type Action } from '@/contract/policy';
import type { FirstStep } from '@/contract/today';
import type { ServiceView } from '@/contract/sending';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries, orders, routingRules } from '../../db/schema';
import type { BoardRow } from '../notifications/board';
import { say } from '@/words/ready';

/** What one has to be allowed to do to take a step. */
const NEEDS = new Map<FirstStep['id'], Action>([
  ['service', 'service.edit'],
  ['check', 'service.check'],
  ['publish', 'template.publish'],
  ['staff', 'routing.edit'],
  ['order', 'order.place'],
  ['message', 'order.place'],
]);

/** The steps in the order in which they are taken; none once all of them are done. */
export async function firstSteps(
  { store, role }: Access,
  services: readonly ServiceView[],
  rows: readonly BoardRow[],
): Promise<FirstStep[]> {
  const db = database();
  const [order, rule, message] = await Promise.all([
    db.select({ id: orders.id }).from(orders).where(eq(orders.storeId, store.id)).limit(1),
    db.select({ id: routingRules.id }).from(routingRules).where(eq(routingRules.storeId, store.id)).limit(1),
    db
      .select({ id: deliveries.id })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), eq(deliveries.state, 'accepted'), isNotNull(deliveries.acceptedAt)))
      .limit(1),
  ]);
  const live = rows.some((r) => r.notification.audience === 'customer' && r.notification.on && r.edition);
  const service = services[0];
  const steps: FirstStep[] = [
    { id: 'service', words: say.connectASendingService, done: service !== undefined, href: '/sending/services/new' },
    {
      id: 'check',
      words: say.checkTheSendingService,
      done: services.some((s) => s.check?.passed),
      href: service ? `/sending/services/${service.id}` : '/sending/services/new',
    },
    { id: 'publish', words: say.publishANotificationForCustomers, done: live, href: '/journey' },
    {
      id: 'staff',
      words: say.chooseWhichColleaguesGetMessages,
      done: rule.length > 0,
      href: '/routing',
    },
    { id: 'order', words: say.placeOrImportAnOrder, done: order.length > 0, href: '/orders/new' },
    { id: 'message', words: say.sendAFirstMessage, done: message.length > 0, href: '/orders' },
  ];
  if (steps.every((s) => s.done)) return [];
  return steps.map((s) => {
    const needed = NEEDS.get(s.id)!;
    return may(role, needed) ? s : { ...s, who: whoMay(needed) };
  });
}
