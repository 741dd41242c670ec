/** One customer: who they are, what may be sent to them, their orders, and the record of every message to them and their contacts. */
import { and, desc, eq, inArray, ne, sql } from 'drizzle-orm';
import type { CustomerPage, ExportRecord, MailStanding } from '@/contract/customers';
import type { ListedDelivery } from '@/contract/deliveries';
import { writeTable } from '@/core/exchange';
import { matchesPattern, withheldBy } from '@/core/mail';
import { momentLabel } from '@/core/moments';
import { addressLines } from '@/core/snapshot';
import { firstMoment, lastMoment } from '@/core/time';
import type { Access, OfStore } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { readKept } from '../../base/reading';
import { database } from '../../db/client';
import {
  channels,
  consents,
  customers,
  deliveries,
  editions,
  formerAddresses,
  notifications,
  orders,
  unsubscriptions,
} from '../../db/schema';
import { withholdingsOf } from '../../sending/withholding';
import { listDeliveries, readDeliveryFilter, type DeliveryFilter } from '../deliveries/deliveries';
import { oneOf } from '../query';
import type { ExportedFile } from '../templates/exported';
import { messagesForContacts } from './contacts';
import { joinedInto } from './join';
import { say as words } from '@/words/deliveries';
import { say } from '@/words/refusals';

const ORDERS_SHOWN = 20;

export type CustomerRecord = typeof customers.$inferSelect;

/** A customer's row. Throws `not-found`. */
export async function customerById({ store }: OfStore, id: string): Promise<CustomerRecord> {
  const [row] = await database()
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, store.id), eq(customers.id, id)));
  if (!row) throw new AppError('not-found', say.noSuchCustomer);
  return row;
}

/** The customer with an address, or that had it before it was corrected; undefined where nobody has. */
export async function customerOfAddress({ store }: OfStore, email: string): Promise<{ id: string } | undefined> {
  const db = database();
  const [own] = await db
    .select({ id: sql<string>`ifnull(${customers.joinedInto}, ${customers.id})` })
    .from(customers)
    .where(and(eq(customers.storeId, store.id), eq(customers.email, email)));
  if (own) return own;
  const [former] = await db
    .select({ id: formerAddresses.customerId })
    .from(formerAddresses)
    .where(and(eq(formerAddresses.storeId, store.id), eq(formerAddresses.address, email)));
  return former;
}

/** Everything the screen shows. Throws `not-found`. */
export async function loadCustomer(
  access: OfStore,
  id: string,
  query: Record<string, string | string[] | undefined>,
): Promise<CustomerPage> {
  const row = await customerById(access, id);
  const db = database();
  const storeId = access.store.id;
  const joined = row.joinedOnes > 0 ? await joinedInto(row) : [];
  const former = (await Promise.all([row, ...joined].map(formerOf))).flat();
  const emails = [row.email, ...joined.map((j) => j.email)];
  const own = [...new Set([...emails, ...[row, ...joined].flatMap((r) => r.contacts.map((c) => c.email))])];
  const recipients = [...new Set([...own, ...former.map((f) => f.address)])];
  const [mail, [news], newest, record, named, forContacts] = await Promise.all([
    standings(storeId, own),
    db
      .select()
      .from(consents)
      .where(and(eq(consents.storeId, storeId), eq(consents.address, row.email.toLowerCase()))),
    db
      .select()
      .from(orders)
      .where(and(eq(orders.storeId, storeId), inArray(orders.customerEmail, emails)))
      .orderBy(desc(orders.placedAt))
      .limit(ORDERS_SHOWN),
    listDeliveries(storeId, recordFilter(access, recipients, query)).then(async ({ rows, next }) => ({
      rows: await withCauses(rows),
      next,
    })),
    db
      .selectDistinct({ id: notifications.id, name: notifications.name })
      .from(deliveries)
      .innerJoin(notifications, eq(notifications.id, deliveries.notificationId))
      .where(
        and(eq(deliveries.storeId, storeId), inArray(deliveries.recipient, recipients), ne(deliveries.role, 'staff')),
      )
      .orderBy(notifications.name),
    messagesForContacts(storeId),
  ]);
  return {
    ...{ id, revision: row.revision, email: row.email, firstName: row.firstName, lastName: row.lastName },
    ...{ company: row.company, guest: row.guest, language: row.language, orderLanguage: row.orderLanguage },
    languageKept: row.languageKept,
    address: row.address.country === 'ZZ' ? [] : addressLines(row.address),
    contacts: row.contacts,
    orders: row.orders + joined.reduce((n, j) => n + j.orders, 0),
    spent: row.spent + joined.reduce((n, j) => n + j.spent, 0),
    joined: joined.map(({ id: part, email, orders: n, contacts, joinedBy, joinedAt }) => ({
      ...{ id: part, address: email, orders: n, contacts, by: joinedBy },
      at: (joinedAt ?? new Date(0)).toISOString(),
    })),
    ...(news && { news: { agreed: news.agreed, at: news.at.toISOString() } }),
    former: former.map((f) => ({ ...f, at: f.at.toISOString() })),
    mail,
    newest: newest.map(({ snapshot: _snapshot, storeId: _store, answered: _answered, placedAt, ...o }) => ({
      ...o,
      placedAt: placedAt.toISOString(),
    })),
    record,
    limits: access.store.contactLimits,
    forContacts,
    notifications: named,
  };
}

type Query = Record<string, string | string[] | undefined>;

