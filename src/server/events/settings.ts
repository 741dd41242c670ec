/** What a store has set, as planning needs it. */
import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Order } from '@/core/order';
import type {
  CopyRule,
  Fallbacks,
  NotificationFacts,
  PlanEvent,
  PlanSettings,
  RoutingRule,
  RuleRecipient,
  Spoken,
  VariantFacts,
} from '@/core/plan';
import { daysOffOf } from '@/core/time';
import { passagesComplete, type Block, type Passages } from '@/core/template';
import type { Executor } from '../db/client';
import { knownPerson } from './known-person';
import { livePassages } from '../documents/live-passages';
import {
  channels,
  copyRules,
  editions,
  notifications,
  products,
  routingRules,
  staff,
  templates,
  stores,
} from '../db/schema';

type Store = Pick<typeof stores.$inferSelect, 'id' | 'language' | 'fallbacks' | 'timeZone'>;

/** Notifications, variants and rules of a store, with names for what conditions hold by id. */
export async function planSettings(db: Executor, store: Store): Promise<PlanSettings> {
  const [facts, rules, channelRows, copies, supplied, [own]] = await Promise.all([
    notificationFacts(db, [store.id]),
    routingRulesOf(db, store.id),
    db.select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, store.id)),
    copyRulesOf(db, store.id),
    db
      .select({ sku: products.sku, supplier: products.supplier })
      .from(products)
      .where(and(eq(products.storeId, store.id), ne(products.supplier, ''))),
    db
      .select({ peopleDomains: stores.peopleDomains, holidays: stores.holidays })
      .from(stores)
      .where(eq(stores.id, store.id)),
  ]);
  const names = new Map(channelRows.map((c) => [c.id, c.name]));
  return {
    store: {
      ...{ language: store.language, timeZone: store.timeZone, fallbacks: store.fallbacks },
      daysOff: daysOffOf(own?.holidays ?? []),
    },
    notifications: facts,
    rules,
    copies,
    peopleDomains: own?.peopleDomains ?? [],
    // Only a rule asks for them.
    suppliers: rules.some(asksForSupplier) ? new Map(supplied.map((p) => [p.sku, p.supplier])) : new Map(),
    names: { channel: (id) => names.get(id) },
  };
}

const asksForSupplier = ({ scope }: RoutingRule): boolean =>
  scope.kind === 'when' && scope.when.tests.some((t) => t.about === 'supplier');

/** What a store knows about an order's channel and customer, as planning needs it. */
export async function planAbout(
  db: Executor,
  storeId: string,
  order: Order,
): Promise<Pick<PlanEvent, 'channel' | 'customer'>> {
  const [channel] = await db
    .select()
    .from(channels)
    .where(and(eq(channels.storeId, storeId), eq(channels.id, order.channel)));
  const known = await knownPerson(db, storeId, order.customer.email);
  return { ...(channel && { channel }), ...(known && { customer: known }) };
}

/** Notifications of stores as planning needs them, in the order in which they were made. */
export async function notificationFacts(db: Executor, storeIds: readonly string[]): Promise<NotificationFacts[]> {
  const rows = await db
    .select({
      notification: notifications,
      variantId: templates.id,
      variantName: templates.variantName,
      when: templates.when,
      nothing: templates.nothing,
      editionId: editions.id,
      number: editions.number,
      spoken: { own: stores.language, all: stores.languages, fallbacks: stores.fallbacks },
      written: sql<string | string[] | null>`json_keys(${editions.template}, '$.words')`,
      // Blocks only where they show a passage: what it is not complete in, the message is not either.
      blocks: sql<
        string | Block[] | null
      >`if(json_extract(${editions.template}, '$.blocks[*].passage') is null, null, json_extract(${editions.template}, '$.blocks'))`,
      // Only the languages are needed, and a template is large.
      languages: sql<
        string | string[] | null
      >`coalesce(${editions.languages}, json_keys(${editions.template}, '$.words'))`,
    })
    .from(notifications)
    .innerJoin(stores, eq(stores.id, notifications.storeId))
    .leftJoin(templates, eq(templates.notificationId, notifications.id))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(inArray(notifications.storeId, [...storeIds]))
    .orderBy(asc(notifications.id), asc(templates.rank), asc(templates.id));
  const shown = new Map<string, Passages>();
  for (const storeId of new Set(rows.filter((r) => r.blocks !== null).map((r) => r.notification.storeId))) {
    shown.set(storeId, await livePassages(storeId, db));
  }
  const made = new Map<string, NotificationFacts & { variants: VariantFacts[] }>();
  for (const row of rows) {
    const n = row.notification;
    let facts = made.get(n.id);
    if (!facts) {
      facts = {
        id: n.id,
        slug: n.slug,
        name: n.name,
        moment: n.moment,
        audience: n.audience,
        on: n.on,
        offChannels: n.offChannels,
        offers: n.offers,
        schedule: n.schedule,
        labels: n.labels,
        ...(n.when && { when: n.when }),
        variants: [],
      };
      made.set(n.id, facts);
    }
    if (!row.variantId) continue;
    facts.variants.push({
      id: row.variantId,
      name: row.variantName ?? '',
      ...(row.when && { when: row.when }),
      ...(row.nothing && { nothing: true }),
      ...(row.editionId &&
        row.number !== null && {
          edition: { id: row.editionId, number: row.number, ...spokenIn(row, shown.get(n.storeId) ?? {}) },
        }),
    });
  }
  return [...made.values()];
}

