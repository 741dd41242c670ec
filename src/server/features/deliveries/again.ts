/** A message that was sent, sent once more: to the same address, or to one it should have gone to. */
import { and, eq, max } from 'drizzle-orm';
import { Type, type Static } from '@sinclair/typebox';
import type { DeliveryState } from '@/core/mail';
import { customerName } from '@/core/order';
import { checker } from '@/core/schema';
import type { AgainView, KnownAddress } from '@/contract/deliveries';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { channels, deliveries, orders } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { AppError } from '../../base/errors';
import { remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { deliveryById, type DeliveryRow } from './row';
import { momentOf } from '@/core/moments';
import { knownPerson } from '../../events/known-person';
import { say } from '@/words/refusals';

/** What has gone out, or will not go out by itself any more. */
const MAY_GO_AGAIN: readonly DeliveryState[] = ['accepted', 'bounced', 'failed', 'withheld'];

/** What sending a delivery again can be about, or undefined when it cannot be sent again. */
export async function againView(row: DeliveryRow): Promise<AgainView | undefined> {
  if (!MAY_GO_AGAIN.includes(row.state) || momentOf(row.moment).sentOnce) return undefined;
  const first: KnownAddress = { address: row.recipient, name: row.recipientName, what: say.whereItWent };
  const [about] = row.orderId
    ? await database()
        .select({ order: orders.snapshot, channel: channels.name, maskedDomain: channels.maskedDomain })
        .from(orders)
        .leftJoin(channels, and(eq(channels.storeId, orders.storeId), eq(channels.id, orders.channel)))
        .where(eq(orders.id, row.orderId))
    : [];
  if (!about) return { known: [first], only: '' };
  if (row.role !== 'staff' && about.maskedDomain) {
    return { known: [first], only: say.channelLetsItsCustomersBe({ channel: about.channel ?? '' }) };
  }
  if (row.role === 'staff') return { known: [first], only: '' };
  const { email } = about.order.customer;
  const customer = await knownPerson(database(), row.storeId, email);
  const others: KnownAddress[] = [
    { address: email, name: customerName(about.order), what: say.theCustomer },
    ...(customer?.contacts ?? []).map((c) => ({
      address: c.email,
      name: c.name ?? '',
      what: say.contactLabel({ label: c.label }),
    })),
  ];
  const known = [first];
  for (const o of others) if (!known.some((k) => same(k.address, o.address))) known.push(o);
  return { known, only: '' };
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

const AgainSchema = Type.Object({ to: Type.String({ format: 'mail-address' }) }, { additionalProperties: false });
export type SendAgain = Static<typeof AgainSchema>;
const checkAgain = checker(AgainSchema);

/**
 * Sends what a delivery said once more, as it was: the same edition and language, about the same event. It is a delivery of its own
 * with a Message-ID of its own, and goes through all that any other does (the list of those not written to, limits, order of services).
 * Answers its id. Throws an {@link AppError} for what has not gone out yet, and for an address its channel does not allow.
 */
export async function sendAgain(access: Access, id: string, input: unknown): Promise<string> {
  const checked = checkAgain(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeSentAgain, checked.problems);
  const row = await deliveryById(access, id);
  const view = await againView(row);
  if (!view) throw new AppError('conflict', say.onlyAMessageThatHas);
  const { to } = checked.value;
  const known = view.known.find((k) => same(k.address, to));
  if (!known && view.only) throw new AppError('invalid', view.only, [{ path: '/to', message: view.only }]);
  const recipient = known?.address ?? to;
  const person = access.person.name;
  const again = newId();
  const now = new Date(await databaseTime());
  await database().transaction(async (tx) => {
    // Two who ask at once come after each other, and each sending has its own place.
    await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.id, id)).for('update');
    const [before] = await tx
      .select({ again: max(deliveries.again) })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.eventId, row.eventId),
          eq(deliveries.notificationId, row.notificationId),
          eq(deliveries.recipient, recipient),
          eq(deliveries.turn, row.turn),
        ),
      );
    const { storeId, eventId, orderId, orderNumber, notificationId, notificationName, editionId } = row;
    await tx.insert(deliveries).values({
      ...{ storeId, eventId, orderId, orderNumber, notificationId, notificationName, editionId },
      ...{
        role: row.role,
        language: row.language,
        sender: row.sender,
        moment: row.moment,
        turn: row.turn,
        optional: row.optional,
      },
      id: again,
      recipient,
      recipientName: known ? known.name : row.recipientName,
      reasons: [
        { code: 'again', person, first: same(recipient, row.recipient) ? '' : row.recipient },
        ...row.reasons.filter((r) => r.code !== 'again'),
      ],
      state: 'planned',
      again: (before?.again ?? -1) + 1,
      dueAt: now,
      createdAt: now,
    });
  });
  await remember(access, 'sentAgain', { notification: row.notificationName, recipient });
  return again;
}