/** Of the record, what an address's query narrows it to: states, a notification, days in the store's zone. */
function recordFilter({ store }: OfStore, recipients: readonly string[], query: Query): DeliveryFilter {
  const { states, notification, before } = readDeliveryFilter(query);
  const [from, until] = [dayOf(query.from), dayOf(query.until)];
  return {
    recipients,
    ...(states && { states }),
    ...(notification && { notification }),
    ...(before && { before }),
    ...(from && { from: firstMoment(from, store.timeZone) }),
    ...(until && { until: lastMoment(until, store.timeZone) }),
  };
}

/** A day that a query names, or undefined for what is none. */
export function dayOf(value: string | string[] | undefined): string | undefined {
  const day = oneOf(value) ?? '';
  return /^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day)) ? day : undefined;
}

/** So many rows are asked about in one statement. */
const ASKED_AT_ONCE = 1_000;

/** Messages with the edition that each was made from, and what or who it is there for: what happened, or a colleague. */
async function withCauses(rows: readonly ListedDelivery[]): Promise<ListedDelivery[]> {
  const about = new Map<string, Pick<ListedDelivery, 'edition' | 'cause'>>();
  for (let from = 0; from < rows.length; from += ASKED_AT_ONCE) {
    const found = await database()
      .select({
        id: deliveries.id,
        reasons: deliveries.reasons,
        moment: deliveries.moment,
        edition: editions.number,
      })
      .from(deliveries)
      .leftJoin(editions, eq(editions.id, deliveries.editionId))
      .where(
        inArray(
          deliveries.id,
          rows.slice(from, from + ASKED_AT_ONCE).map((r) => r.id),
        ),
      );
    for (const { id, reasons, moment, edition } of found) {
      const again = reasons.find((r) => r.code === 'again');
      const byHand = reasons.find((r) => r.code === 'by-hand');
      const cause = again
        ? words.sentAgainBy({ person: again.person })
        : byHand
          ? words.writtenBy({ person: byHand.person })
          : momentLabel(moment);
      about.set(id, { cause, ...(edition !== null && { edition }) });
    }
  }
  return rows.map((r) => ({ ...r, ...about.get(r.id) }));
}

const RECORD_COLUMNS = [
  'planned',
  'accepted',
  'notification',
  'recipient',
  'to',
  'language',
  'order',
  'subject',
  'state',
];
const MOST_EXPORTED = 100_000;

/** The record of a customer as CSV, narrowed as their page is. Throws `not-found`. */
export async function exportRecord(access: Access, { id, ...query }: ExportRecord): Promise<ExportedFile> {
  const row = await customerById(access, id);
  const recipients = await addressesOf(row);
  const listed = await listDeliveries(access.store.id, recordFilter(access, recipients, query), MOST_EXPORTED);
  const rows = await withCauses(listed.rows);
  await remember(access, 'exportedRecord', { customer: row.email });
  return {
    name: `${access.store.id}-messages-${row.email}.csv`,
    type: 'text/csv; charset=utf-8',
    body: writeTable(
      [...RECORD_COLUMNS, 'edition', 'cause', 'last_words'],
      rows.map((d) => ({
        planned: d.createdAt,
        accepted: d.acceptedAt,
        notification: d.notification,
        recipient: d.recipient,
        to: d.role,
        language: d.language,
        order: d.order,
        subject: d.subject,
        state: d.state,
        edition: d.edition,
        cause: d.cause,
        last_words: d.lastWords,
      })),
    ),
  };
}

/** Every address that messages to a customer went to: theirs, those before they were corrected, and those of their contacts. */
async function addressesOf(row: CustomerRecord): Promise<string[]> {
  const rows = [row, ...(row.joinedOnes > 0 ? await joinedInto(row) : [])];
  const former = (await Promise.all(rows.map(formerOf))).flat();
  const own = rows.flatMap((r) => [r.email, ...r.contacts.map((c) => c.email)]);
  return [...new Set([...own, ...former.map((f) => f.address)])];
}

const formerOf = ({ id, storeId }: CustomerRecord) =>
  database()
    .select({ address: formerAddresses.address, by: formerAddresses.by, at: formerAddresses.at })
    .from(formerAddresses)
    .where(and(eq(formerAddresses.storeId, storeId), eq(formerAddresses.customerId, id)))
    .orderBy(desc(formerAddresses.at));

/** What may be sent to some addresses, each with why not. */
async function standings(storeId: string, addresses: readonly string[]): Promise<MailStanding[]> {
  const [list, hiding, gone] = await Promise.all([
    withholdingsOf(storeId),
    database()
      .select({ name: channels.name, maskedDomain: channels.maskedDomain, maskedKinds: channels.maskedKinds })
      .from(channels)
      .where(and(eq(channels.storeId, storeId), ne(channels.maskedDomain, ''))),
    database()
      .select()
      .from(unsubscriptions)
      .where(
        and(
          eq(unsubscriptions.storeId, storeId),
          inArray(
            unsubscriptions.address,
            addresses.map((a) => a.toLowerCase()),
          ),
        ),
      ),
  ]);
  const maskedBy = (address: string): Pick<MailStanding, 'masked'> => {
    const channel = hiding.find((c) => matchesPattern(`@${c.maskedDomain}`, address));
    return channel ? { masked: { channel: channel.name, kinds: channel.maskedKinds } } : {};
  };
  return addresses.map((address) => ({
    address,
    ...maskedBy(address),
    withheld: list
      .filter((entry) => withheldBy([{ ...entry, kinds: [] }], address, 'orders'))
      .map(({ id, pattern, reason, by, at }) => ({
        ...(pattern.toLowerCase() === address.toLowerCase() && { id }),
        ...{ reason: readKept(reason), by, at: at.toISOString() },
      })),
    unsubscribed: gone
      .filter((u) => u.address === address.toLowerCase())
      .map(({ kind, how, at }) => ({ kind, how, at: at.toISOString() })),
  }));
}
