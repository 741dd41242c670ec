/** What was planned for an event, kept with it: what goes out, and who was not written to. */
import type { Plan } from '@/core/plan';
import type { Executor } from '../db/client';
import { deliveries, notWritten } from '../db/schema';
import { newId } from '../base/ids';
import type { PreparedPlanner } from './planner';

export interface PlannedFor {
  storeId: string;
  eventId: string;
  orderId: string | null;
  orderNumber: string;
  /** When the event came. */
  createdAt: Date;
}

/** Keeps a plan in the transaction of its event. Answers the ids of its deliveries. */
export async function keepPlan(
  tx: Executor,
  { orderNumber, ...common }: PlannedFor,
  names: PreparedPlanner['names'],
  plan: Plan,
): Promise<string[]> {
  const rows = plan.deliveries.map((d) => ({
    ...common,
    id: newId(),
    orderNumber,
    notificationId: d.notificationId,
    notificationName: names.get(d.notificationId) ?? '',
    editionId: d.editionId,
    recipient: d.recipient.address,
    recipientName: d.recipient.name,
    role: d.recipient.role,
    sender: d.sender,
    optional: d.optional ?? ('' as const),
    language: d.language,
    reasons: d.reasons,
    state: 'planned' as const,
    dueAt: d.dueAt === undefined ? common.createdAt : new Date(d.dueAt),
    ...(d.dueAt !== undefined && { plannedFor: new Date(d.dueAt) }),
    moment: d.moment,
    turn: d.turn,
    timed: d.timed,
  }));
  if (rows.length > 0) await tx.insert(deliveries).values(rows);
  if (plan.notWritten.length > 0) {
    await tx.insert(notWritten).values(
      plan.notWritten.map((n) => ({
        ...common,
        id: newId(),
        notificationId: n.notificationId,
        notificationName: names.get(n.notificationId) ?? '',
        recipient: n.recipient?.address ?? '',
        recipientName: n.recipient?.name ?? '',
        reasons: n.reasons,
      })),
    );
  }
  return rows.map((r) => r.id);
}
