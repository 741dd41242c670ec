/** Changes of rules that are gathered, tried together on the orders of late, and go live as one. */
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { DraftRule, DraftSeen, RuleDraft, RuleDrafts, RuleInput } from '@/contract/routing';
import type { RoutingRule } from '@/core/plan';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { notifications, routingRules, ruleDrafts, staff } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { routingRulesOf } from '../../events/settings';
import { asText, changingRules, rulesNow } from './changes';
import { forecastOf } from './forecast';
import { checkRule, domainsOf, keepDomains, ruleFrom, ruleOf } from './rule';
import { say } from '@/words/refusals';

/** More changes than these nobody looks through. */
const MOST = 50;

type Row = typeof ruleDrafts.$inferSelect;

const draftsOf = (db: Executor, storeId: string): Promise<Row[]> =>
  db.select().from(ruleDrafts).where(eq(ruleDrafts.storeId, storeId)).orderBy(asc(ruleDrafts.id));

/** A store's changes that are not live yet, in the order in which they were made. */
export async function loadDrafts({ store }: Access): Promise<RuleDrafts> {
  const rows = await draftsOf(database(), store.id);
  return rows.map(({ id, deed, ruleId, rule, by, at }): RuleDraft => ({
    ...{ id, deed, ruleId, by, at: at.toISOString() },
    ...(rule && { rule }),
  }));
}

/** The rules as they would be with changes; what is gone meanwhile is left out. */
async function rulesThen(
  db: Executor,
  storeId: string,
  drafts: readonly Pick<Row, 'deed' | 'ruleId' | 'rule'>[],
): Promise<RoutingRule[]> {
  const [live, people] = await Promise.all([
    routingRulesOf(db, storeId),
    db.select().from(staff).where(eq(staff.storeId, storeId)),
  ]);
  const touched = new Map(drafts.map((d) => [d.ruleId, d]));
  const present = (rule: RuleInput): boolean => {
    const { recipient } = rule;
    return !('staffId' in recipient) || people.some((p) => p.id === recipient.staffId);
  };
  const changed = live.flatMap((was): RoutingRule[] => {
    const draft = touched.get(was.id);
    if (!draft) return [was];
    if (!draft.rule || !present(draft.rule)) return [];
    return [{ ...ruleOf(draft.rule, was.id, people), ...(was.pause && { pause: was.pause }) }];
  });
  const added = drafts.flatMap(({ deed, ruleId, rule }) =>
    deed === 'add' && rule && present(rule) ? [ruleOf(rule, ruleId, people)] : [],
  );
  return [...changed, ...added];
}

/**
 * Gathers a change: of a rule, of one that is gathered itself, or a new one; without `rule`, its rule goes. Nothing changes for messages.
 * Refused as the rule itself would be, were all that is gathered live.
 */
export async function draftRule(access: Access, { ruleId, rule }: DraftRule): Promise<void> {
  const storeId = access.store.id;
  const checked = rule === undefined ? undefined : checkRule(rule);
  if (checked && !checked.ok) throw new AppError('invalid', say.thisRuleCannotBeKept, checked.problems);
  const at = new Date(await databaseTime());
  await database().transaction(async (tx) => {
    const drafts = await draftsOf(tx, storeId);
    const before = drafts.find((d) => d.ruleId === ruleId);
    const [was] = ruleId === undefined || before?.deed === 'add' ? [] : await rulesNow(tx, storeId, [ruleId]);
    if (ruleId !== undefined && !was && before?.deed !== 'add')
      throw new AppError('not-found', say.thisRuleIsGoneAlready);
    if (!before && drafts.length >= MOST) throw new AppError('invalid', say.enoughIsGathered({ most: MOST }));
    const others = drafts.filter((d) => d !== before);
    if (checked) await ruleFrom(access, checked.value, ruleId, await rulesThen(tx, storeId, others));
    if (before) await tx.delete(ruleDrafts).where(eq(ruleDrafts.id, before.id));
    // A new one that goes again leaves nothing.
    if (before?.deed === 'add' && !checked) return;
    await tx.insert(ruleDrafts).values({
      ...{ id: before?.id ?? newId(), storeId, by: access.person.name, at },
      ruleId: ruleId ?? newId(),
      deed: checked ? (was ? 'change' : 'add') : 'remove',
      rule: checked?.value ?? null,
      was: before?.was ?? was ?? null,
    });
  });
}

