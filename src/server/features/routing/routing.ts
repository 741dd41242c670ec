/** Routing: who on the staff hears of which orders, tried on real ones. */
import { and, desc, eq, inArray, ne } from 'drizzle-orm';
import { momentOf, type MomentId } from '@/core/moments';
import {
  planner,
  reasonWords,
  type Plan,
  type PlannedDelivery,
  type RoutingRule,
  type RuleRecipient,
  type RuleForecast,
  type Reason,
  holes,
} from '@/core/plan';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { readKept } from '../../base/reading';
import { notifications, orders, products, routingRules, staff } from '../../db/schema';
import { AppError } from '../../base/errors';
import { planAbout, planSettings, routingRulesOf } from '../../events/settings';
import { remember } from '../../auth/history';
import { withholdingsOf, withoutWithheld } from '../../sending/withholding';
import { newId } from '../../base/ids';
import { conditionChoices, templateFor } from '../templates/templates';
import { orderSnapshot } from '../orders/orders';
import { sendTest } from '../templates/test-message';
import type { PauseRule, TriedOrder } from '@/contract/routing';
import { changingRules } from './changes';
import { loadDrafts } from './drafts';
import { forecastOf, ORDERS_LOOKED_AT } from './forecast';
import { checkRule, domainsOf, keepDomains, ruleFrom, ruleOf } from './rule';
import { say } from '@/words/refusals';

/** A store's rules with all that they are made from, and the orders of which they let nobody hear. */
export async function loadRouting(access: Access) {
  const { store } = access;
  const storeId = store.id;
  const db = database();
  const now = Date.now();
  const [rules, people, categories, staffNotifications, choices, settings, drafts, newest] = await Promise.all([
    database()
      .select({ rule: routingRules, name: staff.name, email: staff.email, job: staff.job })
      .from(routingRules)
      .leftJoin(staff, eq(staff.id, routingRules.staffId))
      .where(eq(routingRules.storeId, storeId))
      .orderBy(routingRules.id),
    database().select().from(staff).where(eq(staff.storeId, storeId)).orderBy(staff.name),
    database()
      .selectDistinct({ category: products.category })
      .from(products)
      .where(eq(products.storeId, storeId))
      .orderBy(products.category),
    database()
      .select({
        id: notifications.id,
        slug: notifications.slug,
        name: notifications.name,
        on: notifications.on,
        moment: notifications.moment,
        schedule: notifications.schedule,
      })
      .from(notifications)
      .where(and(eq(notifications.storeId, storeId), eq(notifications.audience, 'staff')))
      .orderBy(notifications.id),
    conditionChoices(storeId),
    planSettings(db, store),
    loadDrafts(access),
    db
      .select({ order: orders.snapshot, placedAt: orders.placedAt })
      .from(orders)
      .where(eq(orders.storeId, storeId))
      .orderBy(desc(orders.id))
      .limit(ORDERS_LOOKED_AT),
  ]);
  return {
    store: {
      language: store.language,
      languages: store.languages,
      locales: store.locales,
      currency: store.currency,
      ...choices,
    },
    lookedAt: newest.length,
    holes: holes(
      settings,
      newest.map(({ order, placedAt }) => ({ order, at: placedAt.getTime() })),
    ),
    rules: rules.map(({ rule, name, email, job }) => ({
      id: rule.id,
      notificationId: rule.notificationId,
      staffId: rule.staffId ?? undefined,
      name: name ?? '',
      address: email ?? rule.address,
      job: job ?? '',
      scope: rule.scope,
      ...(rule.together && { together: rule.together }),
      ...(rule.language && { language: rule.language }),
      ...(rule.role !== '' && { role: rule.role }),
      ...(rule.paused &&
        !(rule.pausedUntil && rule.pausedUntil.getTime() <= now) && {
          pause: {
            ...(rule.pausedUntil && { until: rule.pausedUntil.toISOString() }),
            ...(rule.standInId && { standIn: rule.standInId }),
          },
        }),
    })),
    people: people.map(({ id, name, email, job }) => ({ id, name, email, job })),
    categories: categories.map((c) => c.category),
    drafts,
    domains: settings.peopleDomains ?? [],
    // What orders of late call those who look after them.
    roles: [...new Set(newest.flatMap(({ order }) => (order.people ?? []).map((p) => p.role)))].toSorted(),
    notifications: staffNotifications.map(({ schedule, ...n }) => ({ ...n, timed: schedule.row.length > 0 })),
  };
}

