/** Where what a store's terms name is used. */
import { and, count, desc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { MySqlColumn } from 'drizzle-orm/mysql-core';
import type { Condition } from '@/core/conditions';
import type { Order } from '@/core/order';
import { templateAddress, variantTitle } from '@/core/plan';
import { allBlocks, type Block } from '@/core/template';
import { termUses, type AskedBy, type TermUse } from '@/core/terms';
import type { Uses } from '../../../contract/terms';
import { database } from '../../db/client';
import {
  channels,
  deliveries,
  editions,
  notifications,
  orders,
  passages,
  routingRules,
  templates,
} from '../../db/schema';
import { UNSENT } from '../../sending/carried';

/** Orders that are looked at for what they name. */
const LOOKED_AT = 200;

/** The newest orders of a store. */
export const newestOrders = (storeId: string): Promise<{ id: string; order: Order }[]> =>
  database()
    .select({ id: orders.id, order: orders.snapshot })
    .from(orders)
    .where(eq(orders.storeId, storeId))
    .orderBy(desc(orders.id))
    .limit(LOOKED_AT);

/** Uses of what is named in a store. */
export async function loadUses(storeId: string): Promise<Uses> {
  const [newer, names] = await Promise.all([
    newestOrders(storeId),
    database().select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, storeId)),
  ]);
  const uses = await usesOf(storeId, newer, new Map(names.map((c) => [c.id, c.name])));
  return { uses, looked: newer.length };
}

interface Asking extends AskedBy {
  when: Condition;
}

/** Whether a JSON text has a condition about something that terms name: most have none, and are not read. */
const asksByName = (column: MySqlColumn): SQL =>
  sql`${column} regexp ${'"about": ?"(payment|location|channel|product|category)"'}`;

/**
 * Uses of what is named, by `usageKey`.
 * @param newer the orders that are looked at
 * @param channelNames by id
 */
export async function usesOf(
  storeId: string,
  newer: readonly { id: string; order: Order }[],
  channelNames: ReadonlyMap<string, string>,
): Promise<Record<string, TermUse>> {
  const [waiting, ...asking] = await Promise.all([
    waitingBy(newer.map((o) => o.id)),
    askingNotifications(storeId),
    askingVersions(storeId),
    askingPassages(storeId),
  ]);
  return termUses(
    newer.map(({ id, order }) => ({ order, waiting: waiting.get(id) ?? 0 })),
    asking.flat(),
    channelNames,
  );
}

async function waitingBy(orderIds: readonly string[]): Promise<Map<string, number>> {
  if (orderIds.length === 0) return new Map();
  const rows = await database()
    .select({ orderId: deliveries.orderId, n: count() })
    .from(deliveries)
    .where(and(inArray(deliveries.orderId, [...orderIds]), inArray(deliveries.state, [...UNSENT])))
    .groupBy(deliveries.orderId);
  return new Map(rows.map((row) => [row.orderId!, row.n]));
}

/** Notifications that go out only under a condition, and whose rules hold only under one. */
async function askingNotifications(storeId: string): Promise<Asking[]> {
  const [own, rules] = await Promise.all([
    database()
      .select({ slug: notifications.slug, name: notifications.name, when: notifications.when })
      .from(notifications)
      .where(and(eq(notifications.storeId, storeId), asksByName(notifications.when))),
    database()
      .select({ slug: notifications.slug, name: notifications.name, scope: routingRules.scope })
      .from(routingRules)
      .innerJoin(notifications, eq(notifications.id, routingRules.notificationId))
      .where(and(eq(routingRules.storeId, storeId), asksByName(routingRules.scope))),
  ]);
  return [
    ...own.flatMap(({ slug, name, when }) => (when ? [{ path: `journey/${slug}`, name, when }] : [])),
    ...rules.flatMap(({ slug, name, scope }) =>
      scope.kind === 'when' ? [{ path: `journey/${slug}`, name, when: scope.when }] : [],
    ),
  ];
}

const conditionsOf = (blocks: readonly Block[] | undefined): Condition[] =>
  allBlocks(blocks ?? []).flatMap((b) => b.when ?? []);

/** Versions that are for some orders, and blocks that are in the message of some: as they are live, and as drafts. */
async function askingVersions(storeId: string): Promise<Asking[]> {
  const rows = await database()
    .select({
      slug: notifications.slug,
      name: notifications.name,
      variant: templates.variant,
      variantName: templates.variantName,
      when: templates.when,
      draft: templates.draft,
      live: editions.template,
    })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(
      and(
        eq(templates.storeId, storeId),
        sql`(${asksByName(templates.when)} or ${asksByName(templates.draft)} or ${asksByName(editions.template)})`,
      ),
    );
  return rows.flatMap(({ slug, name, variant, variantName, when, draft, live }) => {
    const asked = { path: `desk/${templateAddress(slug, variant)}`, name: variantTitle(name, variantName) };
    return [...(when ? [when] : []), ...conditionsOf(draft.blocks), ...conditionsOf(live?.blocks)].map((condition) => ({
      ...asked,
      when: condition,
    }));
  });
}

async function askingPassages(storeId: string): Promise<Asking[]> {
  const rows = await database()
    .select({ id: passages.id, name: passages.name, draft: passages.draft, live: passages.live })
    .from(passages)
    .where(and(eq(passages.storeId, storeId), sql`(${asksByName(passages.draft)} or ${asksByName(passages.live)})`));
  return rows.flatMap(({ id, name, draft, live }) =>
    [...conditionsOf(draft.blocks), ...conditionsOf(live?.blocks)].map((when) => ({
      ...{ path: `passages/${id}`, name, when },
    })),
  );
}
