/** What was changed of rules, and taking it back: as they were, unless somebody changed them since. */
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { RuleChange, TakenBackSeen } from '@/contract/routing';
import type { RoutingRule } from '@/core/plan';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { notifications, routingRules, ruleChanges, staff, type RuleThen } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { settingsChanged } from '../../events/planner';
import { routingRulesOf } from '../../events/settings';
import { forecastOf } from './forecast';
import { say } from '@/words/refusals';

const SHOWN = 30;

type Row = typeof routingRules.$inferSelect;

const asKept = ({ storeId: _store, pausedUntil, ...rule }: Row): RuleThen => ({
  ...rule,
  pausedUntil: pausedUntil?.toISOString() ?? null,
});

/** Rules of a store as they are now, by id: in a transaction, before and after a change. */
export async function rulesNow(db: Executor, storeId: string, ids: readonly string[]): Promise<RuleThen[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(routingRules)
    .where(and(eq(routingRules.storeId, storeId), inArray(routingRules.id, [...ids])))
    .orderBy(routingRules.id)
    .for('update');
  return rows.map(asKept);
}

/** Changes rules, and writes down how they were before and after: all in one transaction, or nothing. */
export async function changingRules<T>(
  access: Access,
  ids: readonly string[],
  change: (tx: Executor) => Promise<T>,
): Promise<T> {
  const at = new Date(await databaseTime());
  const storeId = access.store.id;
  return database().transaction(async (tx) => {
    const before = await rulesNow(tx, storeId, ids);
    const made = await change(tx);
    const after = await rulesNow(tx, storeId, ids);
    await tx.insert(ruleChanges).values({ id: newId(), storeId, by: access.person.name, at, before, after });
    await settingsChanged(tx, storeId);
    return made;
  });
}

/** The newest changes of a store's rules, with who they are about. */
export async function listRuleChanges({ store }: Access): Promise<RuleChange[]> {
  const db = database();
  const [rows, people, named] = await Promise.all([
    db.select().from(ruleChanges).where(eq(ruleChanges.storeId, store.id)).orderBy(desc(ruleChanges.id)).limit(SHOWN),
    db.select({ id: staff.id, name: staff.name }).from(staff).where(eq(staff.storeId, store.id)),
    db
      .select({ id: notifications.id, name: notifications.name })
      .from(notifications)
      .where(eq(notifications.storeId, store.id)),
  ]);
  const nameOf = new Map(people.map((p) => [p.id, p.name]));
  const notificationOf = new Map(named.map((n) => [n.id, n.name]));
  return rows.map(({ id, by, at, before, after, takenBackBy }) => {
    const about = [...after, ...before];
    return {
      ...{ id, by, at: at.toISOString() },
      deed: deedOf(before, after),
      who: [...new Set(about.map((r) => (r.staffId ? (nameOf.get(r.staffId) ?? '') : r.address || r.role)))],
      notifications: [...new Set(about.map((r) => notificationOf.get(r.notificationId) ?? ''))],
      ...(takenBackBy !== '' && { takenBackBy }),
    };
  });
}

function deedOf(before: readonly RuleThen[], after: readonly RuleThen[]): RuleChange['deed'] {
  if (before.length === 0) return 'added';
  if (after.length === 0) return 'removed';
  if (before.every((r) => !r.paused) && after.every((r) => r.paused)) return 'paused';
  if (before.every((r) => r.paused) && after.every((r) => !r.paused)) return 'went-on';
  return 'changed';
}

async function changeOf(db: Executor, { store }: Access, id: string, lock = false) {
  const query = db
    .select()
    .from(ruleChanges)
    .where(and(eq(ruleChanges.storeId, store.id), eq(ruleChanges.id, id)));
  const [row] = await (lock ? query.for('update') : query);
  if (!row) throw new AppError('not-found', say.noSuchChange);
  return row;
}