/** Forgets gathered changes: rules stay as they are. */
export async function dropDrafts({ store }: Access, { ids }: { ids: string[] }): Promise<void> {
  await database()
    .delete(ruleDrafts)
    .where(and(eq(ruleDrafts.storeId, store.id), inArray(ruleDrafts.id, ids)));
}

/** What all gathered changes together would have meant for the orders of late, for each notification that they are about. */
export async function lookAtDrafts(access: Access): Promise<DraftSeen> {
  const db = database();
  const storeId = access.store.id;
  const drafts = await draftsOf(db, storeId);
  const [now, then] = await Promise.all([routingRulesOf(db, storeId), rulesThen(db, storeId, drafts)]);
  const touched = new Set(drafts.map((d) => d.ruleId));
  const about = [...now, ...then].filter((r) => touched.has(r.id)).map((r) => r.notificationId);
  if (about.length === 0) return [];
  const named = await db
    .select({ id: notifications.id, name: notifications.name })
    .from(notifications)
    .where(and(eq(notifications.storeId, storeId), inArray(notifications.id, about)));
  const domains = drafts.flatMap(({ rule }) => (rule ? domainsOf(rule) : []));
  const seen: DraftSeen = [];
  for (const { id, name } of named)
    seen.push({ notification: name, forecast: await forecastOf(access, id, then, domains) });
  return seen;
}

/**
 * Makes the gathered changes live, all of them in one transaction; they are one entry of what was changed, and are taken back as one. `ids`
 * are those that were looked at. Throws `conflict` where others were gathered since, or somebody changed a rule meanwhile.
 */
export async function makeDraftsLive(access: Access, { ids }: { ids: string[] }): Promise<void> {
  const storeId = access.store.id;
  const drafts = await draftsOf(database(), storeId);
  const isSeen = (rows: readonly Row[]): boolean => rows.length === ids.length && rows.every((d) => ids.includes(d.id));
  if (drafts.length === 0 || !isSeen(drafts)) throw new AppError('conflict', say.gatheredChangedSince);
  const checked: { draft: Row; made: Awaited<ReturnType<typeof ruleFrom>> | undefined }[] = [];
  for (const draft of drafts) {
    const others = await rulesThen(
      database(),
      storeId,
      drafts.filter((d) => d !== draft),
    );
    checked.push({ draft, made: draft.rule ? await ruleFrom(access, draft.rule, draft.ruleId, others) : undefined });
  }
  const ruleIds = drafts.map((d) => d.ruleId);
  await changingRules(access, ruleIds, async (tx) => {
    const there = await tx.select().from(ruleDrafts).where(eq(ruleDrafts.storeId, storeId)).for('update');
    if (!isSeen(there)) throw new AppError('conflict', say.gatheredChangedSince);
    const now = await rulesNow(tx, storeId, ruleIds);
    for (const { draft, made } of checked) {
      const mine = and(eq(routingRules.storeId, storeId), eq(routingRules.id, draft.ruleId));
      const rule = now.filter((r) => r.id === draft.ruleId);
      // A pause in between changes nothing of what was gathered.
      const unpaused = <T extends object>(r: T): T => ({ ...r, paused: false, pausedUntil: null, standInId: null });
      if (asText(rule.map(unpaused)) !== asText(draft.was ? [unpaused(draft.was)] : []))
        throw new AppError('conflict', say.ruleChangedSinceGathered);
      await keepDomains(tx, access, made?.domains);
      if (!made) await tx.delete(routingRules).where(mine);
      else if (draft.deed === 'add')
        await tx.insert(routingRules).values({ id: draft.ruleId, storeId, ...made.values });
      else await tx.update(routingRules).set(made.values).where(mine);
    }
    await tx.delete(ruleDrafts).where(eq(ruleDrafts.storeId, storeId));
    await remember(access, 'madeRulesLive', { n: drafts.length }, { db: tx });
  });
}
