/** Copies for the team of what goes out to customers: who gets them, of what, and how many that would have been. */
import { and, count, eq, gt, inArray } from 'drizzle-orm';
import type { Copies, SaveCopy } from '@/contract/routing';
import { isCopied } from '@/core/plan';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { idAt, newId } from '../../base/ids';
import { database } from '../../db/client';
import { channels, copyRules, customers, deliveries, notifications, orders, staff } from '../../db/schema';
import { settingsChanged } from '../../events/planner';
import { copyRulesOf } from '../../events/settings';
import { say } from '@/words/refusals';

const MOST = 50;
const MONTH_MS = 30 * 86_400_000;

/** Who gets copies, with how many messages of last month each would have been one of. */
export async function loadCopies({ store }: Access): Promise<Copies> {
  const db = database();
  const [rows, named, sent] = await Promise.all([
    db
      .select({ rule: copyRules, name: staff.name, email: staff.email })
      .from(copyRules)
      .leftJoin(staff, eq(staff.id, copyRules.staffId))
      .where(eq(copyRules.storeId, store.id))
      .orderBy(copyRules.id),
    db
      .select({ id: notifications.id, name: notifications.name, moment: notifications.moment })
      .from(notifications)
      .where(and(eq(notifications.storeId, store.id), eq(notifications.audience, 'customer')))
      .orderBy(notifications.id),
    db
      .select({ notification: deliveries.notificationId, channel: orders.channel, n: count() })
      .from(deliveries)
      .leftJoin(orders, eq(orders.id, deliveries.orderId))
      .where(
        and(
          eq(deliveries.storeId, store.id),
          eq(deliveries.role, 'customer'),
          gt(deliveries.id, idAt(Date.now() - MONTH_MS)),
        ),
      )
      .groupBy(deliveries.notificationId, orders.channel),
  ]);
  const moments = new Map(named.map((n) => [n.id, n.moment]));
  const copied = named.filter((n) =>
    isCopied({ id: '', recipient: { address: '', name: '' }, notifications: [], channels: [] }, n, ''),
  );
  return {
    notifications: copied.map(({ id, name }) => ({ id, name })),
    sent: sent.flatMap(({ notification, channel, n }) =>
      copied.some((c) => c.id === notification) && moments.has(notification)
        ? [{ notification, channel: channel ?? '', n }]
        : [],
    ),
    rules: rows.map(({ rule: { id, staffId, address, notifications: of, channels: from, mostADay }, name, email }) => ({
      id,
      ...(mostADay !== null && { mostADay }),
      ...(staffId && { staffId }),
      name: name ?? '',
      address: email ?? address,
      notifications: of,
      channels: from,
    })),
  };
}

/**
 * Adds who gets copies, or changes it. Throws `invalid` with the place for somebody who has some already, for who is a customer (they would
 * get what others get), and for what is not of the store.
 */
export async function saveCopy(
  access: Access,
  { id, recipient, notifications: of, channels: from, mostADay }: SaveCopy,
): Promise<void> {
  const storeId = access.store.id;
  const db = database();
  const refuse = (path: string, message: string): never => {
    throw new AppError('invalid', message, [{ path, message }]);
  };
  const [person] =
    'staffId' in recipient
      ? await db
          .select()
          .from(staff)
          .where(and(eq(staff.storeId, storeId), eq(staff.id, recipient.staffId)))
      : [];
  if ('staffId' in recipient && !person) refuse('/recipient', say.chooseAColleagueOfThis);
  const address = 'address' in recipient ? recipient.address : person!.email;
  const there = await copyRulesOf(db, storeId);
  if (there.some((r) => r.id !== id && r.recipient.address.toLowerCase() === address.toLowerCase())) {
    refuse('/recipient', say.hasCopiesAlready);
  }
  if (!id && there.length >= MOST) refuse('/recipient', say.tooManyCopies({ most: MOST }));
  const [customer] = await db
    .select({ id: customers.id })
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.email, address)));
  if (customer) refuse('/recipient', say.copiesToCustomer);
  const [known, sources] = await Promise.all([
    of.length === 0
      ? 0
      : db.$count(
          notifications,
          and(
            eq(notifications.storeId, storeId),
            eq(notifications.audience, 'customer'),
            inArray(notifications.id, of),
          ),
        ),
    from.length === 0 ? 0 : db.$count(channels, and(eq(channels.storeId, storeId), inArray(channels.id, from))),
  ]);
  if (known !== of.length) refuse('/notifications', say.thereIsNoSuchNotification);
  if (sources !== from.length) refuse('/channels', say.noSuchChannelHere);
  const values = {
    staffId: person?.id ?? null,
    address: person ? '' : address,
    notifications: of,
    channels: from,
    mostADay: mostADay ?? null,
  };
  await db.transaction(async (tx) => {
    if (id) {
      const [changed] = await tx
        .update(copyRules)
        .set(values)
        .where(and(eq(copyRules.storeId, storeId), eq(copyRules.id, id)));
      if (changed.affectedRows === 0) throw new AppError('not-found', say.thisRuleIsGoneAlready);
    } else await tx.insert(copyRules).values({ id: newId(), storeId, ...values });
    await settingsChanged(tx, storeId);
    await remember(access, 'savedCopies', { recipient: person?.name ?? address }, { db: tx });
  });
}

/** Nobody gets these copies any more. Throws `not-found`. */
export async function removeCopy(access: Access, { id }: { id: string }): Promise<void> {
  const storeId = access.store.id;
  const rule = (await copyRulesOf(database(), storeId)).find((r) => r.id === id);
  if (!rule) throw new AppError('not-found', say.thisRuleIsGoneAlready);
  await database().transaction(async (tx) => {
    await tx.delete(copyRules).where(and(eq(copyRules.storeId, storeId), eq(copyRules.id, id)));
    await settingsChanged(tx, storeId);
    await remember(access, 'removedCopies', { recipient: rule.recipient.name || rule.recipient.address }, { db: tx });
  });
}
