/** Routing: who on the staff hears of which orders, tried on real ones. */
import { Type } from '@sinclair/typebox';
import { and, eq } from 'drizzle-orm';
import { planner, reasonWords } from '@/core/plan';
import { ScopeSchema } from '@/core/routing/rules';
import { checker } from '@/core/schema';
import type { Access } from '../auth/access';
import { database } from '../db/client';
import { notifications, products, routingRules, staff } from '../db/schema';
import { AppError } from '../errors';
import { planAbout, planSettings, routingRulesOf } from '../events/settings';
import { remember } from '../history';
import { newId } from '../ids';
import { templateFor } from './desk';
import { orderSnapshot } from './orders';
import { sendTest } from './tests';

export async function loadRouting(access: Access) {
  const storeId = access.store.id;
  const [rules, people, categories, staffNotifications] = await Promise.all([
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
      .select({ id: notifications.id, slug: notifications.slug, name: notifications.name, on: notifications.on })
      .from(notifications)
      .where(and(eq(notifications.storeId, storeId), eq(notifications.audience, 'staff')))
      .orderBy(notifications.id),
  ]);
  return {
    rules: rules.map(({ rule, name, email, job }) => ({
      id: rule.id,
      notificationId: rule.notificationId,
      name: name ?? '',
      address: email ?? rule.address,
      job: job ?? '',
      scope: rule.scope,
    })),
    people: people.map(({ id, name, email, job }) => ({ id, name, email, job })),
    categories: categories.map((c) => c.category),
    notifications: staffNotifications,
  };
}

const RuleSchema = Type.Object(
  {
    notificationId: Type.String({ minLength: 1 }),
    recipient: Type.Union([
      Type.Object({ staffId: Type.String({ minLength: 1 }) }, { additionalProperties: false }),
      Type.Object({ address: Type.String({ format: 'mail-address' }) }, { additionalProperties: false }),
    ]),
    scope: ScopeSchema,
  },
  { additionalProperties: false },
);
const checkRule = checker(RuleSchema);

export async function addRule(access: Access, input: unknown): Promise<void> {
  const checked = checkRule(input);
  if (!checked.ok) throw new AppError('invalid', 'This rule cannot be kept.', checked.problems);
  const { notificationId, recipient, scope } = checked.value;
  const storeId = access.store.id;
  const [notification] = await database()
    .select()
    .from(notifications)
    .where(
      and(
        eq(notifications.storeId, storeId),
        eq(notifications.id, notificationId),
        eq(notifications.audience, 'staff'),
      ),
    );
  if (!notification)
    throw new AppError('invalid', 'There is no such staff notification.', [
      { path: '/notificationId', message: 'is not known' },
    ]);
  let who = 'address' in recipient ? recipient.address : '';
  if ('staffId' in recipient) {
    const [person] = await database()
      .select()
      .from(staff)
      .where(and(eq(staff.storeId, storeId), eq(staff.id, recipient.staffId)));
    if (!person)
      throw new AppError('invalid', 'Choose a colleague.', [
        { path: '/recipient', message: 'is not a colleague of this store' },
      ]);
    who = person.name;
  }
  const same = (await routingRulesOf(database(), storeId)).find(
    (r) =>
      r.notificationId === notificationId &&
      (r.recipient.name === who || r.recipient.address.toLowerCase() === who.toLowerCase()) &&
      JSON.stringify(r.scope) === JSON.stringify(scope),
  );
  if (same)
    throw new AppError('invalid', `${who} has this rule already.`, [
      { path: '/recipient', message: 'has this rule already' },
    ]);
  await database()
    .insert(routingRules)
    .values({
      id: newId(),
      storeId,
      notificationId,
      scope,
      ...('staffId' in recipient ? { staffId: recipient.staffId } : { address: recipient.address }),
    });
  await remember(access, 'added a rule', `${who} hears of ${notification.name}`);
}

/** Takes a rule away and gives back what it was, so that it can be put back. */
export async function removeRule(access: Access, id: string): Promise<void> {
  const mine = and(eq(routingRules.storeId, access.store.id), eq(routingRules.id, id));
  const [rule] = await database().select().from(routingRules).where(mine);
  if (!rule) throw new AppError('not-found', 'This rule is gone already.');
  await database().delete(routingRules).where(mine);
  await remember(access, 'took away a rule', rule.address || (rule.staffId ?? ''));
}

/** Sends the live message of a rule's notification to the rule's own recipient, marked as a test. */
export async function testRule(access: Access, id: string, order: string): Promise<{ to: string; subject: string }> {
  const rule = (await routingRulesOf(database(), access.store.id)).find((r) => r.id === id);
  if (!rule) throw new AppError('not-found', 'This rule is gone already.');
  const [notification] = await database().select().from(notifications).where(eq(notifications.id, rule.notificationId));
  if (!notification) throw new AppError('not-found', 'There is no such notification any more.');
  const { template } = await templateFor(access, notification.slug, 'live');
  const { language } = rule.recipient;
  return sendTest(access, {
    slug: notification.slug,
    to: rule.recipient.address,
    language: language && template.words[language] ? language : access.store.language,
    order,
  });
}

/** Who would hear of an order, and who not, each with the reasons: the planner itself answers. */
export async function tryOrder(access: Access, number: string) {
  const { order } = await orderSnapshot(access, number);
  const db = database();
  const [settings, about] = await Promise.all([planSettings(db, access.store), planAbout(db, access.store.id, order)]);
  const planned = planner(settings).plan({ moment: 'order.placed', order, at: Date.parse(order.placedAt), ...about });
  const name = (id: string): string => settings.notifications.find((f) => f.id === id)?.name ?? '';
  return {
    number,
    written: planned.deliveries.map((d) => ({
      notification: name(d.notificationId),
      recipient: d.recipient,
      language: d.language,
      reasons: d.reasons.map(reasonWords),
    })),
    notWritten: planned.notWritten.map((n) => ({
      notification: name(n.notificationId),
      recipient: n.recipient,
      reasons: n.reasons.map(reasonWords),
    })),
  };
}
