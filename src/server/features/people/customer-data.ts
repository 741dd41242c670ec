/** What a store has of one person: given out as a file, or erased (GDPR, articles 15, 17 and 20). */
import { and, asc, eq, inArray, ne, or, sql } from 'drizzle-orm';
import { maskDetails } from '@/core/placeholders';
import type { MomentDetails } from '@/core/moments';
import type { Access } from '../../auth/access';
import { database, type Executor } from '../../db/client';
import {
  consents,
  customers,
  deliveries,
  discountCodes,
  events,
  formerAddresses,
  orders,
  withholdings,
  replies,
} from '../../db/schema';
import { AppError } from '../../base/errors';
import { remember } from '../../auth/history';
import { ofPerson } from '../../events/known-person';
import type { ExportedFile } from '../templates/exported';
import { anonymisePerson, pseudonyms } from '../../people/erase';
import { sentMessagesOf } from '../../sending/kept-message';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';

/** Everything a store has of the person with an address, as JSON: who they are, orders, what was told of them, and their messages. */
export async function exportCustomer(access: Access, email: string): Promise<ExportedFile> {
  const db = database();
  const storeId = access.store.id;
  const own = await addressesOfPerson(db, storeId, email);
  const lower = own.map((e) => e.toLowerCase());
  const former = await db
    .select({ address: formerAddresses.address, at: formerAddresses.at })
    .from(formerAddresses)
    .innerJoin(customers, eq(customers.id, formerAddresses.customerId))
    .where(and(eq(formerAddresses.storeId, storeId), inArray(customers.email, own)));
  const addresses = [...own, ...former.map((f) => f.address)];
  const [person, ownOrders, messages, forbidden] = await Promise.all([
    db
      .select()
      .from(customers)
      .where(and(eq(customers.storeId, storeId), inArray(customers.email, own))),
    db
      .select({ id: orders.id, placedAt: orders.placedAt, snapshot: orders.snapshot, answered: orders.answered })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), inArray(orders.customerEmail, own)))
      .orderBy(asc(orders.placedAt)),
    db
      .select({ delivery: deliveries })
      .from(deliveries)
      .where(
        and(eq(deliveries.storeId, storeId), inArray(deliveries.recipient, addresses), ne(deliveries.role, 'staff')),
      )
      .orderBy(asc(deliveries.id)),
    db
      .select()
      .from(withholdings)
      .where(and(eq(withholdings.storeId, storeId), inArray(withholdings.pattern, own))),
  ]);
  if (person.length + ownOrders.length + messages.length + forbidden.length === 0) throw nobody(email);
  const orderIds = ownOrders.map((o) => o.id);
  const told =
    orderIds.length > 0
      ? await db.select().from(events).where(inArray(events.orderId, orderIds)).orderBy(asc(events.id))
      : [];
  const answers =
    messages.length > 0
      ? await db
          .select()
          .from(replies)
          .where(
            inArray(
              replies.deliveryId,
              messages.map((m) => m.delivery.id),
            ),
          )
          .orderBy(asc(replies.id))
      : [];
  const agreement = await db
    .select()
    .from(consents)
    .where(and(eq(consents.storeId, storeId), inArray(consents.address, lower)));
  const codes = await db
    .select()
    .from(discountCodes)
    .where(
      and(
        eq(discountCodes.storeId, storeId),
        or(
          inArray(discountCodes.givenTo, lower),
          sql`lower(json_value(${discountCodes.conditions}, '$.customer')) in ${lower}`,
        ),
      ),
    );
  // The address that was asked for first, then those that were joined with it.
  const known = person
    .toSorted((a, b) => own.indexOf(a.email) - own.indexOf(b.email))
    .map(({ id: _id, storeId: _store, revision: _revision, indexed: _indexed, joinedInto: _into, ...rest }) => rest);
  const sent = await sentMessagesOf(messages.map((m) => m.delivery.id));
  const body = {
    kind: 'libellus customer',
    version: 1,
    store: access.store.name,
    email,
    customer: known[0] ?? null,
    ...(known.length > 1 && { joined: known.slice(1) }),
    formerAddresses: former,
    orders: ownOrders.map((o) => ({ ...o.snapshot, answered: o.answered })),
    events: told.map((e) => ({
      type: e.type,
      time: e.time,
      source: e.source,
      details: maskDetails((e.data.details ?? {}) as MomentDetails),
    })),
    messages: messages.map(({ delivery: d }) => ({
      notification: d.notificationName,
      order: d.orderNumber,
      state: d.state,
      language: d.language,
      subject: d.subject,
      plannedAt: d.createdAt,
      sentAt: d.acceptedAt,
      message: sent.get(d.id)?.toString('utf8') ?? null,
    })),
    replies: answers.map((r) => ({
      at: r.at,
      from: r.fromAddress,
      subject: r.subject,
      text: r.text,
      message: r.raw.length > 0 ? r.raw.toString('utf8') : null,
    })),
    discountCodes: codes.map((c) => ({ code: c.code, given: c.givenAt, used: c.used, until: c.endsAt })),
    news:
      agreement.map(({ agreed, at }) => ({ agreed, at })).toSorted((a, b) => b.at.getTime() - a.at.getTime())[0] ??
      null,
    notWrittenTo: forbidden.map((w) => ({ reason: readKept(w.reason), since: w.at })),
  };
  await remember(access, 'exportedCustomer', { customer: email });
  return { name: `customer-${email}.json`, type: 'application/json', body: JSON.stringify(body, null, 2) };
}

/** An address with the further ones of the same person, as they were joined. */
async function addressesOfPerson(db: Executor, storeId: string, email: string): Promise<string[]> {
  const [row] = await db
    .select({ head: sql<string>`ifnull(${customers.joinedInto}, ${customers.id})` })
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.email, email)));
  if (!row) return [email];
  const all = await db.select({ email: customers.email }).from(customers).where(ofPerson(storeId, row.head));
  return [email, ...all.map((r) => r.email).filter((e) => e !== email)];
}

const nobody = (email: string): AppError => new AppError('not-found', say.theStoreHasNothingAbout({ email }));

/** Erases a person: all or nothing. Refused while a message to them is on the line. Answers what it was about. */
export async function eraseCustomer(access: Access, email: string): Promise<{ orders: number; messages: number }> {
  const storeId = access.store.id;
  const pseudonym = pseudonyms();
  return database().transaction(async (tx) => {
    const addresses = await addressesOfPerson(tx, storeId, email);
    const [sending] = await tx
      .select({ id: deliveries.id })
      .from(deliveries)
      .where(
        and(eq(deliveries.storeId, storeId), inArray(deliveries.recipient, addresses), eq(deliveries.state, 'sending')),
      )
      .limit(1);
    if (sending) throw new AppError('conflict', say.aMessageToThisAddress);
    const [known] = await tx
      .select({ id: customers.id })
      .from(customers)
      .where(and(eq(customers.storeId, storeId), eq(customers.email, email)));
    const erased = { orders: 0, messages: 0 };
    for (const address of addresses) {
      const one = await anonymisePerson(tx, storeId, address, pseudonym);
      erased.orders += one.orders;
      erased.messages += one.messages;
    }
    if (!known && erased.orders + erased.messages === 0) throw nobody(email);
    await remember(access, 'erasedCustomer', { customer: pseudonym(email) }, { db: tx });
    return erased;
  });
}
