/**
 * Taking a person out of what is kept: their orders and messages stay as counts and sums, and nothing says any more whose they were.
 * Used when a customer is erased, and by the worker when a store's time for keeping people is over.
 */
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, inArray, isNotNull, or, sql } from 'drizzle-orm';
import { anonymousOrder, type Address, type Order } from '@/core/order';
import type { Executor } from '../db/client';
import { letGoCarried } from '../sending/carried';
import { forgetCustomers } from '../events/find-customers';
import {
  attempts,
  bounces,
  codeUses,
  consents,
  contradictions,
  customers,
  formerAddresses,
  deliveries,
  discountCodes,
  events,
  history,
  hookCalls,
  listImportParts,
  listImports,
  notWritten,
  replies,
  unsubscriptions,
  orders,
  sentMessages,
  sourceRequests,
  withholdings,
} from '../db/schema';

/** What stands in the place of an address; two erasings of one address do not share it. */
export type Pseudonym = (address: string) => string;

/** Pseudonyms under a domain that can have no mailbox (RFC 2606), the same for one address within this erasing. */
export function pseudonyms(): Pseudonym {
  const salt = randomBytes(16);
  return (address) => {
    const digest = createHash('sha256').update(salt).update(address.toLowerCase()).digest('hex').slice(0, 16);
    return `erased-${digest}@erased.invalid`;
  };
}

/** Anonymises orders with their events and everything that was written about them. */
export async function anonymiseOrders(tx: Executor, orderIds: readonly string[], pseudonym: Pseudonym): Promise<void> {
  if (orderIds.length === 0) return;
  const rows = await tx
    .select({ id: orders.id, snapshot: orders.snapshot })
    .from(orders)
    .where(inArray(orders.id, [...orderIds]));
  for (const { id, snapshot } of rows) {
    const email = pseudonym(snapshot.customer.email);
    const left = anonymousOrder(snapshot, email);
    await tx
      .update(orders)
      .set({ snapshot: left, customerEmail: email, customerName: 'Erased' })
      .where(eq(orders.id, id));
  }
  const told = await tx
    .select({ id: events.id, data: events.data })
    .from(events)
    .where(inArray(events.orderId, [...orderIds]));
  await anonymiseEvents(tx, told, pseudonym);
  const sent = await tx
    .select({ id: deliveries.id })
    .from(deliveries)
    .where(inArray(deliveries.orderId, [...orderIds]));
  await anonymiseDeliveries(
    tx,
    sent.map((d) => d.id),
    pseudonym,
  );
  await anonymiseUnsent(tx, inArray(notWritten.orderId, [...orderIds]), pseudonym);
}

type EventRow = Pick<typeof events.$inferSelect, 'id' | 'data'>;

/** Of an event its order stays, without whose it was; what else it told, such as a note or a letter, does not. */
export async function anonymiseEvents(tx: Executor, rows: readonly EventRow[], pseudonym: Pseudonym): Promise<void> {
  for (const { id, data } of rows) {
    const order = data.order as Order | undefined;
    const left = order ? { order: anonymousOrder(order, pseudonym(order.customer.email)) } : {};
    await tx.update(events).set({ data: left }).where(eq(events.id, id));
  }
}

