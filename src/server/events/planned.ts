/** What was planned for an event, kept with it: what goes out, and who was not written to. */
import { and, count, eq, gt, like } from 'drizzle-orm';
import type { Plan, Reason } from '@/core/plan';
import { insertRows } from '../db/bulk';
import type { Executor } from '../db/client';
import { deliveries, notWritten } from '../db/schema';
import { databaseTime } from '../db/time';
import { idAt, newId } from '../base/ids';
import type { PreparedPlanner } from './planner';

export interface PlannedFor {
  storeId: string;
  eventId: string;
  orderId: string | null;
  orderNumber: string;
  /** When the event came. */
  createdAt: Date;
}

/** A plan, and what it was made for. */
export interface PlanOf {
  of: PlannedFor;
  plan: Plan;
}

/** Keeps a plan in the transaction of its event. Answers the ids of its deliveries. */
export async function keepPlan(
  tx: Executor,
  of: PlannedFor,
  names: PreparedPlanner['names'],
  planned: Plan,
): Promise<string[]> {
  const [ids] = await keepPlans(tx, [{ of, plan: await withinLimits(tx, of.storeId, planned) }], names);
  return ids!;
}

/** Whether what is kept of a plan depends on what its readers had before: plans of these are kept one after the other. */
export const isLimited = (plan: Plan): boolean => plan.deliveries.some((d) => d.copiesMost !== undefined);

/** Keeps plans of several events that nothing limits. Answers the ids of the deliveries of each. */
export async function keepPlans(
  tx: Executor,
  plans: readonly PlanOf[],
  names: PreparedPlanner['names'],
): Promise<string[][]> {
  const rows = plans.map(({ of, plan }) => deliveriesOf(of, plan, names));
  await insertRows(tx, deliveries, rows.flat());
  await insertRows(
    tx,
    notWritten,
    plans.flatMap(({ of: { orderNumber: _, ...common }, plan }) =>
      plan.notWritten.map((n) => ({
        ...common,
        id: newId(),
        notificationId: n.notificationId,
        notificationName: names.get(n.notificationId) ?? '',
        recipient: n.recipient?.address ?? '',
        recipientName: n.recipient?.name ?? '',
        reasons: n.reasons,
      })),
    ),
  );
  return rows.map((made) => made.map((r) => r.id));
}

const deliveriesOf = (of: PlannedFor, { deliveries: planned }: Plan, names: PreparedPlanner['names']) =>
  planned.map((d) => ({
    ...of,
    id: newId(),
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
    dueAt: d.dueAt === undefined ? of.createdAt : new Date(d.dueAt),
    plannedFor: d.dueAt === undefined ? null : new Date(d.dueAt),
    moment: d.moment,
    turn: d.turn,
    timed: d.timed,
    gathers: d.gathers === true,
  }));

const DAY_MS = 86_400_000;

/** A plan without the copies that are more than their reader is to have in 24 hours; those are told as not written. */
async function withinLimits(tx: Executor, storeId: string, plan: Plan): Promise<Plan> {
  const limited = new Set(plan.deliveries.flatMap((d) => (d.copiesMost === undefined ? [] : [d.recipient.address])));
  if (limited.size === 0) return plan;
  const since = idAt((await databaseTime(tx)) - DAY_MS);
  const had = new Map<string, number>();
  for (const address of limited) {
    const [row] = await tx
      .select({ n: count() })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.storeId, storeId),
          eq(deliveries.recipient, address),
          gt(deliveries.id, since),
          eq(deliveries.role, 'staff'),
          like(deliveries.reasons, '%"copy-of"%'),
        ),
      );
    had.set(address, row?.n ?? 0);
  }
  const kept: Plan = { deliveries: [], notWritten: [...plan.notWritten] };
  for (const delivery of plan.deliveries) {
    const { copiesMost, recipient, notificationId } = delivery;
    const before = had.get(recipient.address) ?? 0;
    if (copiesMost !== undefined && before >= copiesMost) {
      const person = recipient.name || recipient.address;
      const reason: Reason = { code: 'copies-limit', person, most: String(copiesMost) };
      kept.notWritten.push({ notificationId, recipient, reasons: [reason] });
      continue;
    }
    if (copiesMost !== undefined) had.set(recipient.address, before + 1);
    kept.deliveries.push(delivery);
  }
  return kept;
}
