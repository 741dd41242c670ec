/** What is kept of a customer, changed by hand; and their address, corrected where it was mistyped. */
import { and, eq, gt, inArray, ne, sql } from 'drizzle-orm';
import type { Correction, CorrectAddress, SaveCustomer } from '@/contract/customers';
import { matchesPattern, type DeliveryState } from '@/core/mail';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { idAt } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import {
  channels,
  codeUses,
  consents,
  customers,
  deliveries,
  discountCodes,
  events,
  formerAddresses,
  orders,
  unsubscriptions,
} from '../../db/schema';
import { databaseTime } from '../../db/time';
import { indexCustomers } from '../../events/find-customers';
import { refuseContacts, refuseUnknownMessages, tidyContacts } from './contacts';
import { customerById, type CustomerRecord } from './customer';
import { say } from '@/words/refusals';

/** What has not gone out and goes to the new address. */
const WAITING: readonly DeliveryState[] = ['planned', 'held', 'deferred'];
const FAILED: readonly DeliveryState[] = ['failed', 'bounced', 'withheld'];
const LATELY_MS = 30 * 86_400_000;
const MOST_FAILED = 20;

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Saves who a customer is and their contacts. Throws `conflict` when somebody else did since, `invalid` for contacts that stand twice. */
export async function saveCustomer(access: Access, input: SaveCustomer): Promise<{ revision: number }> {
  const { id, revision, contacts } = input;
  const row = await customerById(access, id);
  refuseContacts(row.email, contacts, access.store.contactLimits, row.contacts);
  await refuseUnknownMessages(access.store.id, contacts);
  const [saved] = await database()
    .update(customers)
    .set({
      firstName: plainLine(input.firstName),
      lastName: plainLine(input.lastName),
      company: plainLine(input.company),
      language: input.language,
      languageKept: input.language === row.language ? row.languageKept : input.language !== '',
      contacts: tidyContacts(contacts),
      revision: revision + 1,
      indexed: false,
    })
    .where(and(eq(customers.id, id), eq(customers.revision, revision)));
  if (saved.affectedRows === 0) throw new AppError('conflict', say.customerChangedMeanwhile);
  await remember(access, 'changedCustomer', { customer: row.email });
  await indexCustomers();
  return { revision: revision + 1 };
}

/** Refuses what is no correction: the same address, or that of another customer. */
async function refuseAddress(
  { store }: Access,
  { email: from, contacts }: CustomerRecord,
  to: string,
  db: Executor,
): Promise<void> {
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path: '/to', message }]);
  };
  if (from === to) refuse(say.sameAddress);
  if (contacts.some((c) => same(c.email, to))) refuse(say.addressOfContact({ address: to }));
  if (same(from, to)) return;
  // A marketplace that hides its customers is not gone around.
  const hiding = await db
    .select({ name: channels.name, maskedDomain: channels.maskedDomain })
    .from(channels)
    .where(and(eq(channels.storeId, store.id), ne(channels.maskedDomain, '')));
  const masked = hiding.find((c) => matchesPattern(`@${c.maskedDomain}`, from));
  if (masked) refuse(say.addressIsHidden({ channel: masked.name }));
  const [other] = await db
    .select({ id: customers.id })
    .from(customers)
    .where(and(eq(customers.storeId, store.id), eq(customers.email, to)));
  if (other) refuse(say.addressOfAnother({ address: to }));
  const [former] = await db
    .select({ email: customers.email })
    .from(formerAddresses)
    .innerJoin(customers, eq(customers.id, formerAddresses.customerId))
    .where(and(eq(formerAddresses.storeId, store.id), eq(formerAddresses.address, to), ne(customers.email, from)));
  if (former) refuse(say.addressOfAnother({ address: to }));
}

/** What correcting an address would do, before anybody does it. Throws as {@link correctAddress} does. */
export async function lookAtCorrection(access: Access, { id, to }: CorrectAddress): Promise<Correction> {
  const row = await customerById(access, id);
  const { email: from } = row;
  const db = database();
  await refuseAddress(access, row, to, db);
  const storeId = access.store.id;
  const [waiting, own, failed] = await Promise.all([
    db.$count(deliveries, waitingFor(storeId, from)),
    db.$count(orders, and(eq(orders.storeId, storeId), eq(orders.customerEmail, from))),
    db
      .select({ id: deliveries.id, notification: deliveries.notificationName, order: deliveries.orderNumber })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.storeId, storeId),
          eq(deliveries.recipient, from),
          eq(deliveries.role, 'customer'),
          inArray(deliveries.state, [...FAILED]),
          gt(deliveries.id, idAt(Date.now() - LATELY_MS)),
        ),
      )
      .limit(MOST_FAILED),
  ]);
  return { from, to, waiting, orders: own, failed };
}

