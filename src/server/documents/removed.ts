/**
 * Removed things: notifications, their versions and passages go here with all that they had, and come back within
 * {@link KEPT_DAYS} days.
 */
import { and, desc, eq, gt, inArray, lt } from 'drizzle-orm';
import type { Access } from '../auth/access';
import { remember } from '../auth/history';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { followAgain } from './following';
import {
  notifications,
  passageEditions,
  passages,
  removedThings,
  routingRules,
  staff,
  templates,
  type RemovedKind,
} from '../db/schema';
import { say } from '@/words/refusals';

export const KEPT_DAYS = 30;
const DAY_MS = 86_400_000;

type Rows = Record<string, Record<string, unknown>[]>;

/** Keeps rows that are about to be deleted. In the transaction that deletes them. */
export async function keepRemoved(
  access: Access,
  kind: RemovedKind,
  name: string,
  rows: Rows,
  tx: Executor,
): Promise<{ id: string }> {
  const id = newId();
  const removedAt = new Date(await databaseTime(tx));
  const plain = JSON.parse(JSON.stringify(rows)) as Rows;
  await tx
    .insert(removedThings)
    .values({ id, storeId: access.store.id, kind, name, rows: plain, removedBy: access.person.name, removedAt });
  return { id };
}

/** All rows of a notification: itself, its versions, the rules of who gets it. */
export async function rowsOfNotification(id: string, tx: Executor): Promise<Rows> {
  const [own, versions, rules] = await Promise.all([
    tx.select().from(notifications).where(eq(notifications.id, id)),
    tx.select().from(templates).where(eq(templates.notificationId, id)),
    tx.select().from(routingRules).where(eq(routingRules.notificationId, id)),
  ]);
  return { notifications: own, templates: versions, routingRules: rules };
}

/** All rows of a passage: itself and its editions. */
export async function rowsOfPassage(storeId: string, id: string, tx: Executor): Promise<Rows> {
  const [own, editions] = await Promise.all([
    tx
      .select()
      .from(passages)
      .where(and(eq(passages.storeId, storeId), eq(passages.id, id))),
    tx
      .select()
      .from(passageEditions)
      .where(and(eq(passageEditions.storeId, storeId), eq(passageEditions.passageId, id))),
  ]);
  return { passages: own, passageEditions: editions };
}

export interface RemovedRow {
  id: string;
  kind: RemovedKind;
  name: string;
  removedBy: string;
  removedAt: Date;
}

/** What of a store can be brought back, the newest first. */
export async function listRemoved(storeId: string): Promise<RemovedRow[]> {
  const since = new Date((await databaseTime()) - KEPT_DAYS * DAY_MS);
  return database()
    .select({
      id: removedThings.id,
      kind: removedThings.kind,
      name: removedThings.name,
      removedBy: removedThings.removedBy,
      removedAt: removedThings.removedAt,
    })
    .from(removedThings)
    .where(and(eq(removedThings.storeId, storeId), gt(removedThings.removedAt, since)))
    .orderBy(desc(removedThings.removedAt), desc(removedThings.id));
}

/**
 * Brings a removed thing back as it was; a notification stays off. Throws `not-found` when it is gone for good, and `invalid` where its
 * place is taken: by another of the same address, or because what it was a version of is gone itself.
 */
export async function bringBack(access: Access, id: string): Promise<{ kind: RemovedKind; name: string }> {
  const storeId = access.store.id;
  return database().transaction(async (tx) => {
    const [thing] = await tx
      .select()
      .from(removedThings)
      .where(and(eq(removedThings.storeId, storeId), eq(removedThings.id, id)))
      .for('update');
    // What stood in place of a set is put back by who brought it in.
    if (!thing || thing.kind === 'set') throw new AppError('not-found', say.goneForGood);
    await PUT_BACK[thing.kind](thing.rows, storeId, tx);
    await tx.delete(removedThings).where(eq(removedThings.id, id));
    await remember(access, 'broughtBack', { name: thing.name }, { db: tx });
    return { kind: thing.kind, name: thing.name };
  });
}