/** Adds a rule. Throws an {@link AppError} with the place for what cannot be one, or is one already. */
export async function addRule(access: Access, input: unknown): Promise<void> {
  const { values, words, domains } = await ruleFrom(access, input);
  const id = newId();
  await changingRules(access, [id], async (tx) => {
    await keepDomains(tx, access, domains);
    await tx.insert(routingRules).values({ id, storeId: access.store.id, ...values });
    await remember(access, 'addedRule', { rule: words }, { db: tx });
  });
}

/** Puts another rule in a rule's place; refused as {@link addRule} refuses. */
export async function changeRule(access: Access, id: string, input: unknown): Promise<void> {
  const mine = and(eq(routingRules.storeId, access.store.id), eq(routingRules.id, id));
  const [there] = await database().select({ id: routingRules.id }).from(routingRules).where(mine);
  if (!there) throw new AppError('not-found', say.thisRuleIsGoneAlready);
  const { values, words, domains } = await ruleFrom(access, input, id);
  await changingRules(access, [id], async (tx) => {
    await keepDomains(tx, access, domains);
    await tx.update(routingRules).set(values).where(mine);
    await remember(access, 'changedRule', { rule: words }, { db: tx });
  });
}

/** Lets rules rest, until a time or until they go on, with somebody who stands in; without `pause` they go on. All of them, or none. */
export async function pauseRules(access: Access, { ids, pause }: PauseRule): Promise<void> {
  const storeId = access.store.id;
  const all = await routingRulesOf(database(), storeId);
  const rules = ids.map((id) => all.find((r) => r.id === id));
  const until = pause?.until === undefined ? null : new Date(pause.until);
  if (until && until.getTime() <= Date.now()) {
    throw new AppError('invalid', say.pauseIsPast, [{ path: '/pause/until', message: say.pauseIsPast }]);
  }
  for (const rule of rules) {
    if (!rule) throw new AppError('not-found', say.thisRuleIsGoneAlready);
    if (pause?.standIn !== undefined) await refuseStandIn(storeId, rule, pause.standIn);
  }
  const who = new Set(rules.map((r) => r!.recipient.name || r!.recipient.address));
  await changingRules(access, ids, async (tx) => {
    await tx
      .update(routingRules)
      .set({ paused: pause !== undefined, pausedUntil: until, standInId: pause?.standIn ?? null })
      .where(and(eq(routingRules.storeId, storeId), inArray(routingRules.id, ids)));
    for (const recipient of who)
      await remember(access, pause ? 'pausedRule' : 'wentOnWithRule', { recipient }, { db: tx });
  });
}

async function refuseStandIn(storeId: string, rule: RoutingRule, standIn: string): Promise<void> {
  const [person] = await database()
    .select()
    .from(staff)
    .where(and(eq(staff.storeId, storeId), eq(staff.id, standIn)));
  const message = !person
    ? say.chooseAColleagueOfThis
    : person.email.toLowerCase() === rule.recipient.address.toLowerCase()
      ? say.standInIsThem
      : undefined;
  if (message) throw new AppError('invalid', message, [{ path: '/pause/standIn', message }]);
}

/** What a rule, a new one or one in another's place, would have meant for the orders of late. Nothing is changed. */
export async function forecastRule(access: Access, input: unknown, instead?: string): Promise<RuleForecast> {
  const checked = checkRule(input);
  if (!checked.ok) throw new AppError('invalid', say.thisRuleCannotBeKept, checked.problems);
  const db = database();
  const [rules, people] = await Promise.all([
    routingRulesOf(db, access.store.id),
    db.select().from(staff).where(eq(staff.storeId, access.store.id)),
  ]);
  const draft = ruleOf(checked.value, instead ?? '', people);
  const then = [...rules.filter((r) => r.id !== instead), draft];
  return forecastOf(access, draft.notificationId, then, domainsOf(checked.value));
}

/** Takes a rule away and gives back what it was, so that it can be put back. */
export async function removeRule(access: Access, id: string): Promise<void> {
  const mine = and(eq(routingRules.storeId, access.store.id), eq(routingRules.id, id));
  const [rule] = await database().select().from(routingRules).where(mine);
  if (!rule) throw new AppError('not-found', say.thisRuleIsGoneAlready);
  await changingRules(access, [id], async (tx) => {
    await tx.delete(routingRules).where(mine);
    await remember(access, 'removedRule', { recipient: rule.address || rule.role || (rule.staffId ?? '') }, { db: tx });
  });
}