const waitingFor = (storeId: string, address: string) =>
  and(
    eq(deliveries.storeId, storeId),
    eq(deliveries.recipient, address),
    eq(deliveries.role, 'customer'),
    inArray(deliveries.state, [...WAITING]),
  );

/**
 * Puts the right address in the place of a mistyped one: orders with what is sent about them from now on, messages that wait, what the
 * customer agreed to and their codes. What was sent stays as it was. What the shop still sends under the old address goes to the new one.
 * Throws `invalid` for the address of another customer, `conflict` while a message to the old one is on the line.
 */
export async function correctAddress(access: Access, { id, to }: CorrectAddress): Promise<{ waiting: number }> {
  const storeId = access.store.id;
  const at = new Date(await databaseTime());
  const done = await database().transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(customers)
      .where(and(eq(customers.storeId, storeId), eq(customers.id, id)))
      .for('update');
    if (!row) throw new AppError('not-found', say.noSuchCustomer);
    const { email: from } = row;
    await refuseAddress(access, row, to, tx);
    const [sending] = await tx
      .select({ id: deliveries.id })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, storeId), eq(deliveries.recipient, from), eq(deliveries.state, 'sending')))
      .limit(1);
    if (sending) throw new AppError('conflict', say.aMessageToThisAddress);
    await tx
      .update(customers)
      .set({ email: to, revision: row.revision + 1, indexed: false })
      .where(eq(customers.id, id));
    await tx.delete(formerAddresses).where(and(eq(formerAddresses.storeId, storeId), eq(formerAddresses.address, to)));
    if (!same(from, to)) {
      await tx.insert(formerAddresses).values({ storeId, address: from, customerId: id, by: access.person.name, at });
    }
    await tx
      .update(orders)
      .set({ customerEmail: to, snapshot: sql`json_set(${orders.snapshot}, '$.customer.email', ${to})` })
      .where(and(eq(orders.storeId, storeId), eq(orders.customerEmail, from)));
    const waiting = await tx
      .select({ id: deliveries.id, eventId: deliveries.eventId })
      .from(deliveries)
      .where(waitingFor(storeId, from))
      .for('update');
    if (waiting.length > 0) {
      await tx
        .update(deliveries)
        .set({ recipient: to })
        .where(
          inArray(
            deliveries.id,
            waiting.map((d) => d.id),
          ),
        );
      await tx
        .update(events)
        .set({ data: sql`json_set(${events.data}, '$.order.customer.email', ${to})` })
        .where(
          inArray(
            events.id,
            waiting.map((d) => d.eventId),
          ),
        );
    }
    await follow(tx, storeId, from, to);
    await remember(access, 'correctedAddress', { from, to }, { db: tx });
    return { waiting: waiting.length };
  });
  await indexCustomers();
  return done;
}

/** What was said under the old address is said under the new one as well. */
async function follow(tx: Executor, storeId: string, from: string, to: string): Promise<void> {
  const [before, now] = [from.toLowerCase(), to.toLowerCase()];
  if (before === now) return;
  const agreed = await tx
    .select()
    .from(consents)
    .where(and(eq(consents.storeId, storeId), eq(consents.address, before)));
  if (agreed.length > 0)
    await tx
      .insert(consents)
      .ignore()
      .values(agreed.map((c) => ({ ...c, address: now })));
  const unwanted = await tx
    .select()
    .from(unsubscriptions)
    .where(and(eq(unsubscriptions.storeId, storeId), eq(unsubscriptions.address, before)));
  if (unwanted.length > 0)
    await tx
      .insert(unsubscriptions)
      .ignore()
      .values(unwanted.map((u) => ({ ...u, address: now })));
  await tx
    .update(discountCodes)
    .set({ givenTo: now })
    .where(and(eq(discountCodes.storeId, storeId), eq(discountCodes.givenTo, before)));
  await tx
    .update(codeUses)
    .set({ email: now })
    .where(and(eq(codeUses.storeId, storeId), eq(codeUses.email, before)));
}