/** Whether this is what stood in the store before a set was brought in. */
export async function isSet(access: Access, id: string): Promise<boolean> {
  const [thing] = await database()
    .select({ kind: removedThings.kind })
    .from(removedThings)
    .where(and(eq(removedThings.storeId, access.store.id), eq(removedThings.id, id)));
  return thing?.kind === 'set';
}

/** A row as it was written, with its times as times. */
function revived<Row>(row: Record<string, unknown>, times: readonly string[]): Row {
  return Object.fromEntries(
    Object.entries(row).map(([key, value]) => [
      key,
      times.includes(key) && typeof value === 'string' ? new Date(value) : value,
    ]),
  ) as Row;
}

const rowsIn = <Row>(rows: Rows, table: string, times: readonly string[] = []): Row[] =>
  (rows[table] ?? []).map((row) => revived<Row>(row, times));

type TemplateRow = typeof templates.$inferInsert;

const PUT_BACK: Record<Exclude<RemovedKind, 'set'>, (rows: Rows, storeId: string, tx: Executor) => Promise<void>> = {
  notification: async (rows, storeId, tx) => {
    const [own] = rowsIn<typeof notifications.$inferInsert>(rows, 'notifications');
    if (!own) throw new AppError('not-found', say.goneForGood);
    const taken = await tx
      .select({ id: notifications.id })
      .from(notifications)
      .where(and(eq(notifications.storeId, storeId), eq(notifications.slug, own.slug)));
    if (taken.length > 0) throw new AppError('invalid', say.placeIsTaken({ name: own.name }));
    await tx.insert(notifications).values({ ...own, on: false });
    const versions = rowsIn<TemplateRow>(rows, 'templates', ['draftAt']);
    if (versions.length > 0) await tx.insert(templates).values(versions);
    // Colleagues who are gone meanwhile have no rule to come back to.
    const rules = rowsIn<typeof routingRules.$inferInsert>(rows, 'routingRules', ['pausedUntil']);
    const people = rules.flatMap((r) => [r.staffId ?? [], r.standInId ?? []].flat());
    const there =
      people.length > 0 ? await tx.select({ id: staff.id }).from(staff).where(inArray(staff.id, people)) : [];
    const known = new Set(there.map((p) => p.id));
    const kept = rules
      .filter((r) => !r.staffId || known.has(r.staffId))
      .map((r) => ({ ...r, standInId: r.standInId && known.has(r.standInId) ? r.standInId : null }));
    if (kept.length > 0) await tx.insert(routingRules).values(kept);
  },
  version: async (rows, _storeId, tx) => {
    const [own] = rowsIn<TemplateRow>(rows, 'templates', ['draftAt']);
    if (!own) throw new AppError('not-found', say.goneForGood);
    const there = await tx
      .select({ variant: templates.variant })
      .from(templates)
      .where(eq(templates.notificationId, own.notificationId));
    if (there.length === 0) throw new AppError('invalid', say.notificationIsGoneToo);
    if (there.some((t) => t.variant === own.variant))
      throw new AppError('invalid', say.placeIsTaken({ name: own.variantName ?? '' }));
    await tx.insert(templates).values(own);
    await followAgain(own, rowsIn<{ id: string }>(rows, 'followers'), tx);
  },
  passage: async (rows, storeId, tx) => {
    const [own] = rowsIn<typeof passages.$inferInsert>(rows, 'passages', ['draftAt', 'publishedAt']);
    if (!own) throw new AppError('not-found', say.goneForGood);
    const taken = await tx
      .select({ id: passages.id })
      .from(passages)
      .where(and(eq(passages.storeId, storeId), eq(passages.id, own.id)));
    if (taken.length > 0) throw new AppError('invalid', say.placeIsTaken({ name: own.name }));
    await tx.insert(passages).values(own);
    const editions = rowsIn<typeof passageEditions.$inferInsert>(rows, 'passageEditions', ['publishedAt']);
    if (editions.length > 0) await tx.insert(passageEditions).values(editions);
  },
};

/** Forgets what was removed too long ago to come back. */
export async function forgetRemoved(now: number): Promise<void> {
  await database()
    .delete(removedThings)
    .where(lt(removedThings.removedAt, new Date(now - KEPT_DAYS * DAY_MS)));
}