/** What taking a change back would mean for the orders of late, for each notification it is about. Nothing is changed. */
export async function lookAtTakingBack(access: Access, { id }: { id: string }): Promise<TakenBackSeen> {
  const db = database();
  const { before, after } = await changeOf(db, access, id);
  const about = [...new Set([...before, ...after].map((r) => r.notificationId))];
  const [rules, people, named] = await Promise.all([
    routingRulesOf(db, access.store.id),
    db.select().from(staff).where(eq(staff.storeId, access.store.id)),
    db
      .select({ id: notifications.id, name: notifications.name })
      .from(notifications)
      .where(and(eq(notifications.storeId, access.store.id), inArray(notifications.id, about))),
  ]);
  const touched = new Set([...before, ...after].map((r) => r.id));
  const back = before.map((r): RoutingRule => {
    const person = people.find((p) => p.id === r.staffId);
    const standIn = people.find((p) => p.id === r.standInId);
    return {
      ...{ id: r.id, notificationId: r.notificationId, scope: r.scope },
      recipient: {
        address: person?.email ?? r.address,
        name: person?.name ?? '',
        ...(r.role !== '' && { role: r.role }),
      },
      ...(r.together && { together: r.together }),
      ...(r.paused && {
        pause: {
          ...(r.pausedUntil && { until: Date.parse(r.pausedUntil) }),
          ...(standIn && { standIn: { address: standIn.email, name: standIn.name } }),
        },
      }),
    };
  });
  const then = [...rules.filter((r) => !touched.has(r.id)), ...back];
  const seen: TakenBackSeen = [];
  for (const notification of named)
    seen.push({ notification: notification.name, forecast: await forecastOf(access, notification.id, then) });
  return seen;
}

/** One rule, whatever it is kept as: for telling whether it is still as a change left it. */
export const asText = (rules: readonly RuleThen[]): string =>
  JSON.stringify(
    rules
      // Changes of before there were such times do not name them.
      .map((r) => Object.entries({ ...r, together: r.together ?? null }).toSorted(([a], [b]) => (a < b ? -1 : 1)))
      .toSorted((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)),
  );

/**
 * Takes a change back: rules are as they were before it. It is a change itself, and can be taken back as well. Throws `conflict` where
 * somebody changed them since, or whom they are for is gone. Messages that wait stay as they were planned.
 */
export async function takeRuleChangeBack(access: Access, { id }: { id: string }): Promise<void> {
  const storeId = access.store.id;
  const found = await changeOf(database(), access, id);
  const ids = [...new Set([...found.before, ...found.after].map((r) => r.id))];
  await changingRules(access, ids, async (tx) => {
    const { before, after, takenBackBy } = await changeOf(tx, access, id, true);
    const now = await rulesNow(tx, storeId, ids);
    if (takenBackBy !== '' || asText(now) !== asText(after)) throw new AppError('conflict', say.rulesChangedSince);
    await refuseGone(tx, storeId, before);
    await tx.delete(routingRules).where(and(eq(routingRules.storeId, storeId), inArray(routingRules.id, ids)));
    if (before.length > 0) {
      await tx.insert(routingRules).values(
        before.map(({ pausedUntil, ...rule }) => ({
          ...rule,
          storeId,
          pausedUntil: pausedUntil === null ? null : new Date(pausedUntil),
        })),
      );
    }
    await tx.update(ruleChanges).set({ takenBackBy: access.person.name }).where(eq(ruleChanges.id, id));
    await remember(access, 'tookRuleChangeBack', { by: found.by }, { db: tx });
  });
}

/** Refuses rules whose notification or colleague is not there any more, and ones that stand there again already. */
async function refuseGone(tx: Executor, storeId: string, rules: readonly RuleThen[]): Promise<void> {
  const [there, people, others] = await Promise.all([
    tx.select({ id: notifications.id }).from(notifications).where(eq(notifications.storeId, storeId)),
    tx.select({ id: staff.id }).from(staff).where(eq(staff.storeId, storeId)),
    tx.select().from(routingRules).where(eq(routingRules.storeId, storeId)),
  ]);
  const own = new Set(rules.map((r) => r.id));
  for (const rule of rules) {
    const gone =
      there.every((n) => n.id !== rule.notificationId) ||
      [rule.staffId, rule.standInId].some((who) => who !== null && people.every((p) => p.id !== who));
    if (gone) throw new AppError('conflict', say.ruleIsForNobody);
    const again = others.some(
      (o) =>
        !own.has(o.id) &&
        o.notificationId === rule.notificationId &&
        o.staffId === rule.staffId &&
        o.address.toLowerCase() === rule.address.toLowerCase() &&
        o.role.toLowerCase() === rule.role.toLowerCase() &&
        JSON.stringify(o.scope) === JSON.stringify(rule.scope),
    );
    if (again) throw new AppError('conflict', say.ruleIsThereAgain);
  }
}