const read = <T>(json: string | T | null): T | undefined =>
  json === null ? undefined : typeof json === 'string' ? (JSON.parse(json) as T) : json;

/** Languages of an edition that the store has, with those in which it need not be complete. */
function spokenIn(
  row: {
    languages: string | string[] | null;
    written: string | string[] | null;
    blocks: string | Block[] | null;
    spoken: { own: string; all: readonly string[]; fallbacks: Fallbacks };
  },
  passages: Passages,
): Spoken {
  const { own, all, fallbacks } = row.spoken;
  const blocks = read(row.blocks) ?? [];
  const complete = (read(row.languages) ?? []).filter(
    (l) => all.includes(l) && (l === own || passagesComplete(blocks, passages, l, own)),
  );
  const partly = (read(row.written) ?? []).filter(
    (l) => all.includes(l) && !complete.includes(l) && fallbacks[l]?.partly === true,
  );
  return { languages: [...complete, ...partly], ...(partly.length > 0 && { partly }) };
}

/** A store's routing rules with the address and language of each colleague. */
export async function routingRulesOf(db: Executor, storeId: string): Promise<RoutingRule[]> {
  const standIn = alias(staff, 'stand_in');
  const rows = await db
    .select({ rule: routingRules, name: staff.name, email: staff.email, language: staff.language, standIn })
    .from(routingRules)
    .leftJoin(staff, eq(staff.id, routingRules.staffId))
    .leftJoin(standIn, eq(standIn.id, routingRules.standInId))
    .where(eq(routingRules.storeId, storeId))
    .orderBy(routingRules.id);
  return rows.map(({ rule, name, email, language: own, standIn: instead }) => ({
    id: rule.id,
    notificationId: rule.notificationId,
    recipient: {
      ...recipientOf(email ?? rule.address, name ?? '', own ?? rule.language),
      ...(rule.role !== '' && { role: rule.role }),
    },
    scope: rule.scope,
    ...(rule.together && { together: rule.together }),
    ...(rule.paused && {
      pause: {
        ...(rule.pausedUntil && { until: rule.pausedUntil.getTime() }),
        ...(instead && { standIn: recipientOf(instead.email, instead.name, instead.language) }),
      },
    }),
  }));
}

/** Who gets copies of what goes out to a store's customers. */
export async function copyRulesOf(db: Executor, storeId: string): Promise<CopyRule[]> {
  const rows = await db
    .select({ rule: copyRules, name: staff.name, email: staff.email })
    .from(copyRules)
    .leftJoin(staff, eq(staff.id, copyRules.staffId))
    .where(eq(copyRules.storeId, storeId))
    .orderBy(copyRules.id);
  return rows.map(({ rule: { id, address, notifications: of, channels: from, mostADay }, name, email }) => ({
    id,
    ...(mostADay !== null && { mostADay }),
    recipient: recipientOf(email ?? address, name ?? '', null),
    notifications: of,
    channels: from,
  }));
}

const recipientOf = (address: string, name: string, language: string | null): RuleRecipient => ({
  ...{ address, name },
  ...(language && { language }),
});