/** Of a message stays that it went out, when, and what came of it; staff keep their own addresses. */
export async function anonymiseDeliveries(tx: Executor, ids: readonly string[], pseudonym: Pseudonym): Promise<void> {
  if (ids.length === 0) return;
  const rows = await tx
    .select({ id: deliveries.id, recipient: deliveries.recipient, role: deliveries.role })
    .from(deliveries)
    .where(inArray(deliveries.id, [...ids]));
  for (const { id, recipient, role } of rows) {
    const person = role === 'staff' ? {} : { recipient: pseudonym(recipient), recipientName: '' };
    await tx
      .update(deliveries)
      .set({ ...person, subject: '', lastWords: '', reasons: [] })
      .where(eq(deliveries.id, id));
    // What was still to go out has nobody to go to.
    await tx
      .update(deliveries)
      .set({ state: 'cancelled' })
      .where(and(eq(deliveries.id, id), inArray(deliveries.state, ['planned', 'held', 'deferred'])));
  }
  // A mail in which one of them went with others tells of it as well; what went with it goes in another one.
  const mails = await tx
    .select({ id: deliveries.gatheredIn })
    .from(deliveries)
    .where(and(inArray(deliveries.id, [...ids]), isNotNull(deliveries.gatheredIn)));
  const whole = [...new Set([...ids, ...mails.map((m) => m.id!)])];
  await letGoCarried(tx, ids);
  await tx.delete(sentMessages).where(inArray(sentMessages.deliveryId, whole));
  await tx
    .update(attempts)
    .set({ words: '', remedy: '', conversation: '' })
    .where(inArray(attempts.deliveryId, [...ids]));
  const answered = await tx
    .select({ id: replies.id, from: replies.fromAddress })
    .from(replies)
    .where(inArray(replies.deliveryId, [...ids]));
  for (const { id, from } of answered) {
    await tx
      .update(replies)
      .set({ text: '', attachments: [], raw: Buffer.alloc(0), fromName: '', fromAddress: pseudonym(from), subject: '' })
      .where(eq(replies.id, id));
  }
  // There is nothing left to pass on.
  await tx
    .update(replies)
    .set({ state: 'unsent', words: '' })
    .where(and(inArray(replies.deliveryId, [...ids]), eq(replies.state, 'waiting')));
  await tx
    .update(bounces)
    .set({ words: '', diagnostic: '' })
    .where(inArray(bounces.deliveryId, [...ids]));
}

type Where = Parameters<ReturnType<ReturnType<Executor['select']>['from']>['where']>[0];

async function anonymiseUnsent(tx: Executor, where: Where, pseudonym: Pseudonym): Promise<void> {
  const rows = await tx.select({ id: notWritten.id, recipient: notWritten.recipient }).from(notWritten).where(where);
  for (const { id, recipient } of rows) {
    await tx
      .update(notWritten)
      .set({ recipient: recipient && pseudonym(recipient), recipientName: '', reasons: [] })
      .where(eq(notWritten.id, id));
  }
}

