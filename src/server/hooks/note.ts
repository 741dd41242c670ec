/**
 * Notes what programs are to be told. A note is a row, written with what it tells of, so that none is lost and none tells of what was not
 * written; the call itself is made later, by nobody who sends mail.
 */
import { and, eq, inArray } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { HookType } from '@/contract/hooks';
import { newId } from '../base/ids';
import type { Executor } from '../db/client';
import { deliveries, hookCalls, hooks } from '../db/schema';
import { databaseNow } from '../db/time';

/** For so long a store that has no program to tell is not asked for one again, ms. */
const KNOWN_MS = 3_000;
const nobody = new LRUCache<string, true>({ max: 1_000, ttl: KNOWN_MS });

/** Something to be told, with the data of its call. */
export interface Telling {
  storeId: string;
  type: HookType;
  data: Record<string, unknown>;
}

/** Writes a call for every program that wants to be told. */
export async function noteCalls(tx: Executor, tellings: readonly Telling[]): Promise<void> {
  const stores = [...new Set(tellings.map((t) => t.storeId))].filter((s) => !nobody.has(s));
  if (stores.length === 0) return;
  const there = await tx
    .select({ id: hooks.id, storeId: hooks.storeId, types: hooks.types })
    .from(hooks)
    .where(and(inArray(hooks.storeId, stores), eq(hooks.on, true)));
  for (const store of stores) if (!there.some((h) => h.storeId === store)) nobody.set(store, true);
  const now = new Date(databaseNow());
  const calls = tellings.flatMap(({ storeId, type, data }) =>
    there
      .filter((h) => h.storeId === storeId && h.types.includes(type))
      .map((h) => ({
        ...{ id: newId(), storeId, hookId: h.id, type, at: now, dueAt: now },
        body: JSON.stringify({ type, timestamp: now.toISOString(), data }),
      })),
  );
  if (calls.length > 0) await tx.insert(hookCalls).values(calls);
}

/** Forgets that a store had nobody to tell: it has now. */
export const somebodyToTell = (storeId: string): void => void nobody.delete(storeId);

const TYPE_OF: Partial<Record<string, HookType>> = {
  accepted: 'delivery.accepted',
  failed: 'delivery.failed',
  bounced: 'delivery.bounced',
  held: 'delivery.held',
};

/** Notes what deliveries have become, as they stand now. */
export async function noteDeliveries(tx: Executor, storeId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0 || nobody.has(storeId)) return;
  const rows = await tx
    .select({
      ...{ id: deliveries.id, state: deliveries.state, recipient: deliveries.recipient, role: deliveries.role },
      ...{ orderId: deliveries.orderId, cause: deliveries.cause, subject: deliveries.subject },
      ...{ notificationId: deliveries.notificationId, messageId: deliveries.messageId },
    })
    .from(deliveries)
    .where(inArray(deliveries.id, [...ids]));
  await noteCalls(
    tx,
    rows.flatMap(({ id, state, ...row }) => {
      const type = TYPE_OF[state];
      return type ? [{ storeId, type, data: { delivery: id, state, ...row } }] : [];
    }),
  );
}
