/** One rule as somebody gives it: checked, and as planning needs it. */
import { and, eq } from 'drizzle-orm';
import { momentOf } from '@/core/moments';
import { canGather, scopeProblems, type RoutingRule } from '@/core/plan';
import { checker, isMailAddress } from '@/core/schema';
import { plainLine } from '@/core/text';
import { RuleSchema, type RuleInput } from '@/contract/routing';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import { channels, notifications, products, staff, stores } from '../../db/schema';
import { routingRulesOf } from '../../events/settings';
import { kept } from '@/words/kept';
import { say as operations } from '@/words/operations';
import { say } from '@/words/refusals';

export const checkRule = checker(RuleSchema);

type Person = typeof staff.$inferSelect;

/** Domains that a rule for whom orders name allows, in small letters; none of other rules. */
export const domainsOf = ({ recipient }: RuleInput): string[] =>
  'role' in recipient ? [...new Set(recipient.domains.map((d) => d.trim().replace(/^@/, '').toLowerCase()))] : [];

/** A rule as planning needs it, before it is one. Throws `invalid` for a colleague who is not there. */
export function ruleOf(
  { notificationId, recipient, scope, together }: RuleInput,
  id: string,
  people: readonly Person[],
): RoutingRule {
  const person = 'staffId' in recipient ? people.find((p) => p.id === recipient.staffId) : undefined;
  if ('staffId' in recipient && !person) throw new AppError('invalid', say.chooseAColleague);
  return {
    id,
    notificationId,
    recipient: {
      address: person?.email ?? ('address' in recipient ? recipient.address : ''),
      name: person?.name ?? '',
      ...('role' in recipient && { role: plainLine(recipient.role) }),
    },
    scope,
    ...(together && { together }),
  };
}

/** The domains that addresses which orders name may have, as a rule says them for all such rules; nothing where it names nobody so. */
export async function keepDomains(tx: Executor, { store }: Access, domains: string[] | undefined): Promise<void> {
  if (domains) await tx.update(stores).set({ peopleDomains: domains }).where(eq(stores.id, store.id));
}

/** A rule as its table has it, checked against the store's others; `instead` is the one that it replaces. */
export async function ruleFrom(access: Access, input: unknown, instead?: string, others?: readonly RoutingRule[]) {
  const checked = checkRule(input);
  if (!checked.ok) throw new AppError('invalid', say.thisRuleCannotBeKept, checked.problems);
  const { notificationId, recipient, scope, together } = checked.value;
  const storeId = access.store.id;
  const [[notification], channelRows, productRows] = await Promise.all([
    database()
      .select()
      .from(notifications)
      .where(
        and(
          eq(notifications.storeId, storeId),
          eq(notifications.id, notificationId),
          eq(notifications.audience, 'staff'),
        ),
      ),
    database().select().from(channels).where(eq(channels.storeId, storeId)),
    database().select().from(products).where(eq(products.storeId, storeId)),
  ]);
  if (!notification)
    throw new AppError('invalid', say.thereIsNoSuchStaff, [
      { path: '/notificationId', message: say.chooseANotificationOfThis },
    ]);
  const problems = scopeProblems(scope, notification.moment, {
    channel: (id) => channelRows.find((c) => c.id === id)?.name,
    product: (sku) => productRows.find((p) => p.sku === sku)?.name,
  });
  if (problems.length > 0) throw new AppError('invalid', say.noOrderWouldBeTold, problems);
  if (together && !canGather(notification.moment))
    throw new AppError('invalid', say.summaryIsOneMail, [{ path: '/together', message: say.summaryIsOneMail }]);
  let domains: string[] | undefined;
  if ('role' in recipient) {
    const refuse = (path: string, message: string): never => {
      throw new AppError('invalid', message, [{ path, message }]);
    };
    const { about } = momentOf(notification.moment);
    if (about === 'product' || about === 'summary') refuse('/recipient/role', say.noOrderNamesAnybody);
    if (plainLine(recipient.role) === '') refuse('/recipient/role', say.sayWhatTheyAre);
    domains = domainsOf(checked.value);
    const wrong = domains.find((d) => !isMailAddress(`a@${d}`));
    if (wrong !== undefined) refuse('/recipient/domains', say.isNoDomain({ domain: wrong }));
  }
  let who = 'address' in recipient ? recipient.address : 'role' in recipient ? plainLine(recipient.role) : '';
  if ('staffId' in recipient) {
    const [person] = await database()
      .select()
      .from(staff)
      .where(and(eq(staff.storeId, storeId), eq(staff.id, recipient.staffId)));
    if (!person)
      throw new AppError('invalid', say.chooseAColleague, [
        { path: '/recipient', message: say.chooseAColleagueOfThis },
      ]);
    who = person.name;
  }
  const same = (others ?? (await routingRulesOf(database(), storeId))).find(
    (r) =>
      r.id !== instead &&
      r.notificationId === notificationId &&
      (r.recipient.role !== undefined
        ? 'role' in recipient && r.recipient.role.toLowerCase() === who.toLowerCase()
        : !('role' in recipient) &&
          (r.recipient.name === who || r.recipient.address.toLowerCase() === who.toLowerCase())) &&
      JSON.stringify(r.scope) === JSON.stringify(scope),
  );
  if (same)
    throw new AppError('invalid', say.whoHasThisRuleAlready({ who }), [
      { path: '/recipient', message: say.chooseSomebodyElseThisRule },
    ]);
  return {
    values: {
      notificationId,
      scope,
      together: together ?? null,
      ...('staffId' in recipient
        ? { staffId: recipient.staffId, address: '', role: '', language: null }
        : 'role' in recipient
          ? { staffId: null, address: '', role: who, language: null }
          : { staffId: null, address: recipient.address, role: '', language: recipient.language ?? null }),
    },
    domains,
    words: kept(() => operations.getsNotification({ who, notification: notification.name })),
  };
}