/** Sends the live message of a rule's notification to the rule's own recipient, marked as a test. */
export async function testRule(access: Access, id: string, order: string): Promise<{ to: string; subject: string }> {
  const rule = (await routingRulesOf(database(), access.store.id)).find((r) => r.id === id);
  if (!rule) throw new AppError('not-found', say.thisRuleIsGoneAlready);
  const [notification] = await database().select().from(notifications).where(eq(notifications.id, rule.notificationId));
  if (!notification) throw new AppError('not-found', say.thereIsNoSuchNotification);
  const { template } = await templateFor(access, notification.slug, 'live');
  const recipient = await recipientIn(access, rule, order);
  const { language } = recipient;
  return sendTest(access, {
    slug: notification.slug,
    to: recipient.address,
    language: language && template.words[language] ? language : access.store.language,
    order,
  });
}

/** Whom a rule means: itself, or who the order names. Throws `invalid` for an order that names nobody. */
async function recipientIn(access: Access, { recipient }: RoutingRule, number: string): Promise<RuleRecipient> {
  const { role } = recipient;
  if (role === undefined) return recipient;
  const { order } = await orderSnapshot(access, number);
  const person = order.people?.find((p) => p.role.toLowerCase() === role.toLowerCase());
  if (!person) throw new AppError('invalid', readKept(reasonWords({ code: 'nobody-in-order', role, order: number })));
  const { email: address, name = '', language } = person;
  return { address, name, ...(language && { language }) };
}

/** What says nothing of a rule, for moments that the order may never have. */
const NO_RULE: readonly Reason['code'][] = ['no-rules', 'notification-off', 'not-published', 'off-for-channel'];

/**
 * Who would hear of an order, and who not, each with the reasons: the planner itself answers. When it is placed, everybody; at the
 * other moments of its life, those on the staff.
 */
export async function tryOrder(access: Access, number: string): Promise<TriedOrder> {
  const { order } = await orderSnapshot(access, number);
  const db = database();
  const [settings, withheld, about, others] = await Promise.all([
    planSettings(db, access.store),
    withholdingsOf(access.store.id),
    planAbout(db, access.store.id, order),
    db
      .selectDistinct({ moment: notifications.moment })
      .from(notifications)
      .where(
        and(
          eq(notifications.storeId, access.store.id),
          eq(notifications.audience, 'staff'),
          ne(notifications.moment, 'order.placed'),
        ),
      ),
  ]);
  const { plan } = planner(settings);
  const at = Date.parse(order.placedAt);
  const known = new Map(settings.notifications.map((n) => [n.id, n]));
  const name = (id: string): string => known.get(id)?.name ?? '';
  const isStaff = ({ notificationId }: { notificationId: string }): boolean =>
    known.get(notificationId)?.audience === 'staff';
  const planned = (moment: MomentId): Plan => withoutWithheld(plan({ moment, order, at, ...about }), withheld);
  const placed = planned('order.placed');
  // What runs out is about no order.
  const later = others
    .filter(({ moment }) => momentOf(moment).about !== 'product')
    .map(({ moment }) => planned(moment));
  return {
    number,
    written: [
      ...oncePerPerson(placed.deliveries).map((d) => ({ ...d, later: false })),
      ...later.flatMap((p) => oncePerPerson(p.deliveries.filter(isStaff))).map((d) => ({ ...d, later: true })),
    ].map((d) => ({
      later: d.later,
      notification: name(d.notificationId),
      recipient: d.recipient,
      language: d.language,
      messages: d.messages,
      reasons: d.reasons.map(reasonWords),
    })),
    notWritten: [
      ...placed.notWritten,
      ...later.flatMap((p) =>
        p.notWritten.filter((n) => isStaff(n) && !n.reasons.some((r) => NO_RULE.includes(r.code))),
      ),
    ].map((n) => ({
      notification: name(n.notificationId),
      recipient: n.recipient,
      reasons: n.reasons.map(reasonWords),
    })),
  };
}

/** Each notification once for each person: of a row of reminders the first, with how many there are. */
function oncePerPerson(planned: readonly PlannedDelivery[]): (PlannedDelivery & { messages: number })[] {
  const once = new Map<string, PlannedDelivery & { messages: number }>();
  for (const d of planned) {
    const key = `${d.notificationId} ${d.recipient.address.toLowerCase()}`;
    const there = once.get(key);
    if (there) there.messages += 1;
    else once.set(key, { ...d, messages: 1 });
  }
  return [...once.values()];
}
