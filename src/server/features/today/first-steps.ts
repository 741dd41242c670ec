/** What a new store needs before its messages arrive, and how far it is. */
import { isDeepStrictEqual } from 'node:util';
import { and, eq, gt, isNotNull } from 'drizzle-orm';
import { may, whoMay, type Action } from '@/contract/policy';
import type { FirstStep } from '@/contract/today';
import type { ServiceView } from '@/contract/sending';
import { DEFAULT_LOOK, type Look } from '@/core/look';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries, lookEditions, orders, routingRules } from '../../db/schema';
import type { BoardRow } from '../notifications/board';
import { say } from '@/words/ready';

/** What one has to be allowed to do to take a step. */
const NEEDS = new Map<FirstStep['id'], Action>([
  ['look', 'look.publish'],
  ['service', 'service.edit'],
  ['check', 'service.check'],
  ['publish', 'template.publish'],
  ['staff', 'routing.edit'],
  ['order', 'order.place'],
  ['message', 'order.place'],
]);

const isAsShipped = ({ logo, colours, type }: Look): boolean =>
  logo === null && isDeepStrictEqual({ colours, type }, { colours: DEFAULT_LOOK.colours, type: DEFAULT_LOOK.type });

/** What every shop sends: these are published together. */
const FIRST_MESSAGES = ['order-received', 'on-its-way', 'refund-issued'];

/** The steps in the order in which they are taken; none once all of them are done. */
export async function firstSteps(
  { store, role }: Access,
  services: readonly ServiceView[],
  rows: readonly BoardRow[],
): Promise<FirstStep[]> {
  const db = database();
  const [look, order, rule, message] = await Promise.all([
    db
      .select({ id: lookEditions.id })
      .from(lookEditions)
      .where(and(eq(lookEditions.storeId, store.id), gt(lookEditions.number, 1)))
      .limit(1),
    db.select({ id: orders.id }).from(orders).where(eq(orders.storeId, store.id)).limit(1),
    db.select({ id: routingRules.id }).from(routingRules).where(eq(routingRules.storeId, store.id)).limit(1),
    db
      .select({ id: deliveries.id })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), eq(deliveries.state, 'accepted'), isNotNull(deliveries.acceptedAt)))
      .limit(1),
  ]);
  const live = rows.some((r) => r.notification.audience === 'customer' && r.stands.live);
  const service = services[0];
  const first = FIRST_MESSAGES.filter((slug) => rows.some((r) => r.notification.slug === slug && !r.stands.live));
  const steps: FirstStep[] = [
    {
      id: 'look',
      words: say.giveYourMessagesTheirLook,
      done: look.length > 0 || !isAsShipped(store.look),
      href: '/look?part=logo',
    },
    { id: 'service', words: say.connectASendingService, done: service !== undefined, href: '/sending/services/new' },
    {
      id: 'check',
      words: say.checkTheSendingService,
      done: services.some((s) => s.check?.passed),
      href: service ? `/sending/services/${service.id}` : '/sending/services/new',
    },
    {
      id: 'publish',
      words: say.publishANotificationForCustomers,
      done: live,
      href: '/journey',
      ...(first.length > 0 && { publish: first }),
    },
    {
      id: 'staff',
      words: say.chooseWhichColleaguesGetMessages,
      done: rule.length > 0,
      href: '/routing',
    },
    { id: 'order', words: say.placeOrImportAnOrder, done: order.length > 0, href: '/orders/new' },
    { id: 'message', words: say.sendAFirstMessage, done: message.length > 0, href: '/orders' },
  ];
  // The look as it ships is a look, too: it is a step on the way, and keeps nobody there.
  if (steps.every((s) => s.done || s.id === 'look')) return [];
  return steps.map((s) => {
    const needed = NEEDS.get(s.id)!;
    return may(role, needed) ? s : { ...s, who: whoMay(needed) };
  });
}