/** Everything of a store that is about an address. */
export async function anonymisePerson(
  tx: Executor,
  storeId: string,
  email: string,
  pseudonym: Pseudonym,
): Promise<{ orders: number; messages: number }> {
  const own = await tx
    .select({ id: orders.id })
    .from(orders)
    .where(and(eq(orders.storeId, storeId), eq(orders.customerEmail, email)));
  const orderIds = own.map((o) => o.id);
  const messages = await tx
    .select({ id: deliveries.id, eventId: deliveries.eventId })
    .from(deliveries)
    .where(
      and(
        eq(deliveries.storeId, storeId),
        or(
          and(eq(deliveries.recipient, email), sql`${deliveries.role} <> 'staff'`),
          orderIds.length > 0 ? inArray(deliveries.orderId, orderIds) : undefined,
        ),
      ),
    );
  // What was sent before their address was corrected is theirs as well.
  const former = await tx
    .select({ address: formerAddresses.address })
    .from(formerAddresses)
    .innerJoin(customers, eq(customers.id, formerAddresses.customerId))
    .where(and(eq(formerAddresses.storeId, storeId), eq(customers.email, email)));
  for (const { address } of former) await anonymisePerson(tx, storeId, address, pseudonym);
  await anonymiseOrders(tx, orderIds, pseudonym);
  await anonymiseDeliveries(
    tx,
    messages.map((m) => m.id),
    pseudonym,
  );
  // Events of an account have no order.
  const ofAccount = await tx
    .select({ id: events.id, data: events.data })
    .from(events)
    .where(
      and(
        eq(events.storeId, storeId),
        sql`${events.orderId} is null`,
        sql`lower(json_value(${events.data}, '$.order.customer.email')) = ${email.toLowerCase()}`,
      ),
    );
  await anonymiseEvents(tx, ofAccount, pseudonym);
  await anonymiseUnsent(tx, and(eq(notWritten.storeId, storeId), eq(notWritten.recipient, email)), pseudonym);
  await anonymiseCustomer(tx, storeId, email, pseudonym);
  await tx
    .update(discountCodes)
    .set({ conditions: sql`json_set(${discountCodes.conditions}, '$.customer', ${pseudonym(email)})` })
    .where(
      and(
        eq(discountCodes.storeId, storeId),
        sql`lower(json_value(${discountCodes.conditions}, '$.customer')) = ${email.toLowerCase()}`,
      ),
    );
  await tx
    .update(discountCodes)
    .set({ givenTo: pseudonym(email) })
    .where(and(eq(discountCodes.storeId, storeId), eq(discountCodes.givenTo, email.toLowerCase())));
  await tx
    .update(codeUses)
    .set({ email: pseudonym(email) })
    .where(and(eq(codeUses.storeId, storeId), eq(codeUses.email, email.toLowerCase())));
  // What a list changed of them cannot be taken back any more.
  await tx.execute(sql`
    delete p from ${listImportParts} p join ${listImports} i on i.id = p.import_id
    where i.store_id = ${storeId} and locate(${email.toLowerCase()}, lower(p.changes)) > 0`);
  await tx.delete(consents).where(and(eq(consents.storeId, storeId), eq(consents.address, email.toLowerCase())));
  await tx
    .delete(unsubscriptions)
    .where(and(eq(unsubscriptions.storeId, storeId), eq(unsubscriptions.address, email.toLowerCase())));
  await tx.delete(withholdings).where(and(eq(withholdings.storeId, storeId), eq(withholdings.pattern, email)));
  const instead = pseudonym(email);
  await tx
    .update(history)
    // However the address was written, and nothing else of the entry: it names the message that says it.
    // Its words are read anew.
    .set({ indexed: false, what: sql`regexp_replace(${history.what}, ${`(?i)\\Q${email}\\E`}, ${instead})` })
    .where(and(eq(history.storeId, storeId), sql`locate(${email.toLowerCase()}, lower(${history.what})) > 0`));
  await tx
    .update(contradictions)
    .set({ differences: [] })
    .where(
      and(
        eq(contradictions.storeId, storeId),
        sql`locate(${email.toLowerCase()}, lower(${contradictions.differences})) > 0`,
      ),
    );
  await tx
    .delete(hookCalls)
    .where(and(eq(hookCalls.storeId, storeId), sql`locate(${email.toLowerCase()}, lower(${hookCalls.body})) > 0`));
  // As the shop sent it: whose it was stands anywhere in it.
  await tx
    .delete(sourceRequests)
    .where(
      and(eq(sourceRequests.storeId, storeId), sql`locate(${email.toLowerCase()}, lower(${sourceRequests.body})) > 0`),
    );
  return { orders: orderIds.length, messages: messages.length };
}

const NOWHERE: Address = { name: 'Erased', lines: [], city: 'Erased', country: 'ZZ' };

/** Puts a pseudonym in the place of a customer in everything that a store keeps, within a transaction. */
export async function anonymiseCustomer(
  tx: Executor,
  storeId: string,
  email: string,
  pseudonym: Pseudonym,
): Promise<void> {
  const [customer] = await tx
    .select({ id: customers.id })
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.email, email)));
  if (!customer) return;
  await tx
    .update(customers)
    .set({
      ...{ joinedInto: null, joinedBy: '', joinedAt: null, joinedOnes: 0 },
      ...{ email: pseudonym(email), firstName: 'Erased', lastName: '', company: '', address: NOWHERE, contacts: [] },
      indexed: false,
    })
    .where(eq(customers.id, customer.id));
  await forgetCustomers(tx, [customer.id]);
  await tx.delete(formerAddresses).where(eq(formerAddresses.customerId, customer.id));
}
